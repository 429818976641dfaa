import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import bidiFactory from 'bidi-js';
import { create } from 'fontkit';
import { z } from 'zod';
import { sfntOf } from './sfnt';

const require = createRequire(import.meta.url);

/** The families whose files ship with the application, first the one that everything is set in: what it lacks the next has. */
const FAMILIES = ['archivo', 'noto-sans', 'noto-sans-arabic', 'noto-sans-hebrew', 'noto-sans-sc', 'noto-sans-kr'] as const;
/** Families that are written from right to left. */
const RIGHT_TO_LEFT: readonly string[] = ['noto-sans-arabic', 'noto-sans-hebrew'];
const WEIGHTS = { plain: 400, bold: 700 } as const;
export type Weight = keyof typeof WEIGHTS;

type Ranges = readonly (readonly [number, number])[];

/** A file of a family for some scripts. */
export interface Face {
  readonly family: (typeof FAMILIES)[number];
  readonly subset: string;
  readonly ranges: Ranges;
}

/** Which characters which file has: each family tells by subset, as CSS ranges (`U+0400-045F`). */
export const FACES: readonly Face[] = FAMILIES.flatMap((family) => {
  const told = z
    .record(z.string(), z.string())
    .parse(JSON.parse(readFileSync(require.resolve(`@fontsource/${family}/unicode.json`), 'utf8')));
  const faces = Object.entries(told).map(
    // The many files of a large family are numbered: “[17]” stands for the file 17.
    ([subset, ranges]): Face => ({ family, subset: subset.replace(/[[\]]/gu, ''), ranges: ranges.split(',').map(range) }),
  );
  // Latin itself before its extensions.
  return faces.sort((a, b) => a.subset.length - b.subset.length);
});

function range(words: string): readonly [number, number] {
  const [from = '', to = from] = words.trim().replace(/^U\+/u, '').split('-');
  return [Number.parseInt(from, 16), Number.parseInt(to, 16)];
}

const plain = FACES.find(({ subset }) => subset === 'latin');

/** A face in one weight: what it is called, and the font itself. */
interface FaceFont {
  readonly name: string;
  readonly font: Buffer;
}

/** The fonts that were read so far. */
const fonts = new Map<string, FaceFont>();

/** The font of a face in one weight. */
export function faceFont({ family, subset }: Face, weight: Weight): FaceFont {
  const name = `${family}-${subset}-${WEIGHTS[weight]}`;
  const known = fonts.get(name);
  if (known) return known;
  const read = { name, font: sfntOf(readFileSync(require.resolve(`@fontsource/${family}/files/${name}-normal.woff`))) };
  fonts.set(name, read);
  return read;
}

const within = (ranges: Ranges, code: number): boolean => ranges.some(([from, to]) => code >= from && code <= to);

/** The files that were opened to see what they have. */
const opened = new Map<Face, ReturnType<typeof create>>();

/** Whether a face has a character: ranges name whole blocks, of which a file need not have everything. */
function has(face: Face, character: string): boolean {
  const code = character.codePointAt(0) ?? 0;
  if (!within(face.ranges, code)) return false;
  let font = opened.get(face);
  if (!font) {
    font = create(faceFont(face, 'plain').font);
    opened.set(face, font);
  }
  return 'hasGlyphForCodePoint' in font && font.hasGlyphForCodePoint(code);
}

/** A stretch of text that one face has all of. */
export interface Run {
  readonly face: Face;
  readonly text: string;
}

/** What is put for a character that no face has, such as an emoji: seen as missing, not left out. */
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

const bidi = bidiFactory();

/** A piece of a line that goes one way: all of one level, and in a stretch from right to left one word or one gap. */
interface Piece {
  readonly level: number;
  readonly text: string;
}

function piecesOf(text: string, levels: ArrayLike<number>): readonly Piece[] {
  const pieces: { level: number; text: string }[] = [];
  let at = 0;
  for (const character of text) {
    const level = levels[at] ?? 0;
    at += character.length;
    const last = pieces[pieces.length - 1];
    const cut = level % 2 === 1 && (character === ' ' || last?.text.endsWith(' '));
    if (last?.level === level && !cut) last.text += character;
    else pieces.push({ level, text: character });
  }
  return pieces;
}

/** Pieces as they stand on paper from left to right: rule L2 of the algorithm, on pieces instead of characters. */
function inSight(pieces: readonly Piece[]): readonly Piece[] {
  const order = [...pieces];
  for (let level = Math.max(0, ...pieces.map((piece) => piece.level)); level > 0; level--) {
    for (let from = 0; from < order.length; from++) {
      let end = from;
      while ((order[end]?.level ?? -1) >= level) end++;
      order.splice(from, end - from, ...order.slice(from, end).reverse());
      from = end;
    }
  }
  return order;
}

/** A piece from right to left: brackets the other way round, and what no shaper turns turned here. */
function turnedRuns(text: string): readonly Run[] {
  const mirrored = Array.from(text, (character) => bidi.getMirroredCharacter(character) ?? character).join('');
  return runsOf(mirrored)
    .map(({ face, text: part }) =>
      RIGHT_TO_LEFT.includes(face.family) ? { face, text: part } : { face, text: Array.from(part).reverse().join('') },
    )
    .reverse();
}

/**
 * A text in stretches of one face as they stand on paper from left to right.
 * Source: Unicode Bidirectional Algorithm, UAX #9, by the package bidi-js; the
 * letters of a word are turned and joined by the shaper of the PDF package.
 */
export function runsInSight(text: string): readonly Run[] {
  const { levels } = bidi.getEmbeddingLevels(text);
  return inSight(piecesOf(text, levels)).flatMap(({ level, text: part }) => (level % 2 === 1 ? turnedRuns(part) : runsOf(part)));
}

/** Whether a text reads from left to right throughout, so that it stands in the file in the order in which it was written. */
export function readsLeftToRight(text: string): boolean {
  const { levels } = bidi.getEmbeddingLevels(text);
  return levels.every((level) => level === 0);
}
