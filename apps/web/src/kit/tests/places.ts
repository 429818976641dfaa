import type { LensTestFrame, TestShot } from '@gangway/contract/lensTest';
import { matched } from '@gangway/core/log/matching';
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

/** A frame goes into a place. Where it stood in another one, what was here goes there; otherwise that loses its place. */
export function exchanged(shots: readonly TestShot[], id: string, at: number): TestShot[] {
  const ids = idsOf(shots);
  const from = ids.indexOf(id);
  const here = ids[at] ?? null;
  const given = from < 0 ? ids : ids.with(from, here);
  return filled(shots, given.with(at, id));
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
  readonly lamp: boolean;
  /** Indices of its places. */
  readonly places: readonly number[];
}

/** The positions of a plan, each as often as it is gone to. */
export function positionsOf(
  shots: readonly (ShiftPosition & { readonly focusMm?: number; readonly lamp?: boolean })[],
): readonly Position[] {
  const found: { riseMm: number; shiftMm: number; focusMm: number; lamp: boolean; places: number[] }[] = [];
  for (const [i, { riseMm, shiftMm, focusMm = 0, lamp = false }] of shots.entries()) {
    const last = found.at(-1);
    if (last?.riseMm === riseMm && last.shiftMm === shiftMm && last.focusMm === focusMm && last.lamp === lamp) last.places.push(i);
    else found.push({ riseMm, shiftMm, focusMm, lamp, places: [i] });
  }
  return found;
}

/** A shot of a log, as far as it says where a frame belongs. */
export interface LoggedShot extends ShiftPosition {
  readonly id: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly fNumber: number;
  readonly shutterSpeedS: number | null;
}

/** Slides are read to half a millimetre; apertures of one stop differ by 41 %. */
const SAME_MM = 0.6;
const SAME_APERTURE = 0.08;

/**
 * The frames where a log says that they belong: matched with its shots by
 * time, then put into the first free place with the aperture and the shift of
 * the shot. The others lose their places.
 *
 * @param shots the plan
 * @param frames the frames that are there
 * @param logged the shots of the log
 */
export function placedByLog(
  shots: readonly TestShot[],
  frames: readonly Pick<LensTestFrame, 'id' | 'name' | 'takenAt' | 'wrote'>[],
  logged: readonly LoggedShot[],
): { readonly shots: TestShot[]; readonly placed: number } {
  const { matches } = matched(
    logged.map(({ id, at, shutterSpeedS }) => ({ id, atMs: Date.parse(at), shutterSpeedS, iso: null })),
    frames.map(({ id, takenAt, wrote }) => ({
      name: id,
      atMs: takenAt === null ? null : Date.parse(takenAt),
      camera: '',
      shutterSpeedS: wrote.exposureS,
      iso: null,
    })),
  );
  const next: TestShot[] = shots.map((shot) => ({ ...shot, frameId: null }));
  let placed = 0;
  for (const { shotId, file } of matches) {
    const shot = logged.find(({ id }) => id === shotId);
    const at = shot
      ? next.findIndex(
          ({ frameId, fNumber, riseMm, shiftMm }) =>
            frameId === null &&
            Math.abs(fNumber / shot.fNumber - 1) < SAME_APERTURE &&
            Math.hypot(riseMm - shot.riseMm, shiftMm - shot.shiftMm) < SAME_MM,
        )
      : -1;
    const place = next[at];
    if (!place) continue;
    next[at] = { ...place, frameId: file };
    placed++;
  }
  return { shots: next, placed };
}
