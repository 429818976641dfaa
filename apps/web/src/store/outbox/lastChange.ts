import type { SetupWrite } from './write';

// When a page is closed in the very moment of a change, its outbox may have no
// time left: what it was about to store is written down at once, and put into
// the outbox by the next page.

const KEY = 'gangway.lastChange';

export interface LastChange {
  readonly chain: string;
  readonly write: SetupWrite;
}

/** Writes the last change down; a full or forbidden storage only loses this net, and the outbox says so itself. */
export function writeLastChange(change: LastChange): void {
  try {
    localStorage.setItem(KEY, JSON.stringify(change));
  } catch (error) {
    console.warn('Gangway cannot write to this browser’s storage.', error);
  }
}

/** Takes the last change of a page that was closed, if there is one. */
export function takeLastChange(): LastChange | null {
  try {
    const text = localStorage.getItem(KEY);
    if (text === null) return null;
    localStorage.removeItem(KEY);
    const read: unknown = JSON.parse(text);
    // Only Gangway writes under this key; the server looks at all of it again.
    return typeof read === 'object' && read !== null && 'chain' in read && 'write' in read ? (read as LastChange) : null;
  } catch (error) {
    console.warn('Gangway cannot read this browser’s storage.', error);
    return null;
  }
}

/** The last change has reached the outbox after all. */
export function dropLastChange(): void {
  try {
    localStorage.removeItem(KEY);
  } catch (error) {
    console.warn('Gangway cannot reach this browser’s storage.', error);
  }
}
