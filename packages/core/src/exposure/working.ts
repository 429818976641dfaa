import { exposureText } from '@gangway/messages/core/exposure';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { radians } from '../angles';
import { apertureScale } from '../coverage/apertures';
import { cornerAngles } from '../coverage/corner';
import { mosaicGiven, shotsOf } from '../stitching/metrics';
import { exposureValue, speedValue, timeFor } from './apex';
import { bracketStops } from './brackets';
import { exposureFactor } from './exposure';
import { neededTime } from './reciprocity';
import { setTime, shuttersOf, type SetTime, type Shutter } from './shutter';
import type { SetupSettings } from '../model/setup';
import type { Brackets, Reciprocity } from '../model/exposure';

/** One thing that asks for more light. */
export interface LightLine {
  readonly id: 'closeUp' | 'filter' | 'centre' | 'falloff' | 'compensation' | 'reciprocity';
  readonly words: string;
  /** More light needed, stops; `null` when not known. */
  readonly stops: number | null;
}

/** One exposure of a bracket. */
export interface BracketShot extends SetTime {
  /** Against the metered one, as wanted and as set, stops of light. */
  readonly stops: number;
  /** What the film needs before it is rounded to the shutter, s. */
  readonly neededS: number;
  /** Beyond the last row of the film's table. */
  readonly beyond: boolean;
}

/** From the reading to what is set. */
export interface Working {
  /** The reading as an exposure value at ISO 100, for a glance. */
  readonly ev100: number;
  /** What asks for more light, in the order in which it is added. */
  readonly lines: readonly LightLine[];
  /** The time before film loses speed, s; `null` when a filter is not known. */
  readonly shutterSpeedS: number | null;
  /** The law that the film follows; `null` when it is film and not known. */
  readonly law: Exclude<Reciprocity, { kind: 'film' }> | null;
  readonly shutter: Shutter;
  /** In the order of the shots; empty when the time is not known. */
  readonly shots: readonly BracketShot[];
}

/**
 * The shutter that a setup works with: the one chosen if the rig has it, else its usual one.
 *
 * @param settings what of the settings it depends on
 *
 * @example
 * setupShutter(front).kind // => 'focal'
 */
export function setupShutter({ rig, exposure }: Pick<SetupSettings, 'rig' | 'exposure'>): Shutter {
  const all = shuttersOf(rig.parts);
  return all.find(({ kind }) => kind === exposure.shutter) ?? all[0];
}

/**
 * The brackets of a setup: at every place of a mosaic as its series says.
 *
 * @param settings what of the settings it depends on
 *
 * @example
 * setupBrackets(front).count // => 1
 */
export function setupBrackets({ exposure, mosaic }: Pick<SetupSettings, 'exposure' | 'mosaic'>): Brackets {
  return mosaic ? { ...exposure.brackets, count: mosaic.series.brackets } : exposure.brackets;
}

/**
 * All shots of a setup: brackets, and the places and flat-field frames of a mosaic.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * totalShots(mosaicGeometry) // => 3
 */
export function totalShots(geometry: Geometry): number {
  return geometry.settings.mosaic ? shotsOf(geometry.settings.mosaic) : geometry.settings.exposure.brackets.count;
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

/**
 * Falloff at the farthest corner, stops, and what a centre filter leaves of it.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * setupFalloff(frontGeometry).cornerDeg // => 37.512
 */
export function setupFalloff(geometry: Geometry): { readonly cornerDeg: number; readonly stops: number; readonly left: number } {
  const cornerDeg = farthestCornerDeg(geometry);
  const stops = falloff(cornerDeg);
  return { cornerDeg, stops, left: Math.max(0, stops - (geometry.settings.exposure.centreFilterStops ?? 0)) };
}

/** The law of the film in a setup; a sensor loses nothing. `null` for film of which nothing is known. */
export function setupLaw({ rig, exposure }: Pick<SetupSettings, 'rig' | 'exposure'>): Working['law'] {
  const { reciprocity } = exposure;
  if (reciprocity.kind !== 'film') return reciprocity;
  const { back } = rig.parts;
  if (back.kind !== 'film') return { kind: 'none' };
  const exponent = back.specs.reciprocityExponent;
  return exponent === null ? null : { kind: 'exponent', exponent };
}

/** What asks for more light than the meter says, without the film's own loss. */
export function lightLines(geometry: Geometry): readonly LightLine[] {
  const { exposure, rig } = geometry.settings;
  const lines: LightLine[] = [];
  if (!exposure.throughLens) {
    const m = Math.max(0, geometry.magnification);
    const { stops } = exposureFactor(m, rig.parts.lens.specs.pupilRatio ?? 1, geometry.settings.fNumber, 0);
    lines.push({ id: 'closeUp', words: exposureText.bellowsExtension, stops });
    for (const part of rig.parts.front) if (part.kind === 'filter') lines.push({ id: 'filter', words: part.name, stops: part.specs.stops });
    for (const { name, stops } of exposure.filters) lines.push({ id: 'filter', words: name, stops });
    if (exposure.centreFilterStops !== null)
      lines.push({ id: 'centre', words: exposureText.centreFilter, stops: exposure.centreFilterStops });
  }
  if (exposure.favour !== 'centre') {
    const { left, cornerDeg } = setupFalloff(geometry);
    const half = Math.max(0, falloff(cornerDeg / 2) - (exposure.centreFilterStops ?? 0));
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

/**
 * From the reading of the meter to what the shutter is set to. Extension by
 * (1 + m/p)², filters by their stops, falloff by cos⁴ for the part of the
 * picture that is favoured, then the film's own loss, for each exposure of the
 * bracket by itself. `null` until a meter was read.
 *
 * @param geometry what follows from the settings of a setup
 * @param fNumber marked f-number
 *
 * @example
 * workingExposure(frontGeometry)?.ev100 // => 12
 */
export function workingExposure(geometry: Geometry, fNumber = geometry.settings.fNumber): Working | null {
  const { exposure } = geometry.settings;
  const { meter } = exposure;
  if (!meter) return null;
  const read = meter.kind === 'ev' ? meter.ev : exposureValue(meter.fNumber, meter.shutterSpeedS);
  const brightness = read - speedValue(meter.iso);
  const lines = lightLines(geometry);
  const law = setupLaw(geometry.settings);
  const shutter = setupShutter(geometry.settings);
  const ev100 = brightness + speedValue(100);
  const stops = lines.reduce<number | null>((sum, line) => (sum === null || line.stops === null ? null : sum + line.stops), 0);
  const base = { ev100, lines, law, shutter };
  if (stops === null) return { ...base, shutterSpeedS: null, shots: [] };
  const shutterSpeedS = timeFor(brightness + speedValue(exposure.iso) - stops, fNumber);
  const shots = bracketStops(setupBrackets(geometry.settings)).flatMap((by): readonly BracketShot[] => {
    const wanted = shutterSpeedS * 2 ** by;
    // Film of which nothing is known is trusted up to one second, as data sheets do (common practice).
    const trusted = law ?? (wanted <= 1 ? ({ kind: 'none' } as const) : null);
    if (!trusted) return [];
    const needed = neededTime(wanted, trusted);
    return [{ ...setTime(needed.shutterSpeedS, shutter, exposure.step), stops: by, neededS: needed.shutterSpeedS, beyond: needed.beyond }];
  });
  return { ...base, shutterSpeedS, shots };
}

/**
 * The mean time of the shots of a bracket, s; `null` when not known.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * meanShotS(frontGeometry) // => 0.016667
 */
export function meanShotS(geometry: Geometry): number | null {
  const shots = workingExposure(geometry)?.shots ?? [];
  return shots.length === 0 ? null : shots.reduce((sum, { shutterSpeedS }) => sum + shutterSpeedS, 0) / shots.length;
}

/** An aperture and the time that goes with it. */
export interface Pair {
  readonly fNumber: number;
  readonly set: SetTime | null;
}

/**
 * The same exposure at every mark of the ring; film loses speed at each by its own time.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * equivalentPairs(frontGeometry).length // => 16
 */
export function equivalentPairs(geometry: Geometry): readonly Pair[] {
  const { widestFNumber, smallestFNumber, stopStep } = geometry.settings.rig.lens;
  const single = {
    ...geometry.settings,
    exposure: { ...geometry.settings.exposure, brackets: { ...geometry.settings.exposure.brackets, count: 1 } },
    mosaic: null,
  };
  return apertureScale(widestFNumber, smallestFNumber, stopStep).map((fNumber) => ({
    fNumber,
    set: workingExposure(freshGeometry(single), fNumber)?.shots[0] ?? null,
  }));
}

/** Densities of the usual ND filters, stops (common practice: density 0.3 to a stop). */
export const GREY_STOPS = [1, 2, 3, 4, 6, 10, 15] as const;

/**
 * How many stops of grey bring the metered take to a time, and the nearest that one or two usual filters give.
 *
 * @param geometry what follows from the settings of a setup
 * @param wantedS exposure time wanted, s
 *
 * @example
 * ndFor(frontGeometry, 30) // => {stops: 10.903, filters: [10, 1], shutterSpeedS: 32.094}
 */
export function ndFor(
  geometry: Geometry,
  wantedS: number,
): { readonly stops: number; readonly filters: readonly number[]; readonly shutterSpeedS: number } | null {
  const working = workingExposure(geometry);
  if (!working || working.shutterSpeedS === null || !(wantedS > 0)) return null;
  const law = working.law ?? { kind: 'none' as const };
  // What the meter would have to say for the film to need the time wanted: its law, read backward.
  let [low, high] = [working.shutterSpeedS / 2 ** 20, wantedS];
  for (let i = 0; i < 80; i++) {
    const middle = Math.sqrt(low * high);
    if (neededTime(middle, law).shutterSpeedS < wantedS) low = middle;
    else high = middle;
  }
  const stops = Math.log2(high / working.shutterSpeedS);
  const sets: number[][] = [
    [],
    ...GREY_STOPS.map((a) => [a]),
    ...GREY_STOPS.flatMap((a) => GREY_STOPS.filter((b) => b < a).map((b) => [a, b])),
  ];
  const sum = (set: readonly number[]): number => set.reduce((all, each) => all + each, 0);
  const filters = sets.reduce((best, each) =>
    Math.abs(sum(each) - stops) < Math.abs(sum(best) - stops) - 1e-9 ||
    (Math.abs(Math.abs(sum(each) - stops) - Math.abs(sum(best) - stops)) < 1e-9 && each.length < best.length)
      ? each
      : best,
  );
  return { stops, filters, shutterSpeedS: neededTime(working.shutterSpeedS * 2 ** sum(filters), law).shutterSpeedS };
}
