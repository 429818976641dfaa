import { exposureText } from '@gangway/messages/core/exposure';
import { degrees, radians } from '../angles';
import { cornerAngles } from '../coverage/corner';
import type { Geometry } from '../geometry/geometry';
import { mosaicGiven } from '../stitching/metrics';
import { heightAt, measuredFalloff } from '../aberrations/aberrations';
import { rigAberrations } from '../rig/aberrations';
import { exposureFactor } from './exposure';

/** One thing that asks for more light. */
export interface LightLine {
  readonly id: 'closeUp' | 'transmission' | 'filter' | 'centre' | 'falloff' | 'compensation' | 'reciprocity';
  readonly words: string;
  /** More light needed, stops; `null` when not known. */
  readonly stops: number | null;
}

/** The angle of the farthest corner off the lens axis, degrees, over all frames of a mosaic. */
export function farthestCornerDeg(geometry: Geometry): number {
  if (geometry.settings.mosaic) return mosaicGiven(geometry)?.cornerDeg ?? 0;
  return Math.max(...cornerAngles(geometry.frame, geometry.imageMm, geometry.lens).map(({ angle }) => (angle * 180) / Math.PI));
}

/** Falloff at an angle by the cos⁴ law, stops. */
function falloff(deg: number): number {
  return -4 * Math.log2(Math.cos(radians(Math.min(89, deg)))) + 0;
}

/** Falloff at an angle to the lens axis, stops: as measured at an aperture, by cos⁴ where nobody has measured it. */
function falloffAt({ settings: { rig } }: Geometry, deg: number, fNumber: number): { readonly stops: number; readonly measured: boolean } {
  const aberrations = rigAberrations(rig.parts);
  const measured = aberrations && measuredFalloff(aberrations, heightAt(rig.lens.focalMm, deg), fNumber);
  return measured === null ? { stops: falloff(deg), measured: false } : { stops: measured, measured: true };
}

/** Falloff at the farthest corner. */
export interface CornerFalloff {
  readonly cornerDeg: number;
  readonly stops: number;
  /** What a centre filter leaves of it. */
  readonly left: number;
  /** Whether the falloff of the lens was measured; else it is by cos⁴. */
  readonly measured: boolean;
}

/**
 * Falloff at the farthest corner, stops, and what a centre filter leaves of it.
 *
 * @param geometry what follows from the settings of a setup
 * @param fNumber marked f-number
 *
 * @example
 * setupFalloff(frontGeometry).cornerDeg // => 37.512
 */
export function setupFalloff(geometry: Geometry, fNumber = geometry.settings.fNumber): CornerFalloff {
  const cornerDeg = farthestCornerDeg(geometry);
  const { stops, measured } = falloffAt(geometry, cornerDeg, fNumber);
  return { cornerDeg, stops, measured, left: Math.max(0, stops - (geometry.settings.exposure.centreFilterStops ?? 0)) };
}

/**
 * What the light loses on its way through bellows, glass and filters.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * lossLines(frontGeometry).map(({ id }) => id) // => ['closeUp']
 */
export function lossLines(geometry: Geometry): readonly LightLine[] {
  const { exposure, rig, fNumber } = geometry.settings;
  const { tNumber, widestFNumber, pupilRatio } = rig.parts.lens.specs;
  const { stops } = exposureFactor(Math.max(0, geometry.magnification), pupilRatio ?? 1, fNumber, 0);
  const lines: LightLine[] = [{ id: 'closeUp', words: exposureText.bellowsExtension, stops }];
  // The T-number tells what the glass keeps back; it counts for exposure only.
  if (tNumber !== null && widestFNumber !== null)
    lines.push({ id: 'transmission', words: exposureText.lightLostInTheLens, stops: 2 * Math.log2(tNumber / widestFNumber) });
  for (const part of rig.parts.front) if (part.kind === 'filter') lines.push({ id: 'filter', words: part.name, stops: part.specs.stops });
  for (const { name, stops: each } of exposure.filters) lines.push({ id: 'filter', words: name, stops: each });
  if (exposure.centreFilterStops !== null)
    lines.push({ id: 'centre', words: exposureText.centreFilter, stops: exposure.centreFilterStops });
  return lines;
}

/** What the photographer wants more light for: the part of the picture that is favoured, and by choice. */
export function wantedLines(geometry: Geometry, fNumber = geometry.settings.fNumber): readonly LightLine[] {
  const { exposure } = geometry.settings;
  const lines: LightLine[] = [];
  if (exposure.favour !== 'centre') {
    const { left, cornerDeg } = setupFalloff(geometry, fNumber);
    // Half the image height, not half the angle.
    const halfDeg = degrees(Math.atan(Math.tan(radians(Math.min(89, cornerDeg))) / 2));
    const half = Math.max(0, falloffAt(geometry, halfDeg, fNumber).stops - (exposure.centreFilterStops ?? 0));
    lines.push({
      id: 'falloff',
      words: exposure.favour === 'corner' ? exposureText.falloffAtTheFarthestCorner : exposureText.falloffHalfWayToThe,
      stops: exposure.favour === 'corner' ? left : half,
    });
  }
  if (exposure.compensationStops !== 0)
    lines.push({ id: 'compensation', words: exposureText.exposureCompensation, stops: exposure.compensationStops });
  return lines;
}

/** The sum of what is lost or wanted, stops; `null` where a value is missing. */
export function sumOf(lines: readonly LightLine[]): number | null {
  return lines.reduce<number | null>((sum, { stops }) => (sum === null || stops === null ? null : sum + stops), 0);
}
