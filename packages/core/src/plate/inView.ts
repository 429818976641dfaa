import type { Geometry } from '../geometry/geometry';
import type { Pixel, Plate } from '../model/plate';
import type { Scene } from '../model/scene';
import { anglesOf } from '../space/pose';
import { awayFromPlate } from './asFront';
import type { KnownPlace } from './elsewhere';
import { plateEnds, type PlateEnds } from './ends';
import { frameOnPlate } from './frameOnPlate';
import { knownPlate } from './known';
import type { PlateProjection } from './pixel';
import type { RigThere, Turned } from './throughRig';

/** A photograph of the place as the Finder shows it. */
export interface PlateInView {
  readonly pictureId: string;
  readonly projection: PlateProjection;
  readonly held: Turned;
  /** What is known of the place; `null` until the photograph has one in the scene. */
  readonly place: KnownPlace | null;
  /** How far from where it was taken the camera stands, m; 0 where that makes no difference. */
  readonly awayM: number;
}

/** A camera this near to where the photograph was taken sees the same, m. */
const SAME_PLACE_M = 0.05;

/**
 * The photograph that the picture of a setup can be drawn from, once it is levelled; `null` without one.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * plateInView(frontGeometry) // => null
 */
export function plateInView({ settings: { plate, scene } }: Geometry): PlateInView | null {
  if (!plate || !scene) return null;
  const { projection, held } = knownPlate(plate);
  if (!projection || !held) return null;
  const awayM = awayFromPlate(plate, scene) ?? 0;
  return { pictureId: plate.pictureId, projection, held, place: placeOf(plate, scene), awayM: awayM > SAME_PLACE_M ? awayM : 0 };
}

function placeOf({ from }: Plate, { subject }: Scene): KnownPlace | null {
  return (
    from && {
      plateAt: [from.asideM, from.cameraHeightM, -from.distanceM],
      front: subject.kind === 'front' ? subject : null,
    }
  );
}

/**
 * The photograph, where it was taken from where the camera stands; `null` otherwise.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * plateHere(frontGeometry) // => null
 */
export function plateHere(geometry: Geometry): PlateInView | null {
  const plate = plateInView(geometry);
  return plate?.awayM === 0 ? plate : null;
}

/** The rig of a setup as it looks from where it stands; `null` where its back is not known. */
function rigOf({ back, imageMm, position }: Geometry): RigThere | null {
  return back && { turned: anglesOf(back.axes), imageMm, ...position };
}

/**
 * Where the photograph ends in the whole frame of a setup that stands where it was taken; `null` where it shows nothing of it.
 *
 * @param geometry what follows from the settings of a setup
 * @param plate the photograph in view
 *
 * @example
 * endsInFrame(frontGeometry, { pictureId: '', projection: { kind: 'sphere', widthPx: 400, heightPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: null, awayM: 0 })?.topMm // => 0
 */
export function endsInFrame(geometry: Geometry, { projection, held }: PlateInView): PlateEnds | null {
  const rig = rigOf(geometry);
  return rig && plateEnds(projection, held, rig, geometry.wholeFrame);
}

/** A frame of a setup on the photograph: px, from its upper left corner clockwise. */
export interface FrameOutline {
  /** Which of a mosaic, from 1; `null` for a single frame. */
  readonly n: number | null;
  readonly outline: readonly Pixel[];
}

/**
 * The frame of a setup, or each of its mosaic, on a photograph that was taken from where it stands.
 *
 * @param geometry what follows from the settings of a setup
 * @param plate the photograph in view
 *
 * @example
 * framesOfSetup(mosaicGeometry, { pictureId: '', projection: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 100 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: null, awayM: 0 }).length // => 3
 */
export function framesOfSetup(geometry: Geometry, { projection, held }: PlateInView): readonly FrameOutline[] {
  const rig = rigOf(geometry);
  if (!rig) return [];
  const { laid } = geometry;
  if (!laid) return [{ n: null, outline: frameOnPlate(projection, held, rig, geometry.frame) }];
  return laid.rects.map(({ left, right, lower, upper }, i) => ({
    n: i + 1,
    outline: frameOnPlate(
      projection,
      held,
      { ...rig, shiftMm: (left + right) / 2, riseMm: (lower + upper) / 2 },
      { widthMm: right - left, heightMm: upper - lower },
    ),
  }));
}
