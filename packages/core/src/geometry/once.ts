/** A value that is worked out when it is first asked for, and kept. */
export function once<T>(derive: () => T): () => T {
  let found: { readonly value: T } | null = null;
  return () => (found ??= { value: derive() }).value;
}
