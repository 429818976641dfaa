import { ringOf } from '../coverage/apertures';
import { checkNamed, type CheckKind, type Found } from '../checks/registry';
import { withPivotDoubt } from '../checks/pivotDoubt';
import { takenUp } from '../framing/inFrame';
import { setupOneWay, sharpCircleAt } from '../geometry/circles';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import type { Orientation } from '../model/frame';
import { travelOf } from '../rig/mechanism';
import type { Search } from './candidates';
import { REGION_KINDS } from './region';

/** What one way round needs of the slides, and what ends it; level and as the camera stands. */
export interface Need {
  readonly orientation: Orientation;
  /** How much taller, or wider, the subject is than the frame, mm; `null` where it fits. */
  readonly tooTallMm: number | null;
  readonly tooWideMm: number | null;
  /** The least rise and shift that bring it in, mm. */
  readonly riseMm: number;
  readonly shiftMm: number;
  /** Where the slide ends short of that, mm from its centre; `null` where it reaches. */
  readonly slideEndsMm: number | null;
  /** How much of it the largest sharp circle allows, mm, and at which aperture; `null` where it allows that much, or none is known. */
  readonly circle: { readonly allowsMm: number | null; readonly fNumber: number } | null;
  /** Which of the two movements is ended. */
  readonly movement: 'rise' | 'shift';
}

/** The requirements that contradict each other. */
export interface Contradiction {
  readonly kinds: readonly CheckKind[];
  /** Where frame, circle and slides contradict each other: what each way round needs; empty where they do not. */
  readonly needs: readonly Need[];
  /** What the checks find as the setup stands, for sentences. */
  readonly found: readonly Found[];
}

/** What has to be said of requirements that contradict each other. */
export function contradiction({ start, may }: Search, kinds: readonly CheckKind[]): Contradiction {
  const ofRegion = kinds.length > 0 && kinds.every((kind) => (REGION_KINDS as readonly string[]).includes(kind));
  const orientations: readonly Orientation[] =
    may.has('orientation') && start.rig.back.widthMm !== start.rig.back.heightMm
      ? [start.orientation, start.orientation === 'landscape' ? 'portrait' : 'landscape']
      : [start.orientation];
  const geometry = freshGeometry(start);
  return {
    kinds,
    needs: ofRegion ? orientations.flatMap((orientation) => needOf(freshGeometry({ ...start, orientation })) ?? []) : [],
    found: kinds.flatMap((kind): readonly Found[] => {
      const facts = withPivotDoubt(checkNamed(kind), geometry);
      // The registry pairs each kind with the facts that its definition returns.
      return facts === null ? [] : [{ kind, ...facts } as unknown as Found];
    }),
  };
}

/** What the subject needs of the slides, and what ends it first; `null` without a subject in front of the camera. */
function needOf(geometry: Geometry): Need | null {
  const box = takenUp(geometry);
  if (!box) return null;
  const { frame, settings, carried } = geometry;
  const [rise, shift] = [held(box.lower, box.upper, frame.heightMm), held(box.left, box.right, frame.widthMm)];
  const [riseMm, shiftMm] = [rise.needMm - carried.origin.riseMm, shift.needMm - carried.origin.shiftMm];
  const base = { orientation: settings.orientation, tooTallMm: rise.lackMm, tooWideMm: shift.lackMm, riseMm, shiftMm };
  const there = freshGeometry({ ...settings, movements: { riseMm, shiftMm } });
  let worst: Pick<Need, 'slideEndsMm' | 'circle' | 'movement'> = { slideEndsMm: null, circle: null, movement: 'rise' };
  for (const movement of ['rise', 'shift'] as const) {
    const wanted = movement === 'rise' ? riseMm : shiftMm;
    const travel = travelOf(settings.rig.mechanism, movement, there.settings.movements);
    const end = travel && (wanted < 0 ? -travel.minMm : travel.maxMm);
    const slideEndsMm = end !== null && Math.abs(wanted) > end + 1e-6 ? end : null;
    const circle = largest(there, movement, wanted);
    if (slideEndsMm !== null || circle !== null) {
      worst = { slideEndsMm, circle, movement };
      break;
    }
  }
  return { ...base, ...worst };
}

/** The least movement at which both sides of the subject are in, mm, or by how much it is too large. */
function held(low: number, high: number, side: number): { readonly needMm: number; readonly lackMm: number | null } {
  const [least, most] = [high - side / 2, low + side / 2];
  if (least > most) return { needMm: (least + most) / 2, lackMm: least - most };
  return { needMm: Math.min(most, Math.max(least, 0)), lackMm: null };
}

/** How much of a movement the largest sharp circle allows, where that is less than is wanted. */
function largest(geometry: Geometry, movement: 'rise' | 'shift', wanted: number): Need['circle'] {
  let best: { allowsMm: number | null; fNumber: number } | null = null;
  for (const fNumber of ringOf(geometry.settings.rig.lens)) {
    const circle = sharpCircleAt(geometry, fNumber);
    if (circle === null) return null;
    const stretch = setupOneWay(geometry, circle, movement);
    const end = stretch && (wanted < 0 ? -stretch.fromMm : stretch.toMm);
    if (best === null || (end ?? -Infinity) > (best.allowsMm ?? -Infinity) + 1e-9) best = { allowsMm: end, fNumber };
  }
  return best !== null && (best.allowsMm ?? -Infinity) < Math.abs(wanted) ? best : null;
}
