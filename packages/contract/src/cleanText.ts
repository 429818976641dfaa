/** Where in a value a text is that cannot be kept, by the keys and positions that lead there. */
export type TextPath = readonly (string | number)[];

// Control characters but for tab and line ends, halves of a surrogate pair, and
// the two code points that are no characters (Unicode 15, 23.7): a database
// keeps none of NUL and halves, and XML none of them.
const REFUSED =
  // eslint-disable-next-line no-control-regex
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/u;
// Embeddings, overrides and isolates of direction (Unicode 15, 23.2): unseen, and able to turn a name around.
const DIRECTIONS = /[\u202a-\u202e\u2066-\u2069]/gu;

/**
 * A text as it is kept: composed (Unicode’s form NFC), so that the same name is
 * the same text whatever keyboard it came from, and without the unseen marks
 * that turn the direction of writing.
 *
 * @param text any text
 * @returns `null` where it has a character that cannot be kept
 */
export function cleanText(text: string): string | null {
  return REFUSED.test(text) ? null : text.replaceAll(DIRECTIONS, '').normalize('NFC');
}

/** Thrown where a text cannot be kept. */
export class UncleanText extends Error {
  readonly path: TextPath;

  constructor(path: TextPath) {
    super(path.join('.'));
    this.path = path;
  }
}

/**
 * What was read from JSON, with every text in it as it is kept. What needs no
 * change is the same object as before.
 *
 * @throws UncleanText with the path of the first text that cannot be kept
 */
export function withCleanTexts(value: unknown, path: TextPath = []): unknown {
  if (typeof value === 'string') {
    const clean = cleanText(value);
    if (clean === null) throw new UncleanText(path);
    return clean;
  }
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) {
    const members: readonly unknown[] = value;
    const clean = members.map((each, i) => withCleanTexts(each, [...path, i]));
    return clean.every((each, i) => each === members[i]) ? value : clean;
  }
  const fields = Object.entries(value).map(([key, each]: [string, unknown]) => {
    if (cleanText(key) === null) throw new UncleanText(path);
    return [key, withCleanTexts(each, [...path, key]), each] as const;
  });
  return fields.every(([, clean, each]) => clean === each) ? value : Object.fromEntries(fields.map(([key, clean]) => [key, clean]));
}
