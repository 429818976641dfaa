import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { z } from 'zod';

const require = createRequire(import.meta.url);

/** The families whose files ship with the application, first the one that everything is set in: what it lacks the next has. */
const FAMILIES = ['archivo', 'noto-sans'] as const;
const WEIGHTS = { plain: 400, bold: 700 } as const;
export type Weight = keyof typeof WEIGHTS;

/** A file of a family for some scripts. */
export interface Face {
  readonly family: (typeof FAMILIES)[number];
  readonly subset: string;
  readonly ranges: readonly (readonly [number, number])[];
}

/** Which characters which file has: each family tells by subset, as CSS ranges (`U+0400-045F`). */
export const FACES: readonly Face[] = FAMILIES.flatMap((family) => {
  const told = z
    .record(z.string(), z.string())
    .parse(JSON.parse(readFileSync(require.resolve(`@fontsource/${family}/unicode.json`), 'utf8')));
  const faces = Object.entries(told).map(([subset, ranges]): Face => ({ family, subset, ranges: ranges.split(',').map(range) }));
  // Latin itself before its extensions.
  return faces.sort((a, b) => a.subset.length - b.subset.length);
});

function range(words: string): readonly [number, number] {
  const [from = '', to = from] = words.trim().replace(/^U\+/u, '').split('-');
  return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
}

const plain = FACES.find(({ subset }) => subset === 'latin');

/** The file of a face in one weight. */
export function faceFile({ family, subset }: Face, weight: Weight): string {
  return require.resolve(`@fontsource/${family}/files/${family}-${subset}-${WEIGHTS[weight]}-normal.woff`);
}

const has = ({ ranges }: Face, character: string): boolean => {
  const code = character.codePointAt(0) ?? 0;
  return ranges.some(([from, to]) => code >= from && code <= to);
};

/** A stretch of text that one face has all of. */
export interface Run {
  readonly face: Face;
  readonly text: string;
}

/** What is put for a character that no face has, such as a Chinese one: seen as missing, not left out. */
const MISSING = '?';

/**
 * A text in stretches, each of one face, in order. A face is kept as long as it
 * has what follows, so that words are not cut up; a character that no face has
 * is put as a question mark.
 */
export function runsOf(text: string): readonly Run[] {
  const runs: { face: Face; text: string }[] = [];
  for (const character of text) {
    const last = runs[runs.length - 1];
    if (last && has(last.face, character)) {
      last.text += character;
      continue;
    }
    const face = FACES.find((each) => has(each, character));
    const put = face ? character : MISSING;
    const set = face ?? plain;
    if (!set) throw new Error('no face of the plain family is installed');
    if (last && last.face === set) last.text += put;
    else runs.push({ face: set, text: put });
  }
  return runs;
}
