const held: string[] = [];

/** Keeps a scan that came while the one before was still deciding which page hears it. */
export function holdScan(text: string) {
  held.push(text);
}

/** Hands over what was kept, oldest first. */
export function takeHeldScans(): string[] {
  return held.splice(0);
}
