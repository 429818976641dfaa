import type { FrameSize } from '../model/frame';
import type { Pixel, PlateProjection } from './pixel';
import { rigToPlate, type RigThere, type Turned } from './throughRig';

/** Each side of the frame is followed at so many places: in a sphere it is bent. */
const ALONG = 12;

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
export function frameOnPlate(plate: PlateProjection, held: Turned, rig: RigThere, { widthMm, heightMm }: FrameSize): readonly Pixel[] {
  const corners = [
    [-1, 1],
    [1, 1],
    [1, -1],
    [-1, -1],
  ] as const;
  return corners.flatMap(([x, y], i) => {
    const [nextX, nextY] = corners[(i + 1) % corners.length] ?? [x, y];
    return Array.from({ length: ALONG }, (_, k) => k / ALONG).flatMap((share) => {
      const at = [((x + (nextX - x) * share) * widthMm) / 2, ((y + (nextY - y) * share) * heightMm) / 2] as const;
      const pixel = rigToPlate(plate, held, rig, at);
      return pixel ? [pixel] : [];
    });
  });
}
