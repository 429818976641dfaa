import { lightOf } from './refine';

const { floor, min } = Math;

/** What an ICC profile says of a picture's samples. */
export interface ColourProfile {
  /** Linear light, 1 full, by encoded value 0 to 1; one for red, green and blue together. */
  readonly light: (encoded: number) => number;
  /** Linear red, green and blue of the profile as those of sRGB, row by row; `null` for a profile of sRGB's own colours. */
  readonly toSrgb: readonly number[] | null;
}

/** sRGB itself, which is meant where a file has no profile. */
export const SRGB: ColourProfile = { light: lightOf, toSrgb: null };

/** Length of the header and of an entry of the table of tags. Source: ICC.1:2010. */
const [HEADER, ENTRY] = [128, 12] as const;
/** XYZ of D50 to linear sRGB, white adapted by Bradford's method. Source: sRGB's profile primaries inverted, from memory. */
const XYZ_TO_SRGB = [
  3.133_856_1, -1.616_866_7, -0.490_614_6, -0.978_768_4, 1.916_141_5, 0.033_454, 0.071_945_3, -0.228_991_4, 1.405_242_7,
] as const;
/** A matrix that differs from that of sRGB by no more than this is sRGB. */
const SAME = 0.01;

/**
 * How a matrix profile encodes light, and what its primaries are; `null` for a
 * profile of another kind (by tables, of grey, of inks) or one that is damaged.
 * Source: ICC.1:2010 (ISO 15076-1), clauses 7, 10.6, 10.18 and 10.31.
 *
 * @param profile the bytes of the profile
 *
 * @example
 * colourProfile(new Uint8Array(0)) // => null
 */
export function colourProfile(profile: Uint8Array): ColourProfile | null {
  try {
    const view = new DataView(profile.buffer, profile.byteOffset, profile.byteLength);
    const tags = new Map<string, number>();
    const count = view.getUint32(HEADER);
    for (let i = 0; i < count; i++) {
      const at = HEADER + 4 + ENTRY * i;
      tags.set(text(view, at), view.getUint32(at + 4));
    }
    if (text(view, 16) !== 'RGB ' || tags.has('A2B0')) return null;
    const at = (name: string): number => {
      const offset = tags.get(name);
      if (offset === undefined) throw new RangeError(name);
      return offset;
    };
    const light = curveAt(view, at('gTRC'));
    if (light === null) return null;
    const columns = ['rXYZ', 'gXYZ', 'bXYZ'].map((name) => [0, 1, 2].map((i) => view.getInt32(at(name) + 8 + 4 * i) / 65_536));
    const toSrgb = [0, 1, 2].flatMap((row) =>
      columns.map((column) => column.reduce((sum, value, i) => sum + value * (XYZ_TO_SRGB[3 * row + i] ?? 0), 0)),
    );
    const isSrgb = toSrgb.every((value, i) => Math.abs(value - (i % 4 === 0 ? 1 : 0)) < SAME);
    return { light, toSrgb: isSrgb ? null : toSrgb };
  } catch (error) {
    if (error instanceof RangeError) return null;
    throw error;
  }
}

const text = (view: DataView, at: number): string => String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));

/** A curve of a profile: a power, a table or a formula; `null` for one that is not known. */
function curveAt(view: DataView, at: number): ((encoded: number) => number) | null {
  const kind = text(view, at);
  if (kind === 'curv') {
    const count = view.getUint32(at + 8);
    if (count === 0) return (encoded) => encoded;
    if (count === 1) {
      const power = view.getUint16(at + 12) / 256;
      return (encoded) => encoded ** power;
    }
    const table = Float32Array.from({ length: count }, (_, i) => view.getUint16(at + 12 + 2 * i) / 65_535);
    return (encoded) => {
      const place = encoded * (count - 1);
      const i = min(count - 2, floor(place));
      const [p, q] = [table[i] ?? 0, table[i + 1] ?? 0];
      return p + (q - p) * (place - i);
    };
  }
  if (kind !== 'para') return null;
  const number = (i: number): number => view.getInt32(at + 12 + 4 * i) / 65_536;
  const form = view.getUint16(at + 8);
  const [g, a, b, c, d, e, f] = [0, 1, 2, 3, 4, 5, 6].map((i) => (i < (PARAMETERS[form] ?? 0) ? number(i) : 0)) as [
    number,
    number,
    number,
    number,
    number,
    number,
    number,
  ];
  const power = (x: number): number => (a * x + b) ** g;
  switch (form) {
    case 0:
      return (x) => x ** g;
    case 1:
      return (x) => (x >= -b / a ? power(x) : 0);
    case 2:
      return (x) => (x >= -b / a ? power(x) + c : c);
    case 3:
      return (x) => (x >= d ? power(x) : c * x);
    case 4:
      return (x) => (x >= d ? power(x) + e : c * x + f);
    default:
      return null;
  }
}

/** How many numbers each form of a curve by formula has. */
const PARAMETERS = [1, 3, 4, 5, 7] as const;

/**
 * Linear light by sample value.
 *
 * @param profile how the samples encode light
 * @param bits bits of a sample
 *
 * @example
 * lightCurve(SRGB, 8)[255] // => 1
 */
export function lightCurve({ light }: ColourProfile, bits: 8 | 16): Float32Array {
  const most = 2 ** bits - 1;
  return Float32Array.from({ length: most + 1 }, (_, i) => light(i / most));
}
