import { CoreError } from '../errors';
import { focusError, focusShiftMm, heightOfRay, type FocusError } from '../aberrations/aberrations';
import { blurAt } from '../focus/blur';
import type { Pin } from '../model/pin';
import type { Scene } from '../model/scene';
import { thingsOf } from '../scene/things';
import { seenFrom, type Placed } from '../space/pose';
import { dot, scaled, type Vec3 } from '../space/vector';
import type { FocusSetting, Geometry } from './geometry';

/** A pin where it stands now. */
export interface PlacedPin {
  readonly pin: Pin;
  /** In the world and in the frame of the back, m. */
  readonly world: readonly Vec3[];
  readonly points: readonly Vec3[];
}

/** Pins with their places before a back; a pin on a thing that the subject no longer has is left out. */
export function placePins(
  { scene, pins }: { readonly scene: Scene | null; readonly pins: readonly Pin[] },
  back: Placed | null,
): readonly PlacedPin[] {
  if (scene === null || back === null || pins.length === 0) return [];
  const things = pins.some(({ place }) => place.kind === 'thing') ? thingsOf(scene) : [];
  return pins.flatMap((pin): readonly PlacedPin[] => {
    const { place } = pin;
    const world = place.kind === 'point' ? [place.at] : (things.find(({ key }) => key === place.thing)?.points ?? []);
    return world.length === 0 ? [] : [{ pin, world, points: world.map((point) => seenFrom(back, point)) }];
  });
}

/** Pins whose thing the subject no longer has. */
export function lostPins({ settings, placedPins }: Geometry): readonly Pin[] {
  const found = new Set(placedPins.map(({ pin }) => pin.id));
  return settings.scene === null ? [] : settings.pins.filter(({ id }) => !found.has(id));
}

/** How sharp a pin is. */
export interface PinState extends PlacedPin {
  /** The widest and the least blur of its points, mm; `null` where one cannot be imaged at all. */
  readonly blurMm: number | null;
  readonly leastBlurMm: number | null;
  /** Where its worst point lies to the plane of focus: nearer, farther, or in it. */
  readonly side: 'nearer' | 'farther' | 'inFocus';
  readonly worst: Vec3;
}

/**
 * The blur of a point in the frame of the back, mm; `null` where it cannot be imaged.
 *
 * @param setting how the lens is turned and focused
 * @param fNumber marked f-number
 * @param point a point of the world, m
 *
 * @example
 * blurOf({ focalMm: 100, imageMm: 150, tiltDeg: 0, swingDeg: 0 }, 4, [0, 0, 0.1]) // => 25
 */
export function blurOf(setting: FocusSetting, fNumber: number, point: Vec3): number | null {
  let least = blurOfShot(setting, fNumber, point);
  // Of a stack the sharpest shot is taken at each place.
  for (const imageMm of setting.furtherMm ?? []) {
    const blur = blurOfShot({ ...setting, imageMm }, fNumber, point);
    if (blur !== null && (least === null || blur < least)) least = blur;
  }
  return least;
}

function blurOfShot(setting: FocusSetting, fNumber: number, point: Vec3): number | null {
  const { focalMm, imageMm, tiltDeg, swingDeg, pupilRatio } = setting;
  const at = (image: number): number => blurAt({ focalMm, imageMm: image, tiltDeg, swingDeg, fNumber, pointM: point, pupilRatio });
  try {
    const error = errorAt(setting, fNumber, point);
    if (error === null) return at(imageMm);
    // Away from the lens the focus stands as if the back stood nearer to it; of lines in two directions the softer count.
    const { axis } = setting;
    return Math.max(at(imageMm - error.sagittalMm * axis[2]), at(imageMm - error.tangentialMm * axis[2]));
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
}

/** Where the focus of a point lies against the back by the aberrations of the lens; `null` where nothing is known of them, or the point is behind the lens. */
function errorAt(
  { aberrations, focalMm, pupilRatio = 1, magnification = 0, axis }: FocusSetting,
  fNumber: number,
  point: Vec3,
): FocusError | null {
  if (!aberrations) return null;
  return dot(point, axis) > 0
    ? focusError(aberrations, { focalMm, pupilRatio, magnification }, fNumber, heightOfRay(focalMm, axis, point))
    : null;
}

/**
 * A lens as it is focused at an aperture: its focus shift moves the plane of sharp focus as a nearer back would.
 *
 * @param setting how the lens is turned and focused
 * @param fNumber marked f-number
 *
 * @example
 * atAperture({ focalMm: 50, imageMm: 50, tiltDeg: 0, swingDeg: 0, axis: [0, 0, 1] }, 8).imageMm // => 50
 */
export function atAperture(setting: FocusSetting, fNumber: number): FocusSetting {
  const shift = setting.aberrations ? focusShiftMm(setting.aberrations, fNumber) : 0;
  return shift === 0 ? setting : { ...setting, imageMm: setting.imageMm - shift * setting.axis[2] };
}

/** How far a point is out of focus with the aberrations of the lens, signed as `defocus`: by the middle between the two directions of lines. */
function trueDefocus(setting: FocusSetting, fNumber: number, point: Vec3): number {
  let least = defocusOfShot(setting, fNumber, point);
  for (const imageMm of setting.furtherMm ?? []) {
    const each = defocusOfShot({ ...setting, imageMm }, fNumber, point);
    if (Math.abs(each) < Math.abs(least)) least = each;
  }
  return least;
}

function defocusOfShot(setting: FocusSetting, fNumber: number, point: Vec3): number {
  const error = errorAt(setting, fNumber, point);
  if (error === null) return defocus(setting, point);
  return defocus({ ...setting, imageMm: setting.imageMm - ((error.sagittalMm + error.tangentialMm) / 2) * setting.axis[2] }, point);
}

/**
 * How far a point is out of focus, signed and without its aperture: 1 − v(P·l − f)/(f·P_z), above zero when it lies nearer than the plane.
 *
 * @param setting how the lens is turned and focused
 * @param point a point of the world, m
 *
 * @example
 * defocus({ focalMm: 100, imageMm: 200, axis: [0, 0, 1] }, [0, 0, 0.2]) // => 0
 */
export function defocus({ focalMm, imageMm, axis }: Pick<FocusSetting, 'focalMm' | 'imageMm' | 'axis'>, point: Vec3): number {
  const p = scaled(point, 1000);
  return 1 - (imageMm * (dot(p, axis) - focalMm)) / (focalMm * p[2]);
}

/** How sharp each pin is with a lens set so, at an aperture. */
export function statesOfPins(placed: readonly PlacedPin[], setting: FocusSetting, fNumber: number): readonly PinState[] {
  return placed.map((each) => stateOf(setting, fNumber, each));
}

/**
 * How sharp each pin is at the present setting, or at another aperture.
 *
 * @param geometry what follows from the settings of a setup
 * @param fNumber marked f-number
 *
 * @example
 * pinStates(frontGeometry)[0]?.side // => 'inFocus'
 */
export function pinStates(geometry: Geometry, fNumber = geometry.settings.fNumber): readonly PinState[] {
  return fNumber === geometry.settings.fNumber ? geometry.pinStates : statesOfPins(geometry.placedPins, geometry.focus, fNumber);
}

/** Below this the blur is taken to go with the opening. */
const WIDEST_F = 0.5;
/** More rounds than this are never needed: the blur all but goes with the opening. */
const MOST_ROUNDS = 20;

/**
 * The f-number at which the worst of several pins is just sharp enough, by
 * rays; 0 where all lie in the plane of focus, infinity where one cannot be
 * imaged. The blur nearly goes with the opening, so that scaling by what is
 * too much closes in on it at once.
 *
 * @param placed the pins, where they are
 * @param setting how the lens is turned and focused
 * @param cocMm the blur that is sharp enough, mm
 *
 * @example
 * exactFNumber([], { focalMm: 100, imageMm: 150, tiltDeg: 0, swingDeg: 0, axis: [0, 0, 1] }, 0.03) // => 0
 */
export function exactFNumber(placed: readonly PlacedPin[], setting: FocusSetting, cocMm: number): number {
  const worst = (fNumber: number): number => {
    let most = 0;
    for (const { pin, blurMm } of statesOfPins(placed, setting, fNumber)) {
      if (blurMm === null) return Infinity;
      most = Math.max(most, blurMm * pin.weight);
    }
    return most;
  };
  let fNumber = 8;
  for (let round = 0; round < MOST_ROUNDS; round++) {
    const blur = worst(fNumber);
    if (blur === 0 || blur === Infinity) return blur;
    const next = (fNumber * blur) / cocMm;
    // No lens opens so far, and the rays of one that did would run beside the back.
    if (next < WIDEST_F) return next;
    if (Math.abs(next - fNumber) <= 1e-12 * fNumber) return next;
    fNumber = next;
  }
  return fNumber;
}

// Of many points only those that are farthest out to either side can be worst: the signed blur is monotone between them.
const FEW = 12;

function stateOf(setting: FocusSetting, fNumber: number, placed: PlacedPin): PinState {
  const { points } = placed;
  const out = points.map((point) => trueDefocus(setting, fNumber, point));
  let [nearest, farthest, least] = [0, 0, 0];
  out.forEach((g, i) => {
    if (g > (out[nearest] ?? 0)) nearest = i;
    if (g < (out[farthest] ?? 0)) farthest = i;
    if (Math.abs(g) < Math.abs(out[least] ?? 0)) least = i;
  });
  // With a curved field or several shots it is not, so all of them are looked at.
  const looked = points.length <= FEW || setting.aberrations || setting.furtherMm ? points.map((_, i) => i) : [nearest, farthest];
  let blurMm: number | null = 0;
  let worst = nearest;
  for (const i of looked) {
    const point = points[i];
    const blur = point ? blurOf(setting, fNumber, point) : null;
    if (blur === null) {
      blurMm = null;
      worst = i;
      break;
    }
    if (blur >= blurMm) [blurMm, worst] = [blur, i];
  }
  const leastPoint = points[least];
  const g = out[worst] ?? 0;
  // A plane that runs through a thing leaves some of it sharp.
  const through = points.length > 1 && (out[nearest] ?? 0) > 0 && (out[farthest] ?? 0) < 0;
  return {
    ...placed,
    blurMm,
    leastBlurMm: leastBlurOf(through, leastPoint, setting, fNumber),
    side: sideOf(g),
    worst: placed.world[worst] ?? [0, 0, 0],
  };
}

function sideOf(g: number): 'inFocus' | 'nearer' | 'farther' {
  if (Math.abs(g) < 1e-9) return 'inFocus';
  if (g > 0) return 'nearer';
  return 'farther';
}

function leastBlurOf(through: boolean, leastPoint: Vec3 | undefined, setting: FocusSetting, fNumber: number): number | null {
  if (through) return 0;
  if (leastPoint) return blurOf(setting, fNumber, leastPoint);
  return null;
}
