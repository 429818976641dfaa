import { atHeight } from '../aberrations/aberrations';
import type { Specs } from '../kit/item';

/** The tables of a lens by image height, which all stand at the same heights. */
export const HEIGHT_TABLES = ['tangentialSagMm', 'sagittalSagMm', 'distortionPercent', 'falloffWideStops', 'falloffStoppedStops'] as const;
export type HeightTable = (typeof HEIGHT_TABLES)[number];

/** Heights nearer than this to the last one that was measured are the same, mm. */
const SAME_MM = 0.5;

/**
 * The tables of a lens with those that a test measured. All of them go over to
 * the heights of the test. Where the kit has values farther out, these stay; a
 * table that had none there keeps its last value.
 *
 * @param specs the lens of the kit
 * @param heightsMm image heights of the test
 * @param measured its tables, one value for each height; an empty one takes the table away
 */
export function withHeightTables(
  specs: Specs<'lens'>,
  heightsMm: readonly number[],
  measured: Partial<Readonly<Record<HeightTable, readonly number[]>>>,
): Partial<Specs<'lens'>> {
  if (heightsMm.length === 0) return {};
  // A table that the test takes away does not count.
  const isKept = HEIGHT_TABLES.some((key) => measured[key]?.length !== 0 && specs[key].length > 0);
  const last = heightsMm.at(-1) ?? 0;
  const farther = isKept ? specs.heightsMm.filter((mm) => mm > last + SAME_MM) : [];
  const all = [...heightsMm, ...farther];
  const tables = HEIGHT_TABLES.flatMap((key) => {
    const own = measured[key];
    const known = (mm: number): number => atHeight(specs.heightsMm, specs[key], mm);
    if (!own) return specs[key].length === 0 ? [] : [[key, all.map(known)] as const];
    if (own.length === 0) return [[key, []] as const];
    return [[key, [...own, ...farther.map((mm) => (specs[key].length === 0 ? (own.at(-1) ?? 0) : known(mm)))]] as const];
  });
  return { heightsMm: all, ...Object.fromEntries(tables) };
}
