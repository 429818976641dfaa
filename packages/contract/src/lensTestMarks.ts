import type { MarkedPlace } from '@gangway/core/lensTests/marks';
import type { LensTestSettings } from './lensTest';

/**
 * The places that were judged by eye, with their image heights at infinity. Of
 * frames that have no place in the series there are none.
 *
 * @param settings of the test
 * @param magnification of the target in the frames
 */
export function markedPlaces(
  { marks, shots, widthMm, heightMm }: Pick<LensTestSettings, 'marks' | 'shots' | 'widthMm' | 'heightMm'>,
  magnification: number,
): readonly MarkedPlace[] {
  const byFrame = new Map(shots.map((shot) => [shot.frameId, shot]));
  return marks.flatMap(({ frameId, at: [x, y], mark }) => {
    const shot = byFrame.get(frameId);
    // Frames that are out of focus or veiled on purpose do not count.
    if (!shot || shot.focusMm !== 0 || shot.lamp) return [];
    const right = (x - 0.5) * widthMm + shot.shiftMm;
    const up = (0.5 - y) * heightMm + shot.riseMm;
    return [{ fNumber: shot.fNumber, heightMm: Math.hypot(right, up) / (1 + magnification), mark }];
  });
}
