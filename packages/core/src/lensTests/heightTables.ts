import { atHeight } from '../aberrations/aberrations';
import type { Specs } from '../kit/item';

/** The tables of a lens by image height, which all stand at the same heights. */
export const HEIGHT_TABLES = ['tangentialSagMm', 'sagittalSagMm', 'distortionPercent', 'falloffWideStops', 'falloffStoppedStops'] as const;
export type HeightTable = (typeof HEIGHT_TABLES)[number];

/** Heights nearer than this to the last one that was measured are the same, mm. */
const SAME_MM = 0.5;

/**
 * The tables of a lens with those that a test measured. All of them go over to
 * the heights of the test; where others reach farther, their heights beyond it stay,
 * and there a measured table keeps its last value.
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
  const isKept = HEIGHT_TABLES.some((key) => !(key in measured) && specs[key].length > 0);
  const last = heightsMm.at(-1) ?? 0;
  const all = isKept ? [...heightsMm, ...specs.heightsMm.filter((mm) => mm > last + SAME_MM)] : heightsMm;
  const tables = HEIGHT_TABLES.flatMap((key) => {
    const own = measured[key];
    if (own) return [[key, own.length === 0 ? [] : all.map((_, i) => own[Math.min(i, own.length - 1)] ?? 0)] as const];
    if (specs[key].length === 0) return [];
    return [[key, all.map((mm) => atHeight(specs.heightsMm, specs[key], mm))] as const];
  });
  return { heightsMm: all, ...Object.fromEntries(tables) };
}
