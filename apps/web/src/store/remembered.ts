/** What this browser remembers under a name; `null` for nothing, or where its storage is blocked. */
export function remembered(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}

/** Remembers something in this browser; where its storage is blocked it lasts as long as the page. */
export function remember(name: string, value: string): void {
  try {
    localStorage.setItem(name, value);
  } catch (error) {
    console.warn('Gangway cannot remember in this browser how it is laid out.', error);
  }
}
