import { limitByRays } from './limitByRays';
import type { Geometry } from '../geometry/geometry';
import { CoreError } from '../errors';
import { focusPlane, wedge, type Plane } from '../focus/plane';
import { dot, type Vec3 } from '../space/vector';
import { atAperture, blurOf, pinStates } from '../geometry/pins';
import { turnedToCamera, turnedToWorld } from '../space/pose';
import type { PinRole } from '../model/pin';
/** From which side a section is looked at: from the side (up against ahead) or from above (right against ahead). */
export type SectionView = 'side' | 'plan';

/** A straight line of a section: ahead·z + across·u = at, in m; u is up or right. */
export interface SectionLine {
  readonly z: number;
  readonly u: number;
  readonly at: number;
}

/** A place in a section, m ahead of the lens and up or right of it. */
export type SectionPoint = readonly [number, number];

export interface SectionPin {
  readonly id: string;
  readonly name: string;
  readonly role: PinRole;
  readonly points: readonly SectionPoint[];
  readonly blurMm: number | null;
  readonly sharp: boolean;
  /** Whether it is a single point, which can be dragged. */
  readonly single: boolean;
}

/** Everything that is drawn of a setup cut through the lens, in the frame of its back. */
export interface Section {
  readonly view: SectionView;
  readonly imageM: number;
  /** Direction of the lens axis in the section. */
  readonly axis: SectionPoint;
  /** The plane of sharp focus and the limits of the wedge; `null` where it lies at infinity or does not cross the section. */
  readonly plane: SectionLine | null;
  readonly near: SectionLine | null;
  readonly far: SectionLine | null;
  /** Whether everything beyond the near limit is sharp enough. */
  readonly toInfinity: boolean;
  /** Where the hinge line is cut, and where the planes of lens, back and focus meet; `null` when they run parallel here. */
  readonly hingeM: number | null;
  readonly meeting: SectionPoint | null;
  readonly ground: SectionLine | null;
  readonly pins: readonly SectionPin[];
}

const across = (view: SectionView): 0 | 1 => (view === 'side' ? 1 : 0);

function cut({ normal, offsetMm }: Plane, view: SectionView): SectionLine | null {
  const [z, u] = [normal[2], normal[across(view)]];
  return Math.hypot(z, u) < 1e-9 ? null : { z, u, at: offsetMm / 1000 };
}

/** Level ground under the lens; `null` where it does not cross the section. */
function groundLine(up: Vec3, heightM: number, j: 0 | 1): SectionLine | null {
  return Math.hypot(up[2], up[j]) > 1e-6 ? { z: up[2], u: up[j], at: -heightM } : null;
}

/**
 * A setup cut through its lens: planes, hinge, wedge and pins. Source: planes of focus of a thin lens; the three planes meet in one line (Scheimpflug).
 *
 * @param geometry what follows from the settings of a setup
 * @param view from the side or from above
 *
 * @example
 * sectionOf(tiltedGeometry, 'side').hingeM // => -1.0029
 */
export function sectionOf(geometry: Geometry, view: SectionView): Section {
  const { focalMm } = geometry.settings.rig.lens;
  const { imageMm } = atAperture(geometry.focus, geometry.settings.fNumber);
  const { tiltDeg, swingDeg } = geometry.lens;
  const axis = geometry.axis;
  const j = across(view);
  const { cocMm } = geometry.blurAllowed;
  const tried = <T>(take: () => T): T | null => {
    try {
      return take();
    } catch (error) {
      if (error instanceof CoreError) return null;
      throw error;
    }
  };
  const plane = tried(() => focusPlane(focalMm, imageMm, tiltDeg, swingDeg));
  const limits = tried(() => wedge({ focalMm, imageMm, tiltDeg, swingDeg, fNumber: geometry.settings.fNumber, cocMm }));
  const line = plane && cut(plane, view);
  const back = geometry.back;
  return {
    view,
    imageM: imageMm / 1000,
    axis: [axis[2], axis[j]],
    plane: line,
    near: limits?.near ? cut(limits.near, view) : null,
    far: limits?.far ? cut(limits.far, view) : null,
    toInfinity: limits === null || limits.far === null,
    hingeM: line && Math.abs(line.u) > 1e-9 ? line.at / line.u : null,
    meeting: Math.abs(axis[j]) < 1e-9 ? null : [-imageMm / 1000, (imageMm * axis[2]) / axis[j] / 1000],
    ground: back && groundLine(turnedToCamera(back.axes, [0, 1, 0]), back.at[1], j),
    pins: pinStates(geometry).map(({ pin, points, blurMm }) => ({
      id: pin.id,
      name: pin.name,
      role: pin.role,
      points: points.map((p): SectionPoint => [p[2], p[j]]),
      blurMm,
      sharp: blurMm !== null && blurMm * pin.weight <= cocMm,
      single: pin.place.kind === 'point',
    })),
  };
}

/**
 * Where a single pin of a setup goes, m in the subject's own frame, when it is
 * put at a place of the section; what lies across the section stays. `null`
 * for a whole thing, behind the lens, or without a subject.
 *
 * @param geometry what follows from the settings of a setup
 * @param pinId id of the pin
 * @param view from the side or from above
 * @param point ahead of the lens and up or right of it, m
 *
 * @example
 * pinPutAt(frontGeometry, 'wall', 'side', [24, 0]) // => null
 */
export function pinPutAt(geometry: Geometry, pinId: string, view: SectionView, [z, u]: SectionPoint): Vec3 | null {
  const back = geometry.back;
  const place = geometry.settings.pins.find(({ id }) => id === pinId)?.place;
  if (!back || place?.kind !== 'point' || z <= 0) return null;
  const { axes, at } = back;
  const [side, up] = turnedToCamera(axes, [place.at[0] - at[0], place.at[1] - at[1], place.at[2] - at[2]]);
  const world = turnedToWorld(axes, view === 'side' ? [side, u, z] : [u, up, z]);
  return [world[0] + at[0], world[1] + at[1], world[2] + at[2]];
}

/**
 * Where a line of a section is at a distance ahead, m up or right; `null` where it runs straight up there.
 *
 * @param line a line of the section
 * @param aheadM distance ahead of the lens, m
 *
 * @example
 * lineAt({ z: 1, u: 0, at: 24 }, 12) // => null
 */
export function lineAt({ z, u, at }: SectionLine, aheadM: number): number | null {
  return Math.abs(u) < 1e-9 ? null : (at - z * aheadM) / u;
}

/**
 * The stretch that is sharp enough straight across the section at a distance ahead, m up or right; `null` where nothing is. An end is ±Infinity where it has none.
 *
 * @param geometry what follows from the settings of a setup
 * @param view from the side or from above
 * @param aheadM distance ahead of the lens, m
 *
 * @example
 * wedgeAt(tiltedGeometry, 'side', 5) // => [-1.1489, 0.72094]
 */
export function wedgeAt(geometry: Geometry, view: SectionView, aheadM: number): readonly [number, number] | null {
  const setting = atAperture(geometry.focus, geometry.settings.fNumber);
  const { cocMm } = geometry.blurAllowed;
  const e = (geometry.settings.fNumber * cocMm) / setting.focalMm;
  // The signed blur 1 − v(P·l − f)/(f·z) is linear in the place across: |g| ≤ e is one stretch.
  const j = across(view);
  const f = setting.focalMm;
  const z = aheadM * 1000;
  const slope = (-setting.imageMm * setting.axis[j]) / (f * z);
  const middle = 1 - (setting.imageMm * (setting.axis[2] * z - f)) / (f * z);
  if (Math.abs(slope) < 1e-15 && setting.aberrations) return sharpAboutAxis(geometry, view, aheadM);
  if (Math.abs(slope) < 1e-15)
    return (blurInSection(geometry, view, [aheadM, 0]) ?? Infinity) <= cocMm * (1 + 1e-9) ? [-Infinity, Infinity] : null;
  const [a, b] = [(-e - middle) / slope / 1000, (e - middle) / slope / 1000];
  const inFocus = -middle / slope / 1000;
  const [low, high] = a < b ? [a, b] : [b, a];
  const blurAtPlace = (u: number): number => blurInSection(geometry, view, [aheadM, u]) ?? Infinity;
  const limit = (nearlyM: number): number => limitByRays({ blurAtPlace, cocMm, inFocusM: inFocus, nearlyM });
  return [limit(low), limit(high)];
}

/** So far aside of the axis, as a tangent, and in so many steps, is looked for what is sharp where the field is curved. */
const ASIDE = 2;
const ASIDE_STEPS = 64;

/** Where the field of an untilted lens is curved: the stretch about the axis that is sharp enough at a distance ahead, m; `null` where the axis is not. */
function sharpAboutAxis(geometry: Geometry, view: SectionView, aheadM: number): readonly [number, number] | null {
  const { cocMm } = geometry.blurAllowed;
  const sharp = (u: number): boolean => (blurInSection(geometry, view, [aheadM, u]) ?? Infinity) <= cocMm * (1 + 1e-9);
  if (!sharp(0)) return null;
  const end = (side: 1 | -1): number => {
    for (let i = 1; i <= ASIDE_STEPS; i++) {
      const at = (k: number): number => (side * aheadM * ASIDE * k) / ASIDE_STEPS;
      if (sharp(at(i))) continue;
      let [inside, outside] = [at(i - 1), at(i)];
      for (let round = 0; round < 30; round++) {
        const middle = (inside + outside) / 2;
        if (sharp(middle)) inside = middle;
        else outside = middle;
      }
      return inside;
    }
    return side * Infinity;
  };
  return [end(-1), end(1)];
}

/** So many places along the wedge are looked at: by rays its limits bend a little. */
const STATIONS = 7;
/** And so many where the field is curved. */
const CURVED_STATIONS = 33;

/**
 * What is sharp enough between two distances ahead (more than 0), as the
 * corners of one area, m: down one limit and back along the other. A corner up or right is ±Infinity where the area has no end; `null` where
 * nothing is sharp.
 *
 * @param geometry what follows from the settings of a setup
 * @param view from the side or from above
 * @param fromM nearest distance, m
 * @param toM farthest distance, m
 *
 * @example
 * wedgeArea(tiltedGeometry, 'side', 0.5, 24)?.length // => 14
 */
export function wedgeArea(geometry: Geometry, view: SectionView, fromM: number, toM: number): readonly SectionPoint[] | null {
  const { axis, focalMm, imageMm, pupilRatio = 1 } = atAperture(geometry.focus, geometry.settings.fNumber);
  const { cocMm } = geometry.blurAllowed;
  if (Math.abs(axis[across(view)]) >= 1e-12 || geometry.focus.aberrations) {
    const count = geometry.focus.aberrations ? CURVED_STATIONS : STATIONS;
    const stations = Array.from({ length: count }, (_, i) => fromM * (toM / fromM) ** (i / (count - 1)));
    const limits = stations.map((aheadM) => ({ aheadM, at: wedgeAt(geometry, view, aheadM) }));
    const low = limits.flatMap(({ aheadM, at }): readonly SectionPoint[] => (at ? [[aheadM, at[0]]] : []));
    const high = limits.flatMap(({ aheadM, at }): readonly SectionPoint[] => (at ? [[aheadM, at[1]]] : []));
    return low.length < 2 ? null : [...low, ...high.reverse()];
  }
  // Upright limits: the cone from the exit pupil is as wide as the blur allowed at these image distances.
  const exitMm = (pupilRatio * focalMm) / geometry.settings.fNumber;
  const offset = cocMm * focalMm * (pupilRatio - 1);
  const ahead = (v: number): number => (v <= focalMm ? Infinity : (focalMm * v) / (v - focalMm) / 1000);
  const nearV = exitMm <= cocMm ? Infinity : (exitMm * imageMm + offset) / (exitMm - cocMm);
  if (nearV <= focalMm) return null;
  const from = Math.max(fromM, nearV === Infinity ? focalMm / 1000 : ahead(nearV));
  const to = Math.min(toM, ahead((exitMm * imageMm - offset) / (exitMm + cocMm)));
  return from >= to
    ? null
    : [
        [from, -Infinity],
        [from, Infinity],
        [to, Infinity],
        [to, -Infinity],
      ];
}

/**
 * The focus that puts the plane of sharp focus through a place of the section at the present tilt, m along the axis; `undefined` where none does.
 *
 * @param geometry what follows from the settings of a setup
 * @param view from the side or from above
 * @param point ahead of the lens and up or right of it, m
 *
 * @example
 * focusThrough(frontGeometry, 'side', [12, 0]) // => 12
 */
export function focusThrough(geometry: Geometry, view: SectionView, [ahead, aside]: SectionPoint): number | null | undefined {
  const { focalMm } = geometry.settings.rig.lens;
  const axis = geometry.axis;
  const p: Vec3 = view === 'side' ? [0, aside * 1000, ahead * 1000] : [aside * 1000, 0, ahead * 1000];
  const along = dot(p, axis) - focalMm;
  if (along <= 0 || p[2] <= 0) return undefined;
  const out = (focalMm * p[2]) / along / axis[2];
  const extension = out - focalMm;
  return Math.abs(extension) < (focalMm * focalMm) / 1e9 ? null : (focalMm * out) / extension / 1000;
}

/**
 * The blur of a place of the section, mm; `null` where it cannot be imaged.
 *
 * @param geometry what follows from the settings of a setup
 * @param view from the side or from above
 * @param point ahead of the lens and up or right of it, m
 *
 * @example
 * blurInSection(frontGeometry, 'side', [24, 0]) // => 0
 */
export function blurInSection(geometry: Geometry, view: SectionView, [ahead, aside]: SectionPoint): number | null {
  return blurOf(geometry.focus, geometry.settings.fNumber, view === 'side' ? [0, aside, ahead] : [aside, 0, ahead]);
}
