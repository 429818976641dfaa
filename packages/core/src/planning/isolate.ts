import { type Geometry, freshGeometry } from '../geometry/geometry';
import { nearestTilt } from '../focus/tiltMechanism';
import { dot, minus, scaled, type Vec3 } from '../space/vector';
import { axisToBack, focusFor, pictured } from '../geometry/standards';
import { blurOf, defocus, type PlacedPin } from '../geometry/pins';
import { patched } from '../setup/patch';
import type { StandardTurn } from '../model/movements';
import type { SetupPatch } from '../model/setup';
import { setupTiltMechanism } from './setupTilt';

/** How a neighbour of the isolated thing is drawn. */
export interface Neighbour {
  readonly name: string;
  /** The least blur anywhere in it: none where the plane of focus runs through it. */
  readonly blurMm: number;
  readonly blurPx: number | null;
  /** As a share of how high the neighbour is in the picture; `null` for a single point. */
  readonly share: number | null;
}

export interface Isolation {
  readonly movement: 'tilt' | 'swing';
  readonly turnDeg: number;
  readonly focusM: number | null;
  /** The blur of the isolated thing itself, mm. */
  readonly ownBlurMm: number;
  readonly neighbours: readonly Neighbour[];
  /** Whether every neighbour is blurred as much as is wanted. */
  readonly enough: boolean;
  readonly patch: SetupPatch;
}

/** The middle of a thing: its points' mean. */
function middle(points: readonly Vec3[]): Vec3 {
  const sum = points.reduce<Vec3>((all, p) => [all[0] + p[0], all[1] + p[1], all[2] + p[2]], [0, 0, 0]);
  return scaled(sum, 1 / points.length);
}

/** A setup with its lens turned so, and focused so that a place (in the frame of the back, m) stays sharp; `null` when it cannot be. */
export function turnedOn(
  geometry: Geometry,
  turn: { readonly tiltDeg: number; readonly swingDeg: number },
  place: Vec3,
): SetupPatch | null {
  const { focalMm } = geometry.settings.rig.lens;
  const axis = axisToBack({ front: turn, rear: geometry.settings.rear });
  const p = scaled(place, 1000);
  const along = dot(p, axis) - focalMm;
  if (along <= 0 || p[2] <= 0) return null;
  const v = (focalMm * p[2]) / along;
  return { front: turn, focusM: focusFor(focalMm, v / axis[2]) };
}

/** How high a thing is in the picture, mm; `null` for a single point. */
function heightInPicture(geometry: Geometry, { world }: PlacedPin): number | null {
  if (world.length < 2) return null;
  const ys = world.map((point) => pictured(geometry, point)?.[1]);
  if (ys.some((y) => y === undefined)) return null;
  const known = ys.filter((y) => y !== undefined);
  return Math.max(...known) - Math.min(...known);
}

/** The rule of thumb is true within this share. */
const ROUGHLY = 0.75;

interface LookAtInput {
  readonly geometry: Geometry;
  readonly movement: 'tilt' | 'swing';
  readonly turnDeg: number;
  readonly own: PlacedPin;
  /** What must be soft, with how high it is in the picture, mm. */
  readonly others: readonly { readonly other: PlacedPin; readonly heightMm: number | null }[];
  readonly wantedMm: number;
}

/** The lens turned by a movement, the other one as it is. */
function turnedBy({ geometry, movement, turnDeg }: Pick<LookAtInput, 'geometry' | 'movement' | 'turnDeg'>): StandardTurn {
  const { front } = geometry.settings;
  return movement === 'tilt' ? { tiltDeg: turnDeg, swingDeg: front.swingDeg } : { tiltDeg: front.tiltDeg, swingDeg: turnDeg };
}

/** The least blur of what must be soft by the rule of thumb for a thin lens, mm: near enough to say where a closer look is worth while; below zero where the lens cannot be focused so. */
function roughly({ geometry, movement, turnDeg, own, others }: Omit<LookAtInput, 'wantedMm'>): number {
  const { settings } = geometry;
  const { focalMm } = settings.rig.lens;
  const axis = axisToBack({ front: turnedBy({ geometry, movement, turnDeg }), rear: settings.rear });
  const p = scaled(middle(own.points), 1000);
  const along = dot(p, axis) - focalMm;
  if (along <= 0 || p[2] <= 0) return -1;
  const setting = { focalMm, imageMm: (focalMm * p[2]) / along, axis };
  const shares = others.map(({ other }) => {
    const each = other.points.map((point) => defocus(setting, point));
    const [low, high] = [Math.min(...each), Math.max(...each)];
    return low < 0 && high > 0 ? 0 : Math.min(Math.abs(low), Math.abs(high));
  });
  return (focalMm / settings.fNumber) * Math.min(...shares);
}

function lookAt({ geometry, movement, turnDeg, own, others, wantedMm }: LookAtInput): Isolation | null {
  const patch = turnedOn(geometry, turnedBy({ geometry, movement, turnDeg }), middle(own.points));
  if (patch === null) return null;
  const next = patched(geometry.settings, patch);
  const setting = freshGeometry(next).focus;
  const px = geometry.pixelMm;
  const least = (placed: PlacedPin, pick: (...blurs: number[]) => number): number | null => {
    const blurs = placed.points.map((point) => blurOf(setting, geometry.settings.fNumber, point));
    return blurs.some((blur) => blur === null) ? null : pick(...blurs.filter((blur) => blur !== null));
  };
  // A plane that runs through a thing leaves some of it sharp, wherever its bounding points lie.
  const runsThrough = ({ points }: PlacedPin): boolean =>
    points.some((point) => defocus(setting, point) > 0) && points.some((point) => defocus(setting, point) < 0);
  const ownBlurMm = least(own, Math.max);
  if (ownBlurMm === null) return null;
  const neighbours = others.flatMap(({ other, heightMm }): readonly Neighbour[] => {
    const nearestMm = least(other, Math.min);
    if (nearestMm === null) return [];
    const blurMm = runsThrough(other) ? 0 : nearestMm;
    return [
      {
        name: other.pin.name,
        blurMm,
        blurPx: px === null ? null : blurMm / px,
        share: heightMm === null || heightMm === 0 ? null : blurMm / heightMm,
      },
    ];
  });
  if (neighbours.length < others.length) return null;
  return {
    movement,
    turnDeg,
    focusM: patch.focusM ?? null,
    ownBlurMm,
    neighbours,
    enough: neighbours.every(({ blurMm }) => blurMm >= wantedMm),
    patch,
  };
}

/**
 * The least tilt or swing that leaves one pin sharp and blurs all others that
 * must be soft by `wantedMm`, at the present aperture; where none is enough the
 * one at the end of the mechanism that blurs most. `null` when there is nothing
 * to isolate, nothing to blur, or no mechanism is known.
 *
 * @param geometry what follows from the settings of a setup
 * @param pinId id of the pin
 * @param movement which way the lens is turned
 * @param wantedMm blur wanted beside it, mm
 *
 * @example
 * isolate(frontGeometry, 'nothing', 'tilt', 0.1) // => null
 */
export function isolate(geometry: Geometry, pinId: string, movement: 'tilt' | 'swing', wantedMm: number): Isolation | null {
  const placed = geometry.placedPins;
  const own = placed.find(({ pin }) => pin.id === pinId);
  const others = placed
    .filter(({ pin }) => pin.id !== pinId && pin.role === 'soft')
    .map((other) => ({ other, heightMm: heightInPicture(geometry, other) }));
  const mechanism = setupTiltMechanism(geometry.settings);
  if (!own || others.length === 0 || mechanism === null) return null;
  const allowed = (deg: number): boolean => {
    const turn = turnedBy({ geometry, movement, turnDeg: deg });
    const near = nearestTilt(mechanism, turn);
    return Math.abs(near.tiltDeg - turn.tiltDeg) < 1e-6 && Math.abs(near.swingDeg - turn.swingDeg) < 1e-6;
  };
  // What is known of the lens besides may blur more than the rule of thumb says.
  const worthALook = geometry.focus.aberrations ? 0 : ROUGHLY * wantedMm;
  const at = (deg: number): Isolation | null => lookAt({ geometry, movement, turnDeg: deg, own, others, wantedMm });
  let most: { readonly deg: number; readonly blurMm: number } | null = null;
  // Tenths of a degree outward to both sides: small is enough, so the first that does it is the least.
  for (let tenths = 0; tenths <= 450; tenths++) {
    const both = (tenths === 0 ? [0] : [tenths / 10, -tenths / 10]).filter(allowed);
    if (both.length === 0) break;
    const rough = both.map((deg) => ({ deg, blurMm: roughly({ geometry, movement, turnDeg: deg, own, others }) }));
    const enough = rough
      .flatMap(({ deg, blurMm }) => (blurMm >= worthALook ? (at(deg) ?? []) : []))
      .filter((each) => each.enough)
      .sort((a, b) => a.ownBlurMm - b.ownBlurMm)[0];
    if (enough) return enough;
    for (const each of rough) if (each.blurMm >= 0 && (most === null || each.blurMm > most.blurMm)) most = each;
  }
  return most === null ? null : at(most.deg);
}

/** What a reverse tilt makes a scene look like. */
export interface Miniature {
  readonly tiltDeg: number;
  /** The scale by which its blur suggests a model, as 1 : n. */
  readonly apparentScale: number;
  readonly patch: SetupPatch;
}

export interface ApparentScaleInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Marked f-number. */
  readonly fNumber: number;
  readonly focusedM: number;
  readonly otherM: number;
  readonly blurMm: number;
}

/**
 * The scale of a model that an untilted lens of the same angle of view would
 * blur as much: at a scale s the lens stands s·u off and magnifies m' =
 * f/(s·u − f), so that a thing at r times the distance in focus is blurred by
 * (f/N)·m'·|1 − 1/r|. From that s = (f²·|1 − 1/r|/(N·c) + f)/u; 1 : n is 1 : 1/s,
 * never larger than life. Distances along the back's normal in m, c in mm.
 * Source: thin-lens blur, from first principles.
 */
export function apparentScale({ focalMm, fNumber, focusedM, otherM, blurMm }: ApparentScaleInput): number {
  const r = otherM / focusedM;
  const s = ((focalMm * focalMm * Math.abs(1 - 1 / r)) / (fNumber * Math.max(blurMm, 1e-12)) + focalMm) / (focusedM * 1000);
  return Math.max(1, 1 / s);
}

/**
 * The miniature look: the lens tilted the wrong way, focused on a place (frame
 * of the back, m), and the scale that the blur of another place suggests. The
 * least reverse tilt that reaches the wanted scale 1 : n, or the most that the
 * mechanism has. `null` without a mechanism or where it cannot be focused.
 *
 * @param geometry what follows from the settings of a setup
 * @param place what stays sharp, m
 * @param other what is to be blurred, m
 * @param wantedScale scale of the model, as the n of 1 : n
 *
 * @example
 * miniature(frontGeometry, [0, 0, 24], [0, 2, 40], 20)?.tiltDeg // => 8
 */
export function miniature(geometry: Geometry, place: Vec3, other: Vec3, wantedScale: number): Miniature | null {
  const mechanism = setupTiltMechanism(geometry.settings);
  if (mechanism === null) return null;
  const { focalMm } = geometry.settings.rig.lens;
  // Reverse is away from the slope that the two places have: the higher and farther is blurred by tilting back.
  const slope = minus(other, place);
  const side = Math.sign(slope[1] * slope[2]) || 1;
  let last: Miniature | null = null;
  for (let tenths = 1; tenths <= 450; tenths++) {
    const turn = { tiltDeg: (side * tenths) / 10, swingDeg: 0 };
    const near = nearestTilt(mechanism, turn);
    if (Math.abs(near.tiltDeg - turn.tiltDeg) > 1e-6 || Math.abs(near.swingDeg) > 1e-6) break;
    const patch = turnedOn(geometry, turn, place);
    if (patch === null) break;
    const setting = freshGeometry(patched(geometry.settings, patch)).focus;
    const blur = blurOf(setting, geometry.settings.fNumber, other);
    if (blur === null) break;
    last = {
      tiltDeg: turn.tiltDeg,
      apparentScale: apparentScale({ focalMm, fNumber: geometry.settings.fNumber, focusedM: place[2], otherM: other[2], blurMm: blur }),
      patch,
    };
    if (last.apparentScale >= wantedScale) return last;
  }
  return last;
}
