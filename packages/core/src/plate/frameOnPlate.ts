import type { FrameSize } from '../model/frame';
import { fromElsewhere, type PlacedPlate, type PlacedRig } from './elsewhere';
import type { Pixel, PlateProjection } from './pixel';
import { rigToPlate, type OnBack, type RigThere, type Turned } from './throughRig';

/** Each side of the frame is followed at so many places: in a sphere it is bent. */
const ALONG = 12;
/** From elsewhere at more: it bends where the front meets the ground. */
const ALONG_BENT = 60;

/**
 * The frame of a rig as an outline on a photograph from the same place, px, from its upper left
 * corner clockwise; places that the photograph does not look toward are left out.
 *
 * @param plate how the photograph is projected
 * @param held how the photograph was held
 * @param rig the rig at the same place
 * @param frame size of its upright frame, mm
 *
 * @example
 * frameOnPlate({ kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, { turned: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, imageMm: 24, riseMm: 0, shiftMm: 0 }, { widthMm: 36, heightMm: 24 })[0] // => [50, 50]
 */
export function frameOnPlate(plate: PlateProjection, held: Turned, rig: RigThere, frame: FrameSize): readonly Pixel[] {
  return alongFrame(frame, ALONG)
    .map((at) => rigToPlate(plate, held, rig, at))
    .filter((pixel) => pixel !== null);
}

/** Places along the sides of a frame, mm from its middle, from its upper left corner clockwise. */
function alongFrame({ widthMm, heightMm }: FrameSize, places: number): readonly OnBack[] {
  const corners = [
    [-1, 1],
    [1, 1],
    [1, -1],
    [-1, -1],
  ] as const;
  return corners.flatMap(([x, y], i) => {
    const [nextX, nextY] = corners[(i + 1) % corners.length] ?? [x, y];
    return Array.from({ length: places }, (_, k): OnBack => {
      const share = k / places;
      return [((x + (nextX - x) * share) * widthMm) / 2, ((y + (nextY - y) * share) * heightMm) / 2];
    });
  });
}

/** The frame of a rig that stands elsewhere, on a photograph. */
export interface FrameFromElsewhere {
  readonly outline: readonly Pixel[];
  /** Whether part of it lies where no distance is known, on the plane of the front beyond its edges or in the sky. */
  readonly guessed: boolean;
}

/**
 * The frame of a rig elsewhere on a photograph, px, from its upper left corner clockwise: through what is known of the place.
 *
 * @param photograph how it was taken, and where
 * @param rig the rig
 * @param frame size of its upright frame, mm
 *
 * @example
 * frameFromElsewhere({ plate: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.5, -20], front: { widthM: 90, heightM: 80, turnDeg: 0 }, ground: true } }, { from: { at: [0, 1.5, -10], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, imageMm: 20, riseMm: 0, shiftMm: 0 }, { widthMm: 36, heightMm: 24 }).outline[0] // => [110, 90]
 */
export function frameFromElsewhere(photograph: PlacedPlate, rig: PlacedRig, frame: FrameSize): FrameFromElsewhere {
  const seen = alongFrame(frame, ALONG_BENT).map((at) => fromElsewhere(photograph, rig, at));
  return { outline: seen.map(({ pixel }) => pixel).filter((pixel) => pixel !== null), guessed: seen.some(({ on }) => on === 'guess') };
}
