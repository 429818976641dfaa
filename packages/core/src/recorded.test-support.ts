// Values as they are put into a record: rounded, long ones summed up.

/** More of a list than this is summed up. */
const LONG = 16;
/** More of a line than this is summed up. */
const LINE = 120;

/** A short number that changes with a text. Source: FNV-1a, 32 bits (Fowler, Noll and Vo; public domain). */
export const digest = (text: string): string => {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return (hash >>> 0).toString(16).padStart(8, '0');
};

/** A value with six significant digits, long lists summed up, without what is only passed through. */
export function rounded(value: unknown): unknown {
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) return String(value);
    return Math.abs(value) < 1e-9 ? 0 : Number(value.toPrecision(6));
  }
  if (typeof value === 'function' || value === undefined) return undefined;
  if (value === null || typeof value !== 'object') return value;
  if (ArrayBuffer.isView(value)) return rounded(Array.from(value as Float64Array));
  if (value instanceof Map || value instanceof Set) return rounded([...value]);
  if (Array.isArray(value)) {
    const all = value.map((each) => rounded(each));
    return all.length > LONG ? { count: all.length, first: all[0], digest: digest(JSON.stringify(all)) } : all;
  }
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key]) => key !== 'settings' && key !== 'parts' && key !== 'rig')
      .map(([key, each]) => [key, rounded(each)]),
  );
}

/** One line that changes when anything in a value does, of so many letters at most and the digest of the rest. */
export function line(value: unknown, most = LINE): string {
  const text = typeof value === 'string' ? value : JSON.stringify(value === undefined ? null : rounded(value));
  return text.length > most ? `${text.slice(0, most)}… ${digest(text)}` : text;
}
