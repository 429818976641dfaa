import type { AberrationTable } from '@gangway/core/aberrations/warp';
import { toward } from '@gangway/core/framing/flare';
import { setupAberrations } from '@gangway/core/geometry/aberrations';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { coverageHalfAngle } from '@gangway/core/coverage/circle';
import { lensAxis } from '@gangway/core/space/axis';
import type { Vec3 } from '@gangway/core/space/vector';
import type { FinderCamera } from '@gangway/core/perspective/finderMatrix';
import type { Subject } from '@gangway/core/subjects/subject';
import type { Placed } from '@gangway/core/space/pose';
import type { ShiftPosition } from '@gangway/core/model/movements';
import type { FrameSize } from '@gangway/core/model/frame';

/** All that the Finder's picture follows from. */
export interface FinderView {
  readonly subject: Subject;
  readonly from: Placed;
  readonly camera: FinderCamera;
  /** The whole frame, and the part of it that is kept. */
  readonly frame: FrameSize;
  readonly kept: FrameSize;
  /** The lens axis in the frame of the back. */
  readonly axis: Vec3;
  readonly openingMm: number;
  /** Half-angles of image circle and sharp circle about the lens axis, radians; `null` when not known. */
  readonly lightAngle: number | null;
  readonly sharpAngle: number | null;
  /** The blur that is sharp enough, mm. */
  readonly allowedMm: number;
  /** From the lens to the back as the picture is scaled, and where the lens stands over it, mm. */
  readonly imageMm: number;
  readonly moved: ShiftPosition;
  /** Where the light comes from: a unit vector toward the sun in the world. */
  readonly sun: Vec3;
  /** Aberrations of the lens by image height; `null` where nothing is known of them. */
  readonly aberrations: AberrationTable | null;
  /** How much brighter the image centre is shown than metered, stops. */
  readonly recordedStops: number;
  /** What a centre filter takes off the falloff, stops. */
  readonly centreFilterStops: number;
}

/** Where the light is assumed to stand while none is entered: over the photographer's left shoulder. */
const OVER_THE_SHOULDER = { bearingDeg: -142, heightDeg: 38, shaded: false };

const NEAR_SHARE = 0.02;
const FAR_M = 4000;

/** What the Finder shows of a setup, as light as metered; `null` without a scene. */
export function finderView(geometry: Geometry): FinderView | null {
  const { scene, rig, fNumber } = geometry.settings;
  const from = geometry.back;
  if (scene === null || from === null) return null;
  const { focalMm } = rig.lens;
  const frame = geometry.wholeFrame;
  const movements = geometry.lens;
  const { focus } = geometry;
  // A lens that breathes draws the picture of its focus on a frame so much smaller.
  const scale = geometry.imageMm / focus.imageMm;
  const light = geometry.imageCircle;
  const sharp = geometry.sharpCircle;
  return {
    subject: scene.subject,
    from,
    frame,
    kept: geometry.frame,
    axis: lensAxis(movements.tiltDeg, movements.swingDeg),
    openingMm: focalMm / fNumber,
    allowedMm: geometry.blurAllowed.cocMm,
    lightAngle: light && coverageHalfAngle(light.atInfinityMm, focalMm),
    sharpAngle: sharp && coverageHalfAngle(sharp.atInfinityMm, focalMm),
    imageMm: geometry.imageMm,
    moved: geometry.position,
    aberrations: setupAberrations(geometry),
    recordedStops: 0,
    centreFilterStops: geometry.settings.exposure.centreFilterStops ?? 0,
    sun: toward(scene.light ?? OVER_THE_SHOULDER),
    camera: {
      focalMm,
      imageMm: focus.imageMm,
      movements: { ...movements, riseMm: movements.riseMm / scale, shiftMm: movements.shiftMm / scale },
      frame: { widthMm: frame.widthMm / scale, heightMm: frame.heightMm / scale },
      pupilRatio: rig.parts.lens.specs.pupilRatio ?? 1,
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

export function measuredAt({ imageMm, moved, frame }: FinderView, x: number, y: number): Measured {
  const [xMm, yMm] = [(x * frame.widthMm) / 2, (y * frame.heightMm) / 2];
  const off = Math.hypot(xMm + moved.shiftMm, yMm + moved.riseMm);
  const angle = Math.atan(off / imageMm);
  return { xMm, yMm, angleDeg: (angle * 180) / Math.PI, stretch: 1 / Math.cos(angle) };
}
