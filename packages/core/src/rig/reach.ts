import { focusFromSensor } from '../focus/conjugates';
import { ask, both, known, need, unknown, type Result } from './missing';
import { bellowsReach } from './bellows';
import { effectiveLens, rigFactor } from './effectiveLens';
import { backDepth, flanges, FLANGE_TOLERANCE_MM } from './flanges';
import type { LensItem, RigParts } from '../model/rig';

/** From where to where a rig focuses. */
export interface FocusReach {
  readonly infinity: boolean;
  /** The farthest in focus where infinity is out of reach, m; `null` when infinity is reached, or nothing can be. */
  readonly farthestM: number | null;
  /** False when the rig focuses on nothing at all. */
  readonly focuses: boolean;
  /** How far the lens stands out too far (+) or not far enough (−) for infinity, mm. */
  readonly excessMm: number;
}

/** The nearest focus and the largest magnification. */
export interface NearReach {
  readonly magnification: number;
  /** From the lens to the subject, m. */
  readonly distanceM: number;
  /** How it was found. */
  readonly basis: 'specs' | 'focusScale' | 'bellows' | 'byHand';
}

/** The two lengths of the bellows that are in use, mm. */
export function bellowsInUse(parts: Extract<RigParts, { kind: 'view' }>): Result<readonly [number, number]> {
  if (parts.bag) {
    const bag = need(parts.camera, 'bagMinMm', 'bagMaxMm');
    return bag.known ? known([bag.value.bagMinMm, bag.value.bagMaxMm] as const) : bag;
  }
  const plain = need(parts.camera, 'bellowsMinMm', 'bellowsMaxMm');
  return plain.known ? known([plain.value.bellowsMinMm, plain.value.bellowsMaxMm] as const) : plain;
}

/** From the plane that the lens sits on to the image at infinity, mm: its flange focal length on a board, its register in a mount. */
export function flangeFocal(lens: LensItem): Result<number> {
  const { flangeFocalMm, flangeDistanceMm, attachment } = lens.specs;
  if (attachment === 'mount') return flangeDistanceMm === null ? unknown(ask(lens, 'flangeDistanceMm')) : known(flangeDistanceMm);
  return flangeFocalMm === null ? unknown(ask(lens, 'flangeFocalMm')) : known(flangeFocalMm);
}

interface Standards {
  readonly focalMm: number;
  /** How far apart board plane and rear standard must stand at infinity, mm. */
  readonly atInfinityMm: number;
  readonly minMm: number;
  readonly maxMm: number;
}

/**
 * What a view camera or rail has to do: flange focal length − board offset −
 * depth of the back behind the rear standard, against its bellows. Telephoto
 * and retrofocus lenses count by their own flange focal length.
 */
export function standards(parts: Extract<RigParts, { kind: 'view' }>): Result<Standards> {
  const lens = both(both(need(parts.lens, 'focalMm'), flangeFocal(parts.lens)), need(parts.board, 'offsetMm'));
  const rest = both(backDepth(parts), bellowsInUse(parts));
  const all = both(lens, rest);
  if (!all.known) return all;
  const [[[{ focalMm }, flangeFocalMm], { offsetMm }], [depthMm, [minMm, maxMm]]] = all.value;
  return known({ focalMm, atInfinityMm: flangeFocalMm - offsetMm - depthMm, minMm, maxMm });
}

/** Whether infinity is reached, and what is the farthest if not. */
export function focusReach(parts: RigParts): Result<FocusReach> {
  switch (parts.kind) {
    case 'fixed':
      return known({ infinity: true, farthestM: null, focuses: true, excessMm: 0 });
    case 'held': {
      const all = both(need(parts.back, 'flangeDistanceMm'), need(parts.lens, 'flangeDistanceMm', 'focalMm'));
      if (!all.known) return all;
      const [{ flangeDistanceMm: body }, { flangeDistanceMm: lens, focalMm }] = all.value;
      // Held against the body it stands body − lens too far out; slack is the other way.
      return known(reachFromExcess(focalMm, body - lens));
    }
    case 'mounted': {
      const all = both(both(flanges(parts), need(parts.lens, 'focalMm')), rigFactor(parts));
      if (!all.known) return all;
      const [[stretches, { focalMm }], k] = all.value;
      // The stretch before a converter stands out at the lens; the one behind it acts on the sensor side.
      const excessMm = stretches.reduce((sum, { excessMm: e }, i) => sum + (i === stretches.length - 1 ? e : e / (k * k)), 0);
      return known(reachFromExcess(focalMm, excessMm));
    }
    case 'view': {
      const all = standards(parts);
      if (!all.known) return all;
      const { focalMm, atInfinityMm, minMm, maxMm } = all.value;
      if (atInfinityMm > maxMm) return known({ infinity: false, farthestM: null, focuses: false, excessMm: maxMm - atInfinityMm });
      return known(reachFromExcess(focalMm, Math.max(0, minMm - atInfinityMm)));
    }
  }
}

function reachFromExcess(focalMm: number, excessMm: number): FocusReach {
  const infinity = excessMm <= FLANGE_TOLERANCE_MM;
  return { infinity, excessMm, focuses: true, farthestM: infinity ? null : (focalMm + (focalMm * focalMm) / excessMm) / 1000 };
}

/**
 * The nearest focus. A mounted lens by its own specs, an extension too much
 * between the flanges adding x/f to the magnification; a view camera by its
 * longest bellows; a lens held by hand as far out as 10 mm beyond infinity.
 * Source: the lens equation, m = extension/f.
 */
export function nearReach(parts: RigParts): Result<NearReach> {
  if (parts.kind === 'view') {
    const all = standards(parts);
    if (!all.known) return all;
    const { focalMm, atInfinityMm, minMm, maxMm } = all.value;
    const most = maxMm - atInfinityMm;
    const reach = bellowsReach({
      focalMm,
      flangeFocalMm: Math.max(atInfinityMm, 1e-6),
      distanceM: null,
      boardOffsetMm: 0,
      bellowsMinMm: minMm,
      bellowsMaxMm: maxMm,
    });
    return known({ magnification: Math.max(0, most / focalMm), distanceM: reach.closestM ?? Infinity, basis: 'bellows' });
  }
  const lens = effectiveLens(parts);
  const own = need(parts.lens, 'focalMm');
  if (!lens.known || !own.known) return unknown(...(lens.known ? [] : lens.asks));
  const { focalMm } = own.value;
  if (parts.kind === 'held') {
    const magnification = HELD_OUT_MM / focalMm;
    return known({ magnification, distanceM: distanceAt(focalMm, magnification), basis: 'byHand' });
  }
  const scale = need(parts.lens, 'nearestM');
  const { nearestMagnification, nearestM } = parts.lens.specs;
  if (nearestMagnification === null && !scale.known) return unknown(...need2(parts));
  if (shortensToFocus(parts.lens)) {
    const asked = need(parts.lens, 'nearestMagnification');
    return unknown(...(asked.known ? [] : asked.asks));
  }
  const alone = nearestMagnification ?? (nearestM === null ? 0 : focusFromSensor(focalMm, nearestM).magnification);
  const reach = focusReach(parts);
  if (!reach.known) return reach;
  const ahead = alone + reach.value.excessMm / focalMm;
  // A close-focusing lens is shorter there than it says: it works as S·m/(1 + m)² (optics of close-up lenses).
  const working =
    nearestM !== null && nearestMagnification !== null
      ? (nearestM * 1000 * nearestMagnification) / (1 + nearestMagnification) ** 2
      : focalMm;
  return known({
    magnification: Math.max(0, ahead) * lens.value.factor,
    distanceM: ahead > 0 ? distanceAt(working, ahead) : Infinity,
    basis: nearestMagnification === null ? 'focusScale' : 'specs',
  });
}

/** Whether a lens focuses nearer than four focal lengths, where none comes by moving out as a whole, and no value says how large it draws there. */
export function shortensToFocus({ specs: { focalMm, nearestM, nearestMagnification } }: LensItem): boolean {
  return nearestMagnification === null && focalMm !== null && nearestM !== null && nearestM * 1000 < 4 * focalMm * (1 - 1e-9);
}

function need2(parts: RigParts) {
  const specs = need(parts.lens, 'nearestM', 'nearestMagnification');
  return specs.known ? [] : specs.asks;
}

/** Where the lens may stand on the rail, mm beyond its focal length along its own axis: below zero nearer than at infinity; `null` for an end that is not known. */
export interface RailReach {
  readonly leastMm: number | null;
  readonly mostMm: number | null;
}

/**
 * The two ends of the focus on the rail, as `focusReach` and `nearReach` find them.
 *
 * @param parts the components of a rig
 *
 * @example
 * railReach(parts) // => {leastMm: 0, mostMm: null}
 */
export function railReach(parts: RigParts): RailReach {
  if (parts.kind === 'view') {
    const all = standards(parts);
    if (!all.known) return { leastMm: null, mostMm: null };
    const { atInfinityMm, minMm, maxMm } = all.value;
    return { leastMm: minMm - atInfinityMm, mostMm: maxMm - atInfinityMm };
  }
  const [far, near, lens] = [focusReach(parts), nearReach(parts), effectiveLens(parts)];
  // Within its tolerance a lens in a mount stops at infinity.
  const excess = far.known ? far.value.excessMm : null;
  const leastMm = leastExtension(excess, parts);
  const mostMm = near.known && lens.known && Number.isFinite(near.value.distanceM) ? lens.value.focalMm * near.value.magnification : null;
  return { leastMm, mostMm };
}

function leastExtension(excess: number | null, parts: Pick<RigParts, 'kind'>): number | null {
  if (excess === null) return null;
  if (parts.kind === 'held') return excess;
  if (Math.abs(excess) <= FLANGE_TOLERANCE_MM) return 0;
  return excess;
}

/** How far beyond infinity a hand still holds a lens steadily before a body, mm (common practice). */
export const HELD_OUT_MM = 10;

function distanceAt(focalMm: number, magnification: number): number {
  return (focalMm * (1 + 1 / magnification)) / 1000;
}
