import type { Geometry } from '../geometry/geometry';
import type { Pixel, Plate } from '../model/plate';
import type { Scene } from '../model/scene';
import { anglesOf, cameraAxes, turnedToCamera, turnedToWorld } from '../space/pose';
import { minus, type Vec3 } from '../space/vector';
import { awayFromPlate } from './asFront';
import type { FrameSize } from '../model/frame';
import { metPlane, type KnownPlace, type PlacedRig } from './elsewhere';
import { plateEnds, type PlateEnds } from './ends';
import { frameFromElsewhere, frameOnPlate } from './frameOnPlate';
import { knownPlate } from './known';
import { directionOf, pixelOf, type PlateProjection } from './pixel';
import type { RigThere, Turned } from './throughRig';

/** One photograph as it was held. */
export interface PhotographInView {
  readonly pictureId: string;
  readonly projection: PlateProjection;
  readonly held: Turned;
}

/** A photograph of the place as the Finder shows it. */
export interface PlateInView extends PhotographInView {
  /** Others from the same place: they show what the first does not. */
  readonly others: readonly PhotographInView[];
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
  const { projection, held, others } = knownPlate(plate);
  if (!projection || !held) return null;
  const awayM = awayFromPlate(plate, scene) ?? 0;
  return {
    pictureId: plate.pictureId,
    projection,
    held,
    others: others.flatMap(({ photograph: { pictureId }, projection: shown, turned }) =>
      shown && turned?.fits ? [{ pictureId, projection: shown, held: turned.held }] : [],
    ),
    place: placeOf(plate, scene),
    awayM: awayM > SAME_PLACE_M ? awayM : 0,
  };
}

/** Kinds of subjects on open ground: a room has walls in the way, a table stands somewhere. */
const OPEN: readonly Scene['subject']['kind'][] = ['front', 'ground', 'people'];

function placeOf({ from }: Plate, { subject }: Scene): KnownPlace | null {
  return (
    from && {
      plateAt: [from.asideM, from.cameraHeightM, -from.distanceM],
      front: subject.kind === 'front' ? subject : null,
      ground: OPEN.includes(subject.kind),
    }
  );
}

/** The rig of a setup as it looks from where it stands; `null` where its back is not known. */
function rigOf({ back, imageMm, position }: Geometry): RigThere | null {
  return back && { turned: anglesOf(back.axes), imageMm, ...position };
}

/**
 * Where the photograph, or all of several, ends in the whole frame of a setup that stands where they were taken; `null` where it shows nothing of it.
 *
 * @param geometry what follows from the settings of a setup
 * @param plate the photograph in view
 *
 * @example
 * endsInFrame(frontGeometry, { pictureId: '', projection: { kind: 'sphere', widthPx: 400, heightPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, others: [], place: null, awayM: 0 })?.topMm // => 0
 */
export function endsInFrame(geometry: Geometry, { projection, held, others }: PlateInView): PlateEnds | null {
  const rig = rigOf(geometry);
  return (
    rig &&
    plateEnds(
      [{ plate: projection, held }, ...others.map((each) => ({ plate: each.projection, held: each.held }))],
      rig,
      geometry.wholeFrame,
    )
  );
}

/** A frame of a setup on the photograph: px, from its upper left corner clockwise. */
export interface FrameOutline {
  /** Which of a mosaic, from 1; `null` for a single frame. */
  readonly n: number | null;
  readonly outline: readonly Pixel[];
  /** Whether part of it is a guess: seen from elsewhere, where no distance is known. */
  readonly guessed: boolean;
}

/**
 * The frame of a rig on a photograph that is in view, from wherever the rig stands.
 *
 * @param plate the photograph in view
 * @param rig the rig
 * @param frame size of its upright frame, mm
 *
 * @example
 * frameSeen({ pictureId: '', projection: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, others: [], place: null, awayM: 0 }, { from: { at: [0, 1.5, -10], axes: { right: [1, 0, 0], up: [0, 1, 0], forward: [0, 0, 1] } }, imageMm: 24, riseMm: 0, shiftMm: 0 }, { widthMm: 36, heightMm: 24 }).guessed // => false
 */
export function frameSeen({ projection, held, place, awayM }: PlateInView, rig: PlacedRig, frame: FrameSize): Omit<FrameOutline, 'n'> {
  if (awayM > 0 && place) return frameFromElsewhere({ plate: projection, held, place }, rig, frame);
  const { from, ...lens } = rig;
  return { outline: frameOnPlate(projection, held, { turned: anglesOf(from.axes), ...lens }, frame), guessed: false };
}

/**
 * The frame of a setup, or each of its mosaic, on a photograph.
 *
 * @param geometry what follows from the settings of a setup
 * @param plate the photograph in view
 *
 * @example
 * framesOfSetup(mosaicGeometry, { pictureId: '', projection: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 100 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, others: [], place: null, awayM: 0 }).length // => 3
 */
export function framesOfSetup(geometry: Geometry, plate: PlateInView): readonly FrameOutline[] {
  const { laid, back, imageMm, position } = geometry;
  if (!back) return [];
  if (!laid) return [{ n: null, ...frameSeen(plate, { from: back, imageMm, ...position }, geometry.frame) }];
  return laid.rects.map(({ left, right, lower, upper }, i) => {
    const rig = { from: back, imageMm, shiftMm: (left + right) / 2, riseMm: (lower + upper) / 2 };
    return { n: i + 1, ...frameSeen(plate, rig, { widthMm: right - left, heightMm: upper - lower }) };
  });
}

/**
 * The point of the scene that a photograph shows at a pixel, m: on the front or on the ground; `null` elsewhere, where no distance is known.
 *
 * @param plate the photograph in view
 * @param pixel px from its upper left corner
 *
 * @example
 * pointUnder({ pictureId: '', projection: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.6, -20], front: { widthM: 30, heightM: 9, turnDeg: 0 }, ground: true }, others: [], awayM: 0 }, [300, 150]) // => [10, 1.6, 0]
 */
export function pointUnder({ projection, held, place }: PlateInView, pixel: Pixel): Vec3 | null {
  if (!place) return null;
  const ray = turnedToWorld(cameraAxes(held), directionOf(projection, pixel));
  const { on, times } = metPlane(place, place.plateAt, ray);
  if (on === 'guess' || times === null) return null;
  const [x, y, z] = place.plateAt;
  return [x + ray[0] * times, y + ray[1] * times, z + ray[2] * times];
}

/**
 * Where a photograph shows a point of the scene, px; `null` where it does not look, or has no place in the scene.
 *
 * @param plate the photograph in view
 * @param point in the scene, m
 *
 * @example
 * pixelOfPoint({ pictureId: '', projection: { kind: 'flat', widthPx: 400, heightPx: 300, focalPx: 200 }, held: { yawDeg: 0, pitchDeg: 0, rollDeg: 0 }, place: { plateAt: [0, 1.6, -20], front: null, ground: true }, others: [], awayM: 0 }, [10, 1.6, 0]) // => [300, 150]
 */
export function pixelOfPoint({ projection, held, place }: PlateInView, point: Vec3): Pixel | null {
  return place && pixelOf(projection, turnedToCamera(cameraAxes(held), minus(point, place.plateAt)));
}
