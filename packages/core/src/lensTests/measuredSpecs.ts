import type { ItemOf, Specs } from '../kit/item';
import { withHeightTables } from './heightTables';
import type { LightSpecs } from './light';

/** What a lens in the kit gains by a test of its light: only the values that were measured. */
function gained(
  specs: Specs<'lens'>,
  { imageCircleMm, heightsMm, falloffWideStops, falloffStoppedStops, falloffStoppedFNumber }: LightSpecs,
): Partial<Specs<'lens'>> {
  return {
    ...withHeightTables(specs, heightsMm, { falloffWideStops, falloffStoppedStops: falloffStoppedStops ?? [] }),
    falloffStoppedFNumber,
    ...(imageCircleMm === null ? {} : { imageCircleMm, imageCircleEvidence: 'measured' as const }),
  };
}

/**
 * A lens with its light as measured. An image circle that no frame showed
 * stays as it was, and a sharp circle never ends beyond the image circle.
 *
 * @param lens the lens of the kit
 * @param measured the values that a test gave
 *
 * @example
 * withMeasuredLight(parts.lens, { imageCircleMm: 65, heightsMm: [30], falloffWideStops: [2], falloffStoppedStops: null, falloffStoppedFNumber: null }).specs.imageCircleMm // => 65
 */
export function withMeasuredLight(lens: ItemOf<'lens'>, measured: LightSpecs): ItemOf<'lens'> {
  const changes = gained(lens.specs, measured);
  const specs = { ...lens.specs, ...changes };
  const { imageCircleMm } = specs;
  const sharpCircles =
    imageCircleMm === null
      ? specs.sharpCircles
      : specs.sharpCircles.map((row) => ({ ...row, diameterMm: Math.min(row.diameterMm, imageCircleMm) }));
  return { ...lens, specs: { ...specs, sharpCircles }, typical: lens.typical.filter((key) => !(key in changes)) };
}
