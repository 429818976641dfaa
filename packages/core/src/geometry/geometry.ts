import type { Aberrations } from '../aberrations/aberrations';
import { cropped } from '../coverage/crop';
import { turned } from '../coverage/frame';
import { permissibleBlur, type PermissibleBlur } from '../focus/sharpness';
import type { FrameSize } from '../model/frame';
import type { LensMovements, ShiftPosition } from '../model/movements';
import type { SetupSettings } from '../model/setup';
import { breathingOf, rigAberrations } from '../rig/aberrations';
import { UNTURNED } from '../setup/defaults';
import { axisAngles } from '../space/axis';
import type { Placed } from '../space/pose';
import type { Vec3 } from '../space/vector';
import { imageCircleOf, sharpCircleOf, type CircleOnBack, type SharpCircle } from './circles';
import { mosaicLaid, type LaidMosaic } from './laidMosaic';
import { placePins, statesOfPins, type PinState, type PlacedPin } from './pins';
import { alongAxisMm, axisToBack, carriedBy, isTurned, NOT_CARRIED, overBack, setupBack, type Carried } from './standards';
import { stackAlongMm } from './stack';

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
  /** Exit pupil over entrance pupil, 1 where unknown. */
  readonly pupilRatio?: number;
  /** Aberrations of the lens, and the magnification at which they are wanted; none where nothing is known of them. */
  readonly aberrations?: Aberrations | null;
  readonly magnification?: number;
  /** Image distances of the further shots of a focus stack, mm along the back's normal; none for a single shot. */
  readonly furtherMm?: readonly number[];
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
  /** What turning the standards about their pivots adds to the slides. */
  readonly carried: Carried;
  /** Where the lens centre is over the back: slides and pivots together. */
  readonly position: ShiftPosition;
  /** All movements of the lens as the back sees them. */
  readonly lens: LensMovements;
  /** From the lens to the back along the back's normal, mm, as the picture is scaled: that of `focus` times what the lens breathes. */
  readonly imageMm: number;
  /** The magnification at which the setup is focused, 0 at infinity. */
  readonly magnification: number;
  /** Place of the lens and directions of the back in the world; `null` without a scene. */
  readonly back: Placed | null;
  /** The image circle on the back; `null` when the lens has no value for it. */
  readonly imageCircle: CircleOnBack | null;
  /** The sharp circle at the aperture set; `null` when it is not known. */
  readonly sharpCircle: SharpCircle | null;
  /** The frames of the mosaic over the lens; `null` for a single picture. */
  readonly laid: LaidMosaic | null;
  /** The pins where they are now. */
  readonly placedPins: readonly PlacedPin[];
  /** How sharp each pin is at the present setting. */
  readonly pinStates: readonly PinState[];
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
 * @returns the geometry; each part is worked out when it is first read
 *
 * @example
 * geometryOf(front).imageMm // => 35.051
 */
export function geometryOf(settings: SetupSettings): Geometry {
  const known = derived.get(settings);
  if (known) return known;
  const made = freshGeometry(settings);
  derived.set(settings, made);
  return made;
}

/**
 * As `geometryOf`, for a setup that is only tried: nothing remembers it, which matters for the thousands that a search tries.
 *
 * @param settings what is tried
 *
 * @example
 * freshGeometry(front).imageMm // => 35.051
 */
export function freshGeometry(settings: SetupSettings): Geometry {
  return new LazyGeometry(settings);
}

/** Works each part out when it is first read. A class because thousands are made in a search: getters on a prototype cost nothing to make. */
class LazyGeometry implements Geometry {
  readonly settings: SetupSettings;
  readonly turned: boolean;
  readonly axis: Vec3;
  readonly carried: Carried;
  readonly position: ShiftPosition;
  readonly imageMm: number;
  readonly magnification: number;
  private readonly thinMm: number;
  private readonly known: { -readonly [K in LazyPart]?: Geometry[K] } = {};

  constructor(settings: SetupSettings) {
    const { rig, movements, focusM } = settings;
    this.settings = settings;
    this.turned = isTurned(settings);
    this.axis = this.turned ? axisToBack(settings) : STRAIGHT_AHEAD;
    const alongMm = alongAxisMm(rig.lens.focalMm, focusM);
    this.magnification = alongMm / rig.lens.focalMm - 1;
    this.thinMm = this.turned ? alongMm * this.axis[2] : alongMm;
    this.imageMm = this.thinMm * breathingOf(rig.parts, this.magnification);
    this.carried = this.turned ? carriedBy(rig, settings, this.thinMm) : NOT_CARRIED;
    this.position = this.turned ? overBack(this.carried, movements) : movements;
  }

  private part<K extends LazyPart>(key: K, derive: () => Geometry[K]): Geometry[K] {
    const before = this.known[key];
    return before === undefined ? (this.known[key] = derive()) : before;
  }

  get wholeFrame(): FrameSize {
    return this.part('wholeFrame', () => turned(this.settings.rig.back, this.settings.orientation));
  }

  get frame(): FrameSize {
    return this.part('frame', () => cropped(this.wholeFrame, this.settings.crop));
  }

  get pixels(): Pixels | null {
    return this.part('pixels', () => pixelsOf(this.settings, this.wholeFrame, this.frame));
  }

  get pixelMm(): number | null {
    return this.pixels && this.frame.widthMm / this.pixels.columns;
  }

  get lens(): LensMovements {
    return this.part('lens', () => {
      const { tiltDeg, swingDeg } = this.turned ? axisAngles(this.axis) : UNTURNED;
      return { ...this.position, tiltDeg, swingDeg };
    });
  }

  get back(): Placed | null {
    return this.part('back', () => setupBack(this.settings));
  }

  get imageCircle(): CircleOnBack | null {
    return this.part('imageCircle', () => imageCircleOf(this.settings, this.magnification));
  }

  get sharpCircle(): SharpCircle | null {
    return this.part('sharpCircle', () => sharpCircleOf(this.settings, this.magnification, this.settings.fNumber));
  }

  get laid(): LaidMosaic | null {
    return this.part('laid', () => mosaicLaid(this.settings, this.wholeFrame, this.carried, this.magnification));
  }

  get placedPins(): readonly PlacedPin[] {
    return this.part('placedPins', () => placePins(this.settings, this.back));
  }

  get pinStates(): readonly PinState[] {
    return this.part('pinStates', () => statesOfPins(this.placedPins, this.focus, this.settings.fNumber));
  }

  get blurAllowed(): PermissibleBlur {
    return this.part('blurAllowed', () => blurAllowedOn(this.settings, this.frame, this.pixels));
  }

  get focus(): FocusSetting {
    return this.part('focus', () => {
      const { tiltDeg, swingDeg } = this.lens;
      const { lens, parts } = this.settings.rig;
      const pupilRatio = parts.lens.specs.pupilRatio ?? 1;
      const aberrations = rigAberrations(parts);
      const thin = { focalMm: lens.focalMm, imageMm: this.thinMm, tiltDeg, swingDeg, axis: this.axis, pupilRatio };
      const known = aberrations === null ? thin : { ...thin, aberrations, magnification: this.magnification };
      if (this.settings.stack === null) return known;
      const [, ...further] = stackAlongMm(this.settings);
      return { ...known, furtherMm: further.map((mm) => mm * this.axis[2]) };
    });
  }
}

/** The parts that are worked out when they are first read. */
type LazyPart = Exclude<keyof Geometry, 'settings' | 'turned' | 'axis' | 'carried' | 'position' | 'imageMm' | 'magnification' | 'pixelMm'>;

const STRAIGHT_AHEAD: Vec3 = [0, 0, 1];

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
