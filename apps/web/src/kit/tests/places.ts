import type { TestShot } from '@gangway/contract/lensTest';
import type { ShiftPosition } from '@gangway/core/model/movements';

/** The same places with other frames in them. */
const filled = (shots: readonly TestShot[], ids: readonly (string | null)[]): TestShot[] =>
  shots.map((shot, i) => ({ ...shot, frameId: ids[i] ?? null }));

const idsOf = (shots: readonly TestShot[]): readonly (string | null)[] => shots.map(({ frameId }) => frameId);

/** A frame was not taken: what is in a place, and all after it, belongs one place later. A frame at the very end loses its place. */
export function gapBefore(shots: readonly TestShot[], at: number): TestShot[] {
  return filled(shots, idsOf(shots).toSpliced(at, 0, null));
}

/** What comes after a place belongs one place earlier; what was in it loses its place. */
export function closedGap(shots: readonly TestShot[], at: number): TestShot[] {
  return filled(shots, idsOf(shots).toSpliced(at, 1));
}

/** A place and the one before it change their frames. */
export function swappedUp(shots: readonly TestShot[], at: number): TestShot[] {
  const ids = idsOf(shots);
  return filled(
    shots,
    ids.map((id, i) => {
      if (i === at) return ids[at - 1] ?? null;
      return i === at - 1 ? (ids[at] ?? null) : id;
    }),
  );
}

/** A place is emptied; its frame is not deleted. */
export function emptied(shots: readonly TestShot[], at: number): TestShot[] {
  return filled(shots, idsOf(shots).with(at, null));
}

/** A frame goes into the first empty place; without one everything stays. */
export function placedFirst(shots: readonly TestShot[], id: string): TestShot[] {
  const at = shots.findIndex(({ frameId }) => frameId === null);
  return at < 0 ? [...shots] : filled(shots, idsOf(shots).with(at, id));
}

/** The frames in another order; empty places stay empty. */
export function inOrder(shots: readonly TestShot[], ids: readonly string[]): TestShot[] {
  const next = ids.values();
  return filled(
    shots,
    shots.map(({ frameId }) => (frameId === null ? null : (next.next().value ?? null))),
  );
}

/** One position of the frame and of focus, with the places that it has in the plan. */
export interface Position {
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly focusMm: number;
  /** Indices of its places. */
  readonly places: readonly number[];
}

/** The positions of a plan, each as often as it is gone to. */
export function positionsOf(shots: readonly (ShiftPosition & { readonly focusMm?: number })[]): readonly Position[] {
  const found: { riseMm: number; shiftMm: number; focusMm: number; places: number[] }[] = [];
  for (const [i, { riseMm, shiftMm, focusMm = 0 }] of shots.entries()) {
    const last = found.at(-1);
    if (last?.riseMm === riseMm && last.shiftMm === shiftMm && last.focusMm === focusMm) last.places.push(i);
    else found.push({ riseMm, shiftMm, focusMm, places: [i] });
  }
  return found;
}
