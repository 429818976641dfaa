import { ringOf } from '../coverage/apertures';
import { checkNamed, CHECKS, type CheckKind } from '../checks/registry';
import { withPivotDoubt } from '../checks/pivotDoubt';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import type { ControlGroup } from '../fields/locks';
import type { Orientation } from '../model/frame';
import type { SetupSettings } from '../model/setup';
import { orientations, pinRange, type Search } from './candidates';
import { inRange } from './exposureWays';
import { holdsNothing, REGION_KINDS, regionOf } from './region';

/** Apertures next to each other at which the same checks leave no rise and no shift. */
export interface Excluded {
  readonly orientation: Orientation;
  readonly widestFNumber: number;
  readonly smallestFNumber: number;
  /** Checks that cannot pass together, and of which none may be left out. */
  readonly kinds: readonly CheckKind[];
}

/** What is gone through without a gap; whatever else may change makes a certificate impossible. */
const WITHOUT_GAP: ReadonlySet<ControlGroup> = new Set<ControlGroup>(['orientation', 'movements', 'aperture', 'shade']);
/** Checks that neither rise nor shift changes, nor any aperture. */
const OF_STANCE: readonly CheckKind[] = ['level', 'obstacle'];
/** Checks that the aperture answers, and neither rise nor shift. */
const OF_APERTURE: readonly CheckKind[] = ['diffraction', 'time', 'reciprocity', 'readout'];

/**
 * Why nothing that may change can pass, bound by bound: for each way round and
 * each mark of the aperture the fewest checks that leave nothing together.
 * `null` where that cannot be said for certain: where something may change
 * that is searched in steps, with a mosaic, or where some mark is excluded by
 * nothing that is known in closed form.
 *
 * Regions of the slides are convex, so that of those that leave nothing
 * together three at most are needed (Helly's theorem).
 *
 * @param search what may be changed, and what is let go
 */
export function certificateOf(search: Search): readonly Excluded[] | null {
  const { start, may, without } = search;
  if (start.mosaic || ![...may].every((group) => WITHOUT_GAP.has(group))) return null;
  const found: Excluded[] = [];
  for (const orientation of orientations(start, search)) {
    const held = { ...start, orientation };
    const geometry = freshGeometry(held);
    const always = OF_STANCE.filter((kind) => !without.has(kind) && isBad(kind, geometry));
    const pins = pinRange(geometry, without);
    let last: Excluded | undefined;
    for (const fNumber of marksOf(held, may)) {
      const kinds = always.length > 0 ? always.slice(0, 1) : excludedBy(geometry, fNumber, pins, search);
      if (kinds === null) return null;
      if (last && last.kinds.join() === kinds.join()) {
        last = { ...last, smallestFNumber: fNumber };
        found[found.length - 1] = last;
        continue;
      }
      last = { orientation, widestFNumber: fNumber, smallestFNumber: fNumber, kinds };
      found.push(last);
    }
  }
  return found;
}

/** The apertures that may be set, the widest first. */
function marksOf({ fNumber, rig, limits }: SetupSettings, may: ReadonlySet<ControlGroup>): readonly number[] {
  if (!may.has('aperture')) return [fNumber];
  return [...new Set([fNumber, ...ringOf(rig.lens).filter((mark) => inRange(mark, limits.widestFNumber, limits.smallestFNumber))])].sort(
    (a, b) => a - b,
  );
}

function isBad(kind: CheckKind, geometry: Geometry): boolean {
  const state = withPivotDoubt(checkNamed(kind), geometry)?.state;
  return state === 'fails' || state === 'unknown';
}

/** The fewest checks that leave nothing at an aperture; `null` where none are known. */
function excludedBy(
  geometry: Geometry,
  fNumber: number,
  [widest, smallest]: readonly [number, number],
  { may, without }: Search,
): readonly CheckKind[] | null {
  // By rays through the rim the blur departs a little from what falls with the opening: near the border nothing is claimed.
  if (fNumber < widest * 0.98) return ['pins'];
  if (fNumber > smallest * 1.02) return ['soft'];
  const settings = { ...geometry.settings, fNumber };
  const there = freshGeometry(settings);
  const ofAperture = OF_APERTURE.find((kind) => !without.has(kind) && isBad(kind, there));
  if (ofAperture) return [ofAperture];
  if (!may.has('movements')) {
    // Shading, where it is allowed, cures flare.
    const bad = CHECKS.find(({ kind }) => !without.has(kind) && !(kind === 'flare' && may.has('shade')) && isBad(kind, there));
    return bad ? [bad.kind] : null;
  }
  const isEmpty = (letGo: readonly CheckKind[]): boolean => {
    const region = regionOf({ geometry, fNumber, spareMm: 0, without: new Set([...without, ...letGo]) });
    return region === null || holdsNothing(region);
  };
  let needed: readonly CheckKind[] = REGION_KINDS.filter((kind) => !without.has(kind));
  const others = (kinds: readonly CheckKind[]): readonly CheckKind[] => REGION_KINDS.filter((kind) => !kinds.includes(kind));
  if (!isEmpty(others(needed))) return null;
  for (const kind of needed) {
    const fewer = needed.filter((each) => each !== kind);
    if (isEmpty(others(fewer))) needed = fewer;
  }
  return needed;
}
