import { turned } from '../coverage/frame';
import { DEFAULT_SHARPNESS, permissibleBlur } from '../focus/sharpness';
import type { FrameSize } from '../model/frame';
import type { Rig } from '../model/rig';
import { carryingPositions, durationOf, focusPlaces, inTurn, type ChartShotPlan } from './chartPlan';
import { wallApertures } from './wallPlan';

/** What frames of a textured subject are taken for: apertures against each other, or the infinity stop. */
export type TexturePurpose = 'texture' | 'infinity';

/** A series of frames of a textured subject, in the order of the fewest changes. */
export interface TexturePlan {
  /** The frame in landscape orientation. */
  readonly frame: FrameSize;
  readonly shots: readonly ChartShotPlan[];
  /** From the first exposure to the last, s. */
  readonly durationS: number;
  /** How far apart the positions of the back are, mm; `null` where all frames are focused alike. */
  readonly focusStepMm: number | null;
  /** How far the subject must be away at least to count as infinity, m; `null` where any distance serves. */
  readonly leastM: number | null;
}

/** Focus on the subject lies off that on infinity by at most this share of a step. */
const OFF_STEP = 0.1;

/**
 * Which frames of a textured subject to take with a rig, the camera held in
 * landscape orientation.
 *
 * @param rig the rig
 * @param purpose what is to be measured
 *
 * @example
 * texturePlanOfRig(rig, 'texture').frame // => { widthMm: 36, heightMm: 24 }
 */
export function texturePlanOfRig(rig: Rig, purpose: TexturePurpose): TexturePlan {
  const frame = turned(rig.back, 'landscape');
  const apertures = wallApertures(rig.lens);
  if (purpose === 'texture') {
    const positions = carryingPositions(rig, frame);
    return {
      frame,
      shots: positions.flatMap((at, i) => inTurn(i, apertures).map((fNumber) => ({ fNumber, ...at, focusMm: 0, lamp: false }))),
      durationS: durationOf({ places: positions.length, between: 'shift', fNumbers: apertures.length }),
      focusStepMm: null,
      leastM: null,
    };
  }
  const { cocMm } = permissibleBlur(DEFAULT_SHARPNESS, frame);
  const { step, places } = focusPlaces(cocMm * rig.lens.widestFNumber);
  return {
    frame,
    shots: places.map((focusMm) => ({ fNumber: rig.lens.widestFNumber, riseMm: 0, shiftMm: 0, focusMm, lamp: false })),
    durationS: durationOf({ places: places.length, between: 'focus', fNumbers: 1 }),
    focusStepMm: step,
    // Focus on a distance d lies f²/d behind that on infinity.
    leastM: rig.lens.focalMm ** 2 / (OFF_STEP * step) / 1000,
  };
}
