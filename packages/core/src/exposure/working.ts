import { freshGeometry, type Geometry } from '../geometry/geometry';
import { apertureScale, ringOf } from '../coverage/apertures';
import { shotsOf } from '../stitching/metrics';
import { exposureValue, speedValue, timeFor } from './apex';
import { bracketStops } from './brackets';
import { flashExposure, type FlashExposure } from './flash';
import { lossLines, sumOf, wantedLines, type LightLine } from './losses';
import { meteredTime, neededTime } from './reciprocity';
import { lightTime, markedTimes, setTime, shuttersOf, type SetTime, type Shutter } from './shutter';
import type { SetupSettings } from '../model/setup';
import type { Brackets, FlashLight, Reciprocity } from '../model/exposure';

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
  /** The reading as an exposure value at ISO 100, for a glance; `null` where only the flash is known. */
  readonly ev100: number | null;
  /** What asks for more light, in the order in which it is added. */
  readonly lines: readonly LightLine[];
  /** The time by ambient light before reciprocity, s; `null` when a filter or the ambient light is not known. */
  readonly shutterSpeedS: number | null;
  /** What flash gives; `null` without it, or while its light is not entered. */
  readonly flash: FlashExposure | null;
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
 * All shots of a setup: brackets, focus stack, and the places and flat-field frames of a mosaic.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * totalShots(mosaicGeometry) // => 3
 */
export function totalShots(geometry: Geometry): number {
  const { mosaic, exposure, stack } = geometry.settings;
  return (stack?.shots ?? 1) * (mosaic ? shotsOf(mosaic) : exposure.brackets.count);
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

/** The law that counts at a time: film of which nothing is known is trusted up to one second, as data sheets do (common practice). */
function lawAt(law: Working['law'], meteredS: number): Working['law'] {
  return law ?? (meteredS <= 1 ? { kind: 'none' } : null);
}

/** What a meter read of the ambient light. */
interface Ambient {
  readonly ev100: number;
  /** The time before film loses speed, s; `null` when a filter is not known. */
  readonly shutterSpeedS: number | null;
}

function ambientOf({ settings: { exposure } }: Geometry, fNumber: number, stops: number | null): Ambient | null {
  const { meter, nominal } = exposure;
  if (!meter) return null;
  const read = meter.kind === 'ev' ? meter.ev : exposureValue(meter.fNumber, lightTime(meter.shutterSpeedS, nominal));
  const brightness = read - speedValue(meter.iso);
  return {
    ev100: brightness + speedValue(100),
    shutterSpeedS: stops === null ? null : timeFor(brightness + speedValue(exposure.iso) - stops, fNumber),
  };
}

/** The shots by ambient light. */
function ambientShots(geometry: Geometry, shutterSpeedS: number, law: Working['law'], shutter: Shutter): readonly BracketShot[] {
  const { step, nominal } = geometry.settings.exposure;
  return bracketStops(setupBrackets(geometry.settings)).flatMap((by): readonly BracketShot[] => {
    const wanted = shutterSpeedS * 2 ** by;
    const trusted = lawAt(law, wanted);
    if (!trusted) return [];
    const needed = neededTime(wanted, trusted);
    return [{ ...setTime(needed.shutterSpeedS, shutter, step, nominal), stops: by, neededS: needed.shutterSpeedS, beyond: needed.beyond }];
  });
}

/** The shots by flash: the shutter is set by choice, and a bracket of it changes the ambient light, not the flash. */
function flashShots(geometry: Geometry, { shutterSpeedS }: FlashLight, shutter: Shutter): readonly BracketShot[] {
  const { step, nominal } = geometry.settings.exposure;
  const lightS = lightTime(shutterSpeedS, nominal);
  return bracketStops(setupBrackets(geometry.settings)).map((by) => {
    const neededS = lightS * 2 ** by;
    return { ...setTime(neededS, shutter, step, nominal), stops: by, neededS, beyond: false };
  });
}

/** How much of the exposure ambient light gives in one opening with flash, as a factor; `null` where not known. */
function ambientShareOf(ambient: Ambient | null, law: Working['law'], lightS: number): number | null {
  if (!ambient || ambient.shutterSpeedS === null) return null;
  const trusted = lawAt(law, lightS);
  return trusted && meteredTime(lightS, trusted) / ambient.shutterSpeedS;
}

/**
 * From the reading of the meter to what the shutter is set to. Extension by
 * (1 + m/p)², filters by their stops, falloff by cos⁴ for the part of the
 * picture that is favoured, then the film's own loss, for each exposure of the
 * bracket by itself. With flash the shutter speed is a choice, and the exposure
 * by flash and ambient light together follows. `null` until a meter reading or
 * the light of a flash is entered.
 *
 * @param geometry what follows from the settings of a setup
 * @param fNumber marked f-number
 *
 * @example
 * workingExposure(frontGeometry)?.ev100 // => 12
 */
export function workingExposure(geometry: Geometry, fNumber = geometry.settings.fNumber): Working | null {
  const { exposure } = geometry.settings;
  const [losses, wanted] = [lossLines(geometry), wantedLines(geometry, fNumber)];
  const lines = exposure.throughLens ? wanted : [...losses, ...wanted];
  const ambient = ambientOf(geometry, fNumber, sumOf(lines));
  const light = exposure.flash ? exposure.flashLight : null;
  if (!ambient && !light) return null;
  const law = setupLaw(geometry.settings);
  const shutter = setupShutter(geometry.settings);
  const base = { ev100: ambient?.ev100 ?? null, lines, law, shutter, shutterSpeedS: ambient?.shutterSpeedS ?? null };
  if (light) {
    const share = ambientShareOf(ambient, law, lightTime(light.shutterSpeedS, exposure.nominal));
    // A flash meter does not look through the lens.
    const flash = flashExposure({ light, iso: exposure.iso, fNumber, lossStops: sumOf([...losses, ...wanted]), ambientEach: share });
    return { ...base, flash, shots: flashShots(geometry, light, shutter) };
  }
  return { ...base, flash: null, shots: base.shutterSpeedS === null ? [] : ambientShots(geometry, base.shutterSpeedS, law, shutter) };
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

/** An aperture and what the flash gives at it, or a shutter speed and what flash and ambient light give with it. */
export interface FlashWay {
  readonly setting: number;
  readonly flash: FlashExposure | null;
}

/** What the flash gives when it is used otherwise; `null` without its light. */
function flashWith(geometry: Geometry, changes: Partial<FlashLight>, fNumber?: number): FlashExposure | null {
  const { exposure } = geometry.settings;
  if (!exposure.flashLight) return null;
  const flashLight = { ...exposure.flashLight, ...changes };
  return (
    workingExposure(freshGeometry({ ...geometry.settings, mosaic: null, exposure: { ...exposure, flashLight } }), fNumber)?.flash ?? null
  );
}

/**
 * The flash at every mark of the aperture ring.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * flashAtApertures(frontGeometry)[0] // => { setting: 4, flash: null }
 */
export function flashAtApertures(geometry: Geometry): readonly FlashWay[] {
  return ringOf(geometry.settings.rig.lens).map((setting) => ({ setting, flash: flashWith(geometry, {}, setting) }));
}

/** The longest marked shutter speed that is worth comparing beside a flash, s. */
const LONGEST_WITH_FLASH_S = 8;

/**
 * Flash and ambient light at each full stop that the shutter has, no faster than it syncs.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * flashAtSpeeds(frontGeometry).length // => 17
 */
export function flashAtSpeeds(geometry: Geometry): readonly FlashWay[] {
  const { fastestS, syncS } = setupShutter(geometry.settings);
  // A shutter that never syncs is said by its check.
  const shortestS = Math.max(fastestS ?? 0, syncS === null || syncS === Infinity ? 0 : syncS);
  return markedTimes('full')
    .filter((mark) => mark <= LONGEST_WITH_FLASH_S && mark >= shortestS * 0.98)
    .map((setting) => ({ setting, flash: flashWith(geometry, { shutterSpeedS: setting }) }));
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
  const stops = Math.log2(meteredTime(wantedS, law) / working.shutterSpeedS);
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
