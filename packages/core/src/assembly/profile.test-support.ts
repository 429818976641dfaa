export interface CurveMade {
  readonly power?: number;
  readonly table?: readonly number[];
  readonly form?: number;
  readonly numbers?: readonly number[];
}

export interface ProfileMade {
  readonly curve: CurveMade;
  readonly space?: 'RGB ' | 'GRAY';
  readonly more?: readonly string[];
}

const text = (words: string): readonly number[] => Array.from(words, (character) => character.charCodeAt(0));
const short = (value: number): readonly number[] => [(value >> 8) & 255, value & 255];
const long = (value: number): readonly number[] => [(value >> 24) & 255, (value >> 16) & 255, (value >> 8) & 255, value & 255];
const fixed = (value: number): readonly number[] => long(Math.round(value * 65_536));
const NONE = [0, 0, 0, 0];

function curveBytes({ power, table, form, numbers = [] }: CurveMade): readonly number[] {
  if (form !== undefined) return [...text('para'), ...NONE, ...short(form), 0, 0, ...numbers.flatMap(fixed)];
  if (table) return [...text('curv'), ...NONE, ...long(table.length), ...table.flatMap((value) => short(Math.round(65_535 * value)))];
  if (power !== undefined) return [...text('curv'), ...NONE, ...long(1), ...short(Math.round(256 * power))];
  return [...text('curv'), ...NONE, ...long(0)];
}

/** A profile with the primaries of ROMM RGB (ISO 22028-2, adapted to D50). Source of the form: ICC.1:2010. */
export function profileOf({ curve, space = 'RGB ', more = [] }: ProfileMade): Uint8Array {
  const xyz = (x: number, y: number, z: number): readonly number[] => [...text('XYZ '), ...NONE, ...fixed(x), ...fixed(y), ...fixed(z)];
  const tags: readonly (readonly [string, readonly number[]])[] = [
    ['rXYZ', xyz(0.7977, 0.288, 0)],
    ['gXYZ', xyz(0.1352, 0.7119, 0)],
    ['bXYZ', xyz(0.0313, 0.0001, 0.8249)],
    ['rTRC', curveBytes(curve)],
    ['gTRC', curveBytes(curve)],
    ['bTRC', curveBytes(curve)],
    ...more.map((name) => [name, curveBytes(curve)] as const),
  ];
  const head = Array.from({ length: 128 }, () => 0);
  text('mntr').forEach((value, i) => (head[12 + i] = value));
  text(space).forEach((value, i) => (head[16 + i] = value));
  text('XYZ ').forEach((value, i) => (head[20 + i] = value));
  text('acsp').forEach((value, i) => (head[36 + i] = value));
  const table: number[] = [...long(tags.length)];
  const body: number[] = [];
  const begins = 128 + 4 + 12 * tags.length;
  for (const [name, bytes] of tags) {
    table.push(...text(name), ...long(begins + body.length), ...long(bytes.length));
    body.push(...bytes, ...Array.from({ length: (4 - (bytes.length % 4)) % 4 }, () => 0));
  }
  const all = [...head, ...table, ...body];
  long(all.length).forEach((value, i) => (all[i] = value));
  return Uint8Array.from(all);
}
