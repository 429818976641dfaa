import { CoreError } from '../errors';
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
export function blurOf({ focalMm, imageMm, tiltDeg, swingDeg }: FocusSetting, fNumber: number, point: Vec3): number | null {
  try {
    return blurAt({ focalMm, imageMm, tiltDeg, swingDeg, fNumber, pointM: point });
  } catch (error) {
    if (error instanceof CoreError) return null;
    throw error;
  }
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
export function defocus({ focalMm, imageMm, axis }: FocusSetting, point: Vec3): number {
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

// Of many points only those that are farthest out to either side can be worst: the signed blur is monotone between them.
const FEW = 12;

function stateOf(setting: FocusSetting, fNumber: number, placed: PlacedPin): PinState {
  const { points } = placed;
  const out = points.map((point) => defocus(setting, point));
  let [nearest, farthest, least] = [0, 0, 0];
  out.forEach((g, i) => {
    if (g > (out[nearest] ?? 0)) nearest = i;
    if (g < (out[farthest] ?? 0)) farthest = i;
    if (Math.abs(g) < Math.abs(out[least] ?? 0)) least = i;
  });
  const looked = points.length <= FEW ? points.map((_, i) => i) : [nearest, farthest];
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
