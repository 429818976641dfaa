/** Where files are kept, by keys with slashes. Both makes behave alike; the same tests hold for both. */
export interface Store {
  /** Keeps a file that lies on this machine's disk under a key; one that was there before is replaced as a whole. */
  readonly put: (key: string, path: string) => Promise<void>;
  /** A file on this machine's disk with what is kept under a key; in `scratch` when it has to be fetched. Throws when there is none. */
  readonly local: (key: string, scratch: string) => Promise<string>;
  /** What is kept under a key as a stream. */
  readonly stream: (key: string) => Promise<NodeJS.ReadableStream>;
  readonly remove: (key: string) => Promise<void>;
  /** Bytes that can still be kept; `null` where that is not known. */
  readonly free: () => Promise<number | null>;
}

/** Refuses a key that would climb out of its place. */
export function checkedKey(key: string): string {
  if (!/^[a-z0-9-]+(\/[a-z0-9.-]+)+$/.test(key) || key.includes('..')) throw new Error(`“${key}” is no key of the store`);
  return key;
}
