import type { Geometry } from '../geometry/geometry';
import { turnedToWorld } from '../space/pose';
import { facesOf, type Face } from '../scene/faces';
import { timesToMeet } from '../framing/pick';
import type { Subject } from '../subjects/subject';
import type { Scene } from '../model/scene';
import type { Rect } from '../model/mosaic';

/** Nearest and farthest thing, m along the back's normal. */
export interface Depths {
  readonly nearM: number;
  readonly farM: number;
}

/** How finely the subject is looked at, of the image distance: about four degrees. */
const STEP = 1 / 14;

// What was looked at of a scene, by how the back was turned to it: where frames, focus and tilt are does not matter to it.
const looked = new WeakMap<Scene, Map<string, number>>();
const counted = new WeakMap<Subject, readonly Face[]>();

/** The faces that can part: of a sheet only the sheet (its print is drawn a little before it), of a table-top not the floor below; the first face is the ground. */
function facesThatCount(subject: Subject): readonly Face[] {
  const known = counted.get(subject);
  if (known) return known;
  const faces = partingFaces(subject);
  counted.set(subject, faces);
  return faces;
}

function partingFaces(subject: Subject): readonly Face[] {
  const all = facesOf(subject);
  if (subject.kind === 'sheet') return all.slice(1, 2);
  return subject.kind === 'table' ? all.slice(1) : all;
}

/**
 * Nearest and farthest thing of the subject that is pictured in a part of the
 * back (mm about the foot of the lens), found by rays a few degrees apart;
 * `null` where nothing is but sky. A sheet and a table-top count without the
 * floor behind them. Undefined without a subject.
 */
export function depthsIn(geometry: Geometry, { left, right, lower, upper }: Rect): Depths | null | undefined {
  const { scene, rear } = geometry.settings;
  const back = geometry.back;
  if (!scene || !back) return undefined;
  const stepMm = geometry.imageMm * STEP;
  const known = looked.get(scene) ?? new Map<string, number>();
  looked.set(scene, known);
  const faces = facesThatCount(scene.subject);
  const depth = (i: number, j: number): number => {
    const key = `${i} ${j} ${rear.tiltDeg} ${rear.swingDeg}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const hit = timesToMeet(back.at, turnedToWorld(back.axes, [i * STEP, j * STEP, 1]), faces);
    known.set(key, hit);
    return hit;
  };
  let [nearM, farM] = [Infinity, 0];
  for (let i = Math.floor(left / stepMm); i <= Math.ceil(right / stepMm); i++) {
    for (let j = Math.floor(lower / stepMm); j <= Math.ceil(upper / stepMm); j++) {
      const hit = depth(i, j);
      if (hit === Infinity) continue;
      nearM = Math.min(nearM, hit);
      farM = Math.max(farM, hit);
    }
  }
  return farM === 0 ? null : { nearM, farM };
}
