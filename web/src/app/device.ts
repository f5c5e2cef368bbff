const KEY = 'reliquum.device';

/** The name of this device, as postings carry it. Made up once, and kept. */
export function device(): string {
  const known = localStorage.getItem(KEY);
  if (known) {
    return known;
  }
  const kind = window.innerWidth < 600 ? 'handheld' : 'desk';
  const made = `${kind} ${Math.floor(1000 + Math.random() * 9000)}`;
  localStorage.setItem(KEY, made);
  return made;
}
