import { coverageHalfAngle } from '@gangway/core/coverage/circle';
import type { FrameSize } from '@gangway/core/coverage/frame';
import { lightCircle, sharpCircle, standFrame } from '@gangway/core/coverage/standCoverage';
import { conjugates } from '@gangway/core/focus/conjugates';
import type { FinderCamera } from '@gangway/core/perspective/finderMatrix';
import { poseOf } from '@gangway/core/scene/scene';
import type { Subject } from '@gangway/core/scene/subject';
import type { Pose } from '@gangway/core/stand/pose';
import type { StandSettings } from '@gangway/core/stand/settings';

/** All that the Finder's picture follows from. */
export interface FinderView {
  readonly subject: Subject;
  readonly pose: Pose;
  readonly camera: FinderCamera;
  readonly frame: FrameSize;
  readonly openingMm: number;
  /** Half-angles of light circle and sharp circle about the lens axis, radians; `null` when not known. */
  readonly lightAngle: number | null;
  readonly sharpAngle: number | null;
}

const NEAR_SHARE = 0.02;
const FAR_M = 4000;

/** What the Finder shows of a stand; `null` without a scene. */
export function finderView(settings: StandSettings): FinderView | null {
  const { scene, rig, movements, fNumber, focusM } = settings;
  if (scene === null) return null;
  const { focalMm } = rig.lens;
  const frame = standFrame(settings);
  const light = lightCircle(settings);
  const sharp = sharpCircle(settings);
  return {
    subject: scene.subject,
    pose: poseOf(scene),
    frame,
    openingMm: focalMm / fNumber,
    lightAngle: light && coverageHalfAngle(light.atInfinityMm, focalMm),
    sharpAngle: sharp && coverageHalfAngle(sharp.atInfinityMm, focalMm),
    camera: {
      focalMm,
      imageMm: conjugates(focalMm, focusM).imageMm,
      movements: { ...movements, tiltDeg: 0, swingDeg: 0 },
      frame,
      nearM: Math.max(focalMm / 500, scene.distanceM * NEAR_SHARE),
      farM: FAR_M,
    },
  };
}

/** What is under a place of the picture, −1 to 1 across and up. */
export interface Measured {
  readonly xMm: number;
  readonly yMm: number;
  /** Angle from the back's normal, degrees, and how much longer than wide a small ball is drawn there. */
  readonly angleDeg: number;
  readonly stretch: number;
}

export function measuredAt({ camera, frame }: FinderView, x: number, y: number): Measured {
  const [xMm, yMm] = [(x * frame.widthMm) / 2, (y * frame.heightMm) / 2];
  const off = Math.hypot(xMm + camera.movements.shiftMm, yMm + camera.movements.riseMm);
  const angle = Math.atan(off / camera.imageMm);
  return { xMm, yMm, angleDeg: (angle * 180) / Math.PI, stretch: 1 / Math.cos(angle) };
}
