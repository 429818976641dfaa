import type { PivotLengths, StandardTurn } from '../model/movements';
import type { Rig, RigParts } from '../model/rig';
import { rigFactor } from './effectiveLens';
import { adapterThickness, backDepth } from './flanges';
import { ask, type MissingValue } from './missing';
import { between } from './parts';
import { flangeFocal } from './reach';

/** One length that a standard turns about, mm: its most likely value, and between which values it lies. */
export interface Pivot {
  readonly mm: number;
  /** Both ends are the value itself where it is known. */
  readonly range: readonly [number, number];
  /** What would have to be entered for it to be known. */
  readonly asks: readonly MissingValue[];
}

/** What the standards of a rig turn about. */
export type RigPivots = Readonly<Record<keyof PivotLengths, Pivot>>;

/**
 * Where the pivot of a tilting lens lies when nobody measured it: from the
 * lens centre to 40 mm behind it (from memory).
 */
export const LENS_PIVOT_MM: readonly [number, number] = [0, 40];
/** The same of a tilting adapter when its lens or thickness is unknown (from memory). */
export const ADAPTER_PIVOT_MM: readonly [number, number] = [-20, 60];
/** How far a base tilt turns below the axis when nobody measured it (from memory). */
export const BASE_BELOW_MM: readonly [number, number] = [40, 200];
/** The seat of the lens board ahead of the front tilt axis when nobody measured it (from memory). */
export const BOARD_AHEAD_MM: readonly [number, number] = [-10, 20];
/** The lens centre ahead of its board when its flange focal length is unknown (from memory). */
export const CENTRE_AHEAD_MM: readonly [number, number] = [-30, 30];
/** The seat of the back behind the rear tilt axis when nobody measured it (from memory). */
export const BACK_BEHIND_MM: readonly [number, number] = [-10, 30];

const known = (mm: number): Pivot => ({ mm, range: [mm, mm], asks: [] });
const NOTHING = known(0);

/** Somewhere in a range: the middle is drawn. */
const somewhere = (range: readonly [number, number], ...asks: readonly MissingValue[]): Pivot => ({
  mm: (range[0] + range[1]) / 2,
  range,
  asks,
});

const sum = (a: Pivot, b: Pivot): Pivot => ({
  mm: a.mm + b.mm,
  range: [a.range[0] + b.range[0], a.range[1] + b.range[1]],
  asks: [...a.asks, ...b.asks],
});

const scaled = ({ mm, range, asks }: Pivot, k: number): Pivot => ({ mm: mm * k, range: [range[0] * k, range[1] * k], asks });

const found = new WeakMap<RigParts, RigPivots>();

/**
 * What the standards of a rig turn about, with the range of what is not known.
 *
 * @param parts the components of a rig
 *
 * @example
 * rigPivots(parts).rearBaseMm // => { mm: 0, range: [0, 0], asks: [] }
 */
export function rigPivots(parts: RigParts): RigPivots {
  const before = found.get(parts);
  if (before) return before;
  const made = pivotsOf(parts);
  found.set(parts, made);
  return made;
}

/**
 * The lengths that a rig is computed with: those that are tried, else the most likely ones.
 *
 * @param rig a rig
 *
 * @example
 * pivotLengths({ parts, triedPivots: { frontBaseMm: 0, frontAheadMm: 12, rearBaseMm: 0, rearBehindMm: 0 } }).frontAheadMm // => 12
 */
export function pivotLengths({ parts, triedPivots }: Pick<Rig, 'parts' | 'triedPivots'>): PivotLengths {
  if (triedPivots) return triedPivots;
  const { frontBaseMm, frontAheadMm, rearBaseMm, rearBehindMm } = rigPivots(parts);
  return { frontBaseMm: frontBaseMm.mm, frontAheadMm: frontAheadMm.mm, rearBaseMm: rearBaseMm.mm, rearBehindMm: rearBehindMm.mm };
}

function pivotsOf(parts: RigParts): RigPivots {
  const tilting = tiltingItem(parts);
  if (tilting) return { frontBaseMm: NOTHING, frontAheadMm: scaled(mountPivot(parts, tilting), factorOf(parts)), ...rearPivots(parts) };
  if (parts.kind === 'view') return { frontBaseMm: frontBase(parts), frontAheadMm: frontAhead(parts), ...rearPivots(parts) };
  return { frontBaseMm: NOTHING, frontAheadMm: NOTHING, rearBaseMm: NOTHING, rearBehindMm: NOTHING };
}

type View = Extract<RigParts, { kind: 'view' }>;
type Tilting = RigParts['lens'] | Extract<ReturnType<typeof between>[number], { kind: 'adapter' }>;

/** The lens or adapter that tilts, the one nearer to the lens first; where none is known to tilt and no standard does, one that may. */
function tiltingItem(parts: RigParts): Tilting | null {
  if (parts.kind === 'held') return null;
  const items = [
    parts.lens,
    ...between(parts)
      .filter((part) => part.kind === 'adapter')
      .reverse(),
  ];
  const tilts = items.find(({ specs }) => specs.tilts !== 'none' && specs.tilts !== null);
  if (tilts || parts.kind === 'view') return tilts ?? null;
  return items.find(({ specs }) => specs.tilts === null) ?? null;
}

/** Behind a reducer the picture moves by the factor less. */
function factorOf(parts: RigParts): number {
  const factor = rigFactor(parts);
  return factor.known ? factor.value : 1;
}

function mountPivot(parts: RigParts, item: Tilting): Pivot {
  if (item.specs.pivotMm !== null) return known(item.specs.pivotMm);
  const asks = ask<Tilting>(item, 'pivotMm');
  if (item.kind === 'lens') return somewhere(LENS_PIVOT_MM, asks);
  // Inside the adapter: behind the lens's flange, which is its flange distance ahead of the image.
  const { focalMm, flangeDistanceMm } = parts.lens.specs;
  const thick = adapterThickness(item);
  if (focalMm === null || flangeDistanceMm === null || !thick.known) return somewhere(ADAPTER_PIVOT_MM, asks);
  const atFlange = focalMm - flangeDistanceMm;
  return somewhere([atFlange, atFlange + thick.value], asks);
}

function frontBase({ camera }: View): Pivot {
  const { tiltAxis, baseBelowMm } = camera.specs;
  if (tiltAxis === 'axis') return NOTHING;
  if (tiltAxis === null) return somewhere([0, BASE_BELOW_MM[1]], ask(camera, 'tiltAxis'));
  return baseBelowMm === null ? somewhere(BASE_BELOW_MM, ask(camera, 'baseBelowMm')) : known(baseBelowMm);
}

/** The lens centre is its focal length ahead of the image at infinity, and the seat its flange focal length. */
function frontAhead({ camera, board, lens }: View): Pivot {
  const { boardAheadMm } = camera.specs;
  const seat = boardAheadMm === null ? somewhere(BOARD_AHEAD_MM, ask(camera, 'boardAheadMm')) : known(boardAheadMm);
  const { offsetMm } = board.specs;
  const flange = flangeFocal(lens);
  const { focalMm } = lens.specs;
  if (!flange.known || offsetMm === null || focalMm === null) {
    const missing = flange.known ? [] : flange.asks;
    return sum(seat, somewhere(CENTRE_AHEAD_MM, ...missing, ...(offsetMm === null ? [ask(board, 'offsetMm')] : [])));
  }
  return sum(seat, known(offsetMm + focalMm - flange.value));
}

function rearPivots(parts: RigParts): Pick<RigPivots, 'rearBaseMm' | 'rearBehindMm'> {
  if (parts.kind !== 'view') return { rearBaseMm: NOTHING, rearBehindMm: NOTHING };
  const { rearTiltAxis, rearBaseBelowMm, backBehindMm } = parts.camera.specs;
  const seat = backBehindMm === null ? somewhere(BACK_BEHIND_MM, ask(parts.camera, 'backBehindMm')) : known(backBehindMm);
  const depth = backDepth(parts);
  return {
    rearBaseMm: rearBase(parts.camera, rearTiltAxis, rearBaseBelowMm),
    rearBehindMm: depth.known ? sum(seat, known(depth.value)) : sum(seat, somewhere([0, 60], ...depth.asks)),
  };
}

function rearBase(camera: View['camera'], axis: 'axis' | 'base' | null, belowMm: number | null): Pivot {
  if (axis === 'axis') return NOTHING;
  if (axis === null) return somewhere([0, BASE_BELOW_MM[1]], ask(camera, 'rearTiltAxis'));
  return belowMm === null ? somewhere(BASE_BELOW_MM, ask(camera, 'rearBaseBelowMm')) : known(belowMm);
}

const turns = ({ tiltDeg, swingDeg }: StandardTurn): boolean => tiltDeg !== 0 || swingDeg !== 0;

/**
 * The lengths that are not known and matter where the standards are turned as they are.
 *
 * @param rig a rig
 * @param front how the lens is turned
 * @param rear how the back is turned
 *
 * @example
 * unknownPivots({ parts }, { tiltDeg: 0, swingDeg: 0 }, { tiltDeg: 0, swingDeg: 0 }) // => []
 */
export function unknownPivots(
  { parts, triedPivots }: Pick<Rig, 'parts' | 'triedPivots'>,
  front: StandardTurn,
  rear: StandardTurn,
): readonly (keyof PivotLengths)[] {
  if (triedPivots || (!turns(front) && !turns(rear))) return [];
  const pivots = rigPivots(parts);
  // A base below the axis does nothing where the standard only swings.
  const used: readonly (keyof PivotLengths)[] = [
    ...(front.tiltDeg === 0 ? [] : (['frontBaseMm'] as const)),
    ...(turns(front) ? (['frontAheadMm'] as const) : []),
    ...(rear.tiltDeg === 0 ? [] : (['rearBaseMm'] as const)),
    ...(turns(rear) ? (['rearBehindMm'] as const) : []),
  ];
  return used.filter((key) => pivots[key].asks.length > 0 && pivots[key].range[0] < pivots[key].range[1]);
}
