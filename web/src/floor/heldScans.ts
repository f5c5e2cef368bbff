const KEPT = 'reliquum.held-scans';

function held(): string[] {
  return JSON.parse(sessionStorage.getItem(KEPT) ?? '[]') as string[];
}

/** Keeps a scan that came while the one before was still deciding which page hears it. */
export function holdScan(text: string) {
  sessionStorage.setItem(KEPT, JSON.stringify([...held(), text]));
}

/** Hands over what was kept, oldest first. */
export function takeHeldScans(): string[] {
  const texts = held();
  sessionStorage.removeItem(KEPT);
  return texts;
}
