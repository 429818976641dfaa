import { ringOf, stopsBetween } from '../coverage/apertures';
import { TIGHT_STOPS } from '../checks/focus/pins';
import { checkNamed, type CheckKind } from '../checks/registry';
import { TIGHT_BELOW_MM } from '../checks/tight';
import { leastBy } from '../checks/whichFrame';
import { sharpCircleAt } from '../geometry/circles';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { pinStates } from '../geometry/pins';
import type { Orientation } from '../model/frame';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { patched } from '../setup/patch';
import type { ControlGroup } from '../fields/locks';
import { changesBetween, type Change } from './controls';
import { inRange } from './exposureWays';
import { firstFocusWays, focusWays, turnsForTheCircle } from './focusWays';
import { leastCost } from './ranking';
import { middleOf, nearestSettings, regionOf, type Moving } from './region';
import { stanceStands } from './stances';

/** A setup that may do, with what has to be set for it and the least that it can cost. */
export interface Candidate {
  readonly settings: SetupSettings;
  readonly changes: readonly Change[];
  readonly least: number;
}

/** What a search is about and what it has worked out on the way. */
export interface Search {
  readonly start: SetupSettings;
  readonly may: ReadonlySet<ControlGroup>;
  /** Checks that are let go. */
  readonly without: ReadonlySet<string>;
  /** Ways to turn and focus the lens, kept: they take longest, and the same setup is asked about with one check and another let go. */
  readonly ways: Map<string, readonly SetupPatch[]>;
  /** Other directions of the camera, kept likewise once they are asked for. */
  readonly yaws: SetupPatch[];
}

/** What is in by so much is still in as its check counts it, mm. */
const JUST_INSIDE_MM = 0.005;
/** With room for an engraved scale, and just inside. */
const SPARES = [
  { spare: 'room', spareMm: TIGHT_BELOW_MM },
  { spare: 'tight', spareMm: JUST_INSIDE_MM },
] as const;
/** Which ways to turn and focus the lens are looked at: every one, those that are worked out at once, turns of a straight lens for the sake of its circle. */
type Depth = 'all' | 'first' | 'circle';

/** The blur all but goes with the opening: an aperture so near to what is needed is looked at by rays. */
const NEARLY = 1.02;
/** Checks that the aperture alone answers. */
const OF_APERTURE: readonly CheckKind[] = ['diffraction'];
/** Those that only the exposure could answer besides. */
const OF_TIME: readonly CheckKind[] = ['time', 'reciprocity', 'readout'];

/** A setup as a candidate; `null` where it changes what may not be touched. */
export function candidate({ start, may }: Pick<Search, 'start' | 'may'>, settings: SetupSettings): Candidate | null {
  const changes = changesBetween(start, settings);
  return changes.every(({ group }) => may.has(group)) ? { settings, changes, least: leastCost(changes) } : null;
}

/**
 * All that may be worth a look with the camera placed and turned as it is: both
 * ways round, every way to turn and focus the lens, the nearest aperture at
 * which the frame can stay where it is, follow one slide, or both.
 *
 * @param settings the setup as the camera stands
 * @param search what may be changed, and what is let go
 * @param depth which ways to turn and focus the lens are looked at
 */
export function candidatesAt(settings: SetupSettings, search: Search, depth: Depth = 'all'): readonly Candidate[] {
  const found: Candidate[] = [];
  for (const orientation of orientations(settings, search)) {
    const held = orientation === settings.orientation ? settings : { ...settings, orientation };
    if (!canFocus(held)) continue;
    if (!stanceStands(held, search.without)) continue;
    for (const way of waysAt(held, search, depth)) {
      const turned = patched(held, way.front === undefined ? way : { ...way, composed: true });
      if (!canFocus(turned)) continue;
      for (const each of settingsOf(freshGeometry(turned), search)) {
        const made = candidate(search, each);
        if (made) found.push(made);
      }
    }
  }
  return found;
}

function waysAt(settings: SetupSettings, search: Search, depth: Depth): Iterable<SetupPatch> {
  if (depth === 'all') return waysOf(settings, search);
  const geometry = freshGeometry(settings);
  return depth === 'first' ? firstFocusWays(geometry, search.may) : turnsForTheCircle(geometry);
}

/** Whether a lens can be focused so at all: nothing is imaged inside its focal length. */
function canFocus({ focusM, rig }: SetupSettings): boolean {
  return focusM === null || focusM < 0 || focusM * 1000 > rig.lens.focalMm;
}

/** Ways round that may be looked at, the present one first. */
export function orientations({ orientation, rig }: SetupSettings, { may }: Search): readonly Orientation[] {
  const other = orientation === 'landscape' ? 'portrait' : 'landscape';
  return may.has('orientation') && rig.back.widthMm !== rig.back.heightMm ? [orientation, other] : [orientation];
}

function waysOf(settings: SetupSettings, { may, ways }: Search): readonly SetupPatch[] {
  const { rig, orientation, movements, front, rear, focusM, scene, fNumber } = settings;
  const key = JSON.stringify([
    [...may].sort(),
    rig.name,
    orientation,
    movements,
    front,
    rear,
    focusM,
    fNumber,
    { ...scene, subject: null },
  ]);
  const known = ways.get(key);
  if (known) return known;
  const seen = new Set<string>();
  const made = [...focusWays(freshGeometry(settings), may)].filter((way) => {
    const at = patched(settings, way);
    const name = JSON.stringify([at.front, at.rear, at.focusM]);
    return seen.has(name) ? false : seen.add(name);
  });
  ways.set(key, made);
  return made;
}

/** Aperture and slides for a setup as it is turned and focused. */
function* settingsOf(geometry: Geometry, search: Search): Generator<SetupSettings> {
  const { settings } = geometry;
  const { marks, roomy } = marksFor(geometry, search);
  if (settings.mosaic) {
    // The frames of a mosaic are placed together.
    for (const fNumber of marks) yield { ...settings, fNumber };
    return;
  }
  const { may, without } = search;
  const left = new Set<string>();
  const ofSlides: readonly Moving[] = may.has('movements') ? ['none', 'rise', 'shift', 'both'] : ['none'];
  for (const moving of ofSlides) for (const spare of ['room', 'tight']) left.add(`${moving} ${spare}`);
  // What the largest sharp circle does not allow no aperture does: circles lie one within the other.
  const largest = leastBy(marks, (mark) => -(sharpCircleAt(geometry, mark)?.diameterMm ?? 0));
  if (largest === null) return;
  const tiers = SPARES.filter(({ spareMm }) => {
    const region = regionOf({ geometry, fNumber: largest, spareMm, without });
    return region !== null && nearestSettings(region, settings.movements).size > 0;
  });
  for (const fNumber of marks) {
    for (const { spare, spareMm } of tiers) {
      if (![...left].some((each) => each.endsWith(spare))) continue;
      if (spare === 'room' && !roomy(fNumber)) continue;
      const region = regionOf({ geometry, fNumber, spareMm, without });
      if (region === null) return;
      for (const [moving, movements] of nearestSettings(region, settings.movements)) {
        const name = `${moving} ${spare}`;
        if (!left.has(name)) continue;
        left.delete(name);
        // What passes with room need not be offered with less.
        left.delete(`${moving} tight`);
        yield { ...settings, fNumber, movements };
        // Just inside may be outside by what is not known of a pivot; the middle of what is allowed is the best there is.
        if (spare === 'tight' && moving !== 'none') yield { ...settings, fNumber, movements: middleOf(region, moving, movements) };
      }
    }
    if (left.size === 0) return;
  }
}

/** The marks of the ring that can do, the nearest to the one set first, and which of them leave the pins room. */
function marksFor(
  geometry: Geometry,
  { may, without }: Search,
): { readonly marks: readonly number[]; readonly roomy: (fNumber: number) => boolean } {
  const { settings } = geometry;
  const { rig, limits, fNumber } = settings;
  const [widest, smallest] = pinRange(geometry, without);
  const ring = may.has('aperture') ? [...new Set([fNumber, ...ringOf(rig.lens)])] : [fNumber];
  const marks = ring
    .filter((mark) => mark >= widest / NEARLY && mark <= smallest * NEARLY)
    .filter((mark) => mark === fNumber || inRange(mark, limits.widestFNumber, limits.smallestFNumber))
    .sort((a, b) => Math.abs(stopsBetween(fNumber, a)) - Math.abs(stopsBetween(fNumber, b)))
    .filter((mark) => apertureStands(settings, mark, may.has('time') ? OF_APERTURE : [...OF_APERTURE, ...OF_TIME], without));
  const room = 2 ** (TIGHT_STOPS / 2);
  return { marks, roomy: (mark) => mark >= widest * room && mark * room <= smallest };
}

/** Between which f-numbers the pins are sharp that must be, and soft that must be. */
export function pinRange(geometry: Geometry, without: ReadonlySet<string>): readonly [number, number] {
  const { settings, blurAllowed } = geometry;
  const { fNumber, limits, scene, pins } = settings;
  if (scene === null || pins.length === 0) return [0, Infinity];
  let [widest, smallest] = [0, Infinity];
  for (const { pin, blurMm, leastBlurMm } of pinStates(geometry)) {
    if (pin.role === 'sharp' && !without.has('pins'))
      widest = Math.max(widest, blurMm === null ? Infinity : (fNumber * blurMm * pin.weight) / blurAllowed.cocMm);
    if (pin.role === 'soft' && !without.has('soft') && leastBlurMm !== null)
      smallest = Math.min(smallest, (fNumber * leastBlurMm) / (limits.softTimes * blurAllowed.cocMm));
  }
  return [widest, smallest];
}

function apertureStands(settings: SetupSettings, fNumber: number, kinds: readonly CheckKind[], without: ReadonlySet<string>): boolean {
  if (settings.exposure.meter === null && !settings.exposure.flash) return true;
  const geometry = freshGeometry({ ...settings, fNumber });
  return kinds.every((kind) => {
    const state = without.has(kind) ? undefined : checkNamed(kind).evaluate(geometry)?.state;
    return state !== 'fails' && state !== 'unknown';
  });
}
