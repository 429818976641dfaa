import { radians } from '../angles';
import type { CircleRow, Evidence } from '../kit/spec';
import type { ItemOf } from '../kit/item';
import { ask, both, known, need, unknown, type Result } from './missing';
import { between } from './parts';
import type { CircleSpecs } from '../model/lens';
import type { LensItem, RigParts } from '../model/rig';

/** Where an image circle comes from. */
export type LightBasis = 'spec' | 'fieldAngle' | 'converter';

export interface LightCircle {
  readonly diameterMm: number;
  readonly evidence: Evidence | null;
  readonly basis: LightBasis;
}

/** The lens as it works in a rig: behind a reducer or converter everything takes the factor. */
export interface EffectiveLens {
  readonly focalMm: number;
  readonly widestFNumber: number;
  readonly smallestFNumber: number;
  readonly factor: number;
}

/** The reducers and converters of a rig. */
export function convertersOf(parts: RigParts): readonly ItemOf<'converter'>[] {
  return between(parts).filter((part) => part.kind === 'converter');
}

/** The product of the factors of all reducers and converters, 1 without any. */
export function rigFactor(parts: RigParts): Result<number> {
  let factor: Result<number> = known(1);
  for (const converter of convertersOf(parts)) {
    const both_ = both(factor, need(converter, 'factor'));
    factor = both_.known ? known(both_.value[0] * both_.value[1].factor) : both_;
  }
  return factor;
}

/** Focal length and apertures in the rig: k·f and k·N (optics of a reducer or converter of factor k). */
export function effectiveLens(parts: RigParts): Result<EffectiveLens> {
  const all = both(need(parts.lens, 'focalMm', 'widestFNumber', 'smallestFNumber'), rigFactor(parts));
  if (!all.known) return all;
  const [{ focalMm, widestFNumber, smallestFNumber }, factor] = all.value;
  return known({
    focalMm: focalMm * factor,
    widestFNumber: marked(widestFNumber * factor),
    smallestFNumber: marked(smallestFNumber * factor),
    factor,
  });
}

// An f-number is read to two figures or so; a product such as 3.1949999 is not.
function marked(fNumber: number): number {
  return Math.round(fNumber * 100) / 100;
}

/** The image circle of a lens by itself, at infinity: as given, or 2·f·tan(angle/2) from its field angle. */
export function imageCircleOfLens(lens: LensItem): Result<LightCircle> {
  const { imageCircleMm, imageCircleEvidence, fieldDeg, focalMm } = lens.specs;
  if (imageCircleMm !== null) return known({ diameterMm: imageCircleMm, evidence: imageCircleEvidence, basis: 'spec' });
  if (fieldDeg !== null && focalMm !== null) {
    return known({ diameterMm: 2 * focalMm * Math.tan(radians(fieldDeg / 2)), evidence: imageCircleEvidence, basis: 'fieldAngle' });
  }
  return unknown(ask(lens, 'imageCircleMm'));
}

/** The image circle on the sensor at infinity, times the factor and no larger than the converters pass. */
export function rigLightCircle(parts: RigParts): Result<LightCircle> {
  const all = both(imageCircleOfLens(parts.lens), rigFactor(parts));
  if (!all.known) return all;
  const [light, factor] = all.value;
  const passed = Math.min(...convertersOf(parts).map(({ specs }) => specs.clearCircleMm ?? Infinity));
  const diameterMm = light.diameterMm * factor;
  return passed < diameterMm ? known({ diameterMm: passed, evidence: null, basis: 'converter' }) : known({ ...light, diameterMm });
}

/** The sharp circles on the sensor by the f-number that is set in the rig; empty when none is known. */
export function rigDefinition(parts: RigParts): readonly CircleRow[] {
  const factor = rigFactor(parts);
  if (!factor.known) return [];
  const light = rigLightCircle(parts);
  const most = light.known ? light.value.diameterMm : Infinity;
  return parts.lens.specs.sharpCircles.map(({ fNumber, diameterMm, evidence }) => ({
    fNumber: marked(fNumber * factor.value),
    diameterMm: Math.min(most, diameterMm * factor.value),
    evidence,
  }));
}

/** The circles of a rig as coverage takes them. */
export function rigCircles(parts: RigParts): CircleSpecs {
  const light = rigLightCircle(parts);
  return {
    imageCircleMm: light.known ? light.value.diameterMm : null,
    sharpCircles: rigDefinition(parts).map(({ fNumber, diameterMm }) => ({ fNumber, diameterMm })),
  };
}

/** What is asked for when neither an image circle nor a sharp circle is known. */
export function circleAsks(parts: RigParts) {
  const light = rigLightCircle(parts);
  return light.known ? unknown() : light;
}
