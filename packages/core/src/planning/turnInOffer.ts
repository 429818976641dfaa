import { freshGeometry, type Geometry } from '../geometry/geometry';
import { degrees } from '../angles';
import { setupMargin } from '../geometry/circles';
import { reaches } from '../rig/mechanism';
import { stretchAt, stretchInPicture } from '../framing/stretch';
import { keepingCentre } from './keepCentre';
import { patched } from '../setup/patch';
import type { ShiftPosition } from '../model/movements';
import type { SetupPatch } from '../model/setup';

/** The stretch of a round thing in the picture as it stands. */
export interface StretchedPicture {
  readonly watched: number;
  /** At the middle of the left and of the right edge. */
  readonly left: number;
  readonly right: number;
  readonly yawDeg: number;
  readonly movements: ShiftPosition;
  /** The slope of a level line of a wall square to the camera's first direction, at the upper edge, degrees: how its horizontals converge. */
  readonly convergeDeg: number;
}

export interface TurnInOffer {
  readonly before: StretchedPicture;
  /** Turned in and shifted back as far as is needed, or as far as it goes. */
  readonly after: StretchedPicture;
  /** `null` when nothing has to be changed. */
  readonly patch: SetupPatch | null;
  /** What ends it before the wanted ratio is reached; `null` when it is reached. */
  readonly endedBy: 'slide' | 'imageCircle' | 'sharpCircle' | 'angle' | null;
}

const STEP_DEG = 0.1;
const MOST_DEG = 45;

/**
 * The least turn toward the watched thing, with the shift back that keeps the
 * centre of the picture, that brings its stretch under the wanted ratio within
 * circle and slides; or the farthest that they allow. `null` when nothing is
 * watched or it lies behind the camera.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * turnInOffer(frontGeometry)?.endedBy // => null
 */
export function turnInOffer(geometry: Geometry): TurnInOffer | null {
  const { scene } = geometry.settings;
  const before = look(geometry);
  if (scene === null || scene.watched === null || before === null) return null;
  const wanted = scene.accepted.stretch;
  if (before.watched <= wanted) return { before, after: before, patch: null, endedBy: null };
  const side = Math.sign(horizontalPlace(geometry)) || 1;
  let best: { after: StretchedPicture; patch: SetupPatch } | null = null;
  let endedBy: TurnInOffer['endedBy'] = 'angle';
  for (let steps = 1; steps * STEP_DEG <= MOST_DEG; steps++) {
    const placing = { yawDeg: Math.round((scene.yawDeg + side * steps * STEP_DEG) * 10) / 10 };
    const kept = keepingCentre(geometry, placing);
    if (kept === null) break;
    const patch: SetupPatch = { placing, movements: { riseMm: tenth(kept.riseMm), shiftMm: tenth(kept.shiftMm) } };
    const next = patched(geometry.settings, patch);
    const stop = stopped(geometry, freshGeometry(next));
    if (stop) {
      endedBy = stop;
      break;
    }
    const after = look(freshGeometry(next));
    // Past the thing it would only be stretched the other way.
    if (after === null || (best && after.watched >= best.after.watched)) break;
    best = { after, patch };
    // A fiftieth under what is accepted, so that it passes with something to spare.
    if (after.watched <= wanted - 0.02) {
      endedBy = null;
      break;
    }
  }
  return {
    before,
    after: best?.after ?? before,
    patch: best?.patch ?? null,
    endedBy: best && best.after.watched <= wanted ? null : endedBy,
  };
}

/** What ends the turning: a stop, or a circle that was not left before. */
function stopped(geometry: Geometry, next: Geometry): TurnInOffer['endedBy'] {
  if (reaches(next.settings.rig.mechanism, next.settings.movements) === false) return 'slide';
  for (const circle of ['imageCircle', 'sharpCircle'] as const) {
    const [was, is] = [geometry[circle], next[circle]];
    if (was && is && setupMargin(next, is).valueMm < Math.min(0, setupMargin(geometry, was).valueMm)) return circle;
  }
  return null;
}

function look(geometry: Geometry): StretchedPicture | null {
  const { scene, movements } = geometry.settings;
  if (scene === null || scene.watched === null) return null;
  const watched = stretchAt(geometry, scene.watched);
  if (watched === null) return null;
  const { widthMm, heightMm } = geometry.frame;
  const v = geometry.imageMm;
  // A level line square to the world's depth meets at v/tan ψ; at a height Y over the axis it slopes by Y·tan ψ/v.
  const slope = (Math.tan((scene.yawDeg * Math.PI) / 180) * (heightMm / 2 + geometry.position.riseMm)) / v;
  return {
    watched,
    left: stretchInPicture(geometry, -widthMm / 2, 0),
    right: stretchInPicture(geometry, widthMm / 2, 0),
    yawDeg: scene.yawDeg,
    movements,
    convergeDeg: degrees(Math.atan(slope)),
  };
}

function horizontalPlace(geometry: Geometry): number {
  const back = geometry.back;
  const watched = geometry.settings.scene?.watched;
  if (!back || !watched) return 0;
  const { right } = back.axes;
  return right[0] * (watched[0] - back.at[0]) + right[1] * (watched[1] - back.at[1]) + right[2] * (watched[2] - back.at[2]);
}

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10 + 0;
}
