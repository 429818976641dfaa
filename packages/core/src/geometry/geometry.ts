import { cropped } from '../coverage/crop';
import { turned } from '../coverage/frame';
import { permissibleBlur, type PermissibleBlur } from '../focus/sharpness';
import type { FrameSize } from '../model/frame';
import type { LensMovements, ShiftPosition } from '../model/movements';
import type { SetupSettings } from '../model/setup';
import { axisAngles } from '../space/axis';
import type { Placed } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { imageCircleOf, sharpCircleOf, type CircleOnBack, type SharpCircle } from './circles';
import { mosaicLaid, type LaidMosaic } from './laidMosaic';
import { once } from './once';
import { placePins, type PlacedPin } from './pins';
import { alongAxisMm, axisToBack, isTurned, pivotMoved, standBack } from './standards';

/** Pixels of a frame as it lies. */
export interface Pixels {
  readonly columns: number;
  readonly rows: number;
}

/** A lens set before its back, as the blur of points follows from it. */
export interface FocusSetting {
  readonly focalMm: number;
  readonly imageMm: number;
  readonly tiltDeg: number;
  readonly swingDeg: number;
  readonly axis: Vec3;
}

/**
 * Where everything is in a setup: lens, back, frame, circles, mosaic and pins.
 * It is derived once for each state of a setup and passed down; what depends
 * on it reads it and computes none of it again. Lengths in mm on the camera
 * and in m in the scene, angles in degrees, signs as everywhere.
 */
export interface Geometry {
  /** What the photographer set, from which all of this follows. */
  readonly settings: SetupSettings;
  /** The whole frame as it is turned, and the part of it that is kept. */
  readonly wholeFrame: FrameSize;
  readonly frame: FrameSize;
  /** Pixels of the kept part, and the width of one, mm; `null` on film. */
  readonly pixels: Pixels | null;
  readonly pixelMm: number | null;
  /** Whether lens or back is turned, so that the axis is not square to the back. */
  readonly turned: boolean;
  /** The lens axis in the frame of the back. */
  readonly axis: Vec3;
  /** How far turning the lens about its pivot has moved its centre over the back. */
  readonly pivot: ShiftPosition;
  /** Where the lens centre is over the back: the slides and the pivot together. */
  readonly position: ShiftPosition;
  /** All movements of the lens as the back sees them. */
  readonly lens: LensMovements;
  /** From the lens to the back along the back's normal, mm. */
  readonly imageMm: number;
  /** The magnification at which the setup is focused, 0 at infinity. */
  readonly magnification: number;
  /** Place of the lens and directions of the back in the world; `null` without a scene. */
  readonly back: Placed | null;
  /** The image circle on the back; `null` when the lens has no value for it. */
  readonly lightCircle: CircleOnBack | null;
  /** The sharp circle at the aperture set; `null` when it is not known. */
  readonly sharpCircle: SharpCircle | null;
  /** The frames of the mosaic over the lens; `null` for a single picture. */
  readonly laid: LaidMosaic | null;
  /** The pins where they are now. */
  readonly placedPins: readonly PlacedPin[];
  /** How wide a blur may be on the kept frame, with its reason. */
  readonly blurAllowed: PermissibleBlur;
  /** How the lens is set before its back. */
  readonly focus: FocusSetting;
}

const derived = new WeakMap<SetupSettings, Geometry>();

/**
 * The geometry of a setup, derived once for each state of it: the same
 * settings object always gives the same geometry object.
 *
 * @param settings what the photographer set; it must not be changed afterwards
 * @returns the geometry; what is costly in it is worked out when first read
 */
export function geometryOf(settings: SetupSettings): Geometry {
  const known = derived.get(settings);
  if (known) return known;
  const made = derive(settings);
  derived.set(settings, made);
  return made;
}

function derive(settings: SetupSettings): Geometry {
  const { rig, movements, front, rear, focusM } = settings;
  const wholeFrame = turned(rig.back, settings.orientation);
  const frame = cropped(wholeFrame, settings.crop);
  const pixels = pixelsOf(settings, wholeFrame, frame);
  const isAskew = isTurned(settings);
  const axis = axisToBack(settings);
  const pivot = pivotMoved(settings, front);
  const position = { riseMm: movements.riseMm + pivot.riseMm, shiftMm: movements.shiftMm + pivot.shiftMm };
  const { tiltDeg, swingDeg } = isAskew ? axisAngles(axis) : { tiltDeg: 0, swingDeg: 0 };
  const alongMm = alongAxisMm(rig.lens.focalMm, focusM);
  const imageMm = isAskew ? alongMm * axis[2] : alongMm;
  const magnification = alongMm / rig.lens.focalMm - 1;
  const back = once(() => standBack({ scene: settings.scene, rear }));
  const lightCircle = once(() => imageCircleOf(settings, magnification));
  const sharpCircle = once(() => sharpCircleOf(settings, magnification, settings.fNumber));
  const laid = once(() => mosaicLaid(settings, wholeFrame, pivot));
  const placedPins = once(() => placePins(settings, back()));
  const blurAllowed = once(() => blurAllowedOn(settings, frame, pixels));
  return {
    settings,
    wholeFrame,
    frame,
    pixels,
    pixelMm: pixels && frame.widthMm / pixels.columns,
    turned: isAskew,
    axis,
    pivot,
    position,
    lens: { ...position, tiltDeg, swingDeg },
    imageMm,
    magnification,
    focus: { focalMm: rig.lens.focalMm, imageMm, tiltDeg, swingDeg, axis },
    get back() {
      return back();
    },
    get lightCircle() {
      return lightCircle();
    },
    get sharpCircle() {
      return sharpCircle();
    },
    get laid() {
      return laid();
    },
    get placedPins() {
      return placedPins();
    },
    get blurAllowed() {
      return blurAllowed();
    },
  };
}

function pixelsOf({ rig, orientation }: SetupSettings, whole: FrameSize, kept: FrameSize): Pixels | null {
  const { columnsPx, rowsPx } = rig.back;
  if (columnsPx === null || rowsPx === null) return null;
  const all = turned({ widthMm: columnsPx, heightMm: rowsPx }, orientation);
  return {
    columns: Math.round((all.widthMm * kept.widthMm) / whole.widthMm),
    rows: Math.round((all.heightMm * kept.heightMm) / whole.heightMm),
  };
}

/** A standard in pixels counts those of the back that is there, whatever back it was chosen for. */
function blurAllowedOn({ sharpness }: SetupSettings, frame: FrameSize, pixels: Pixels | null): PermissibleBlur {
  const standard = sharpness.school === 'pixels' && pixels ? { ...sharpness, columnsPx: Math.max(pixels.columns, pixels.rows) } : sharpness;
  return permissibleBlur(standard, frame);
}
