import { lensPosition, standImageMm } from '../stand/back';
import { facesOf, type Face } from '../scene/faces';
import { picked } from '../scene/pick';
import type { Scene } from '../scene/scene';
import type { Subject } from '../scene/subject';
import type { StandSettings } from '../stand/settings';
import type { Rect } from './frames';

/** Nearest and farthest thing, m along the back's normal. */
export interface Depths {
  readonly nearM: number;
  readonly farM: number;
}

/** How finely the subject is looked at, of the image distance: about four degrees. */
const STEP = 1 / 14;

// What was looked at of a scene, by the lens it was looked at with; the places of frames do not matter to it.
const looked = new WeakMap<Scene, Map<string, number | null>>();

/** The faces that can part: of a sheet only the sheet (its print is drawn a little before it), of a table-top not the floor below; the first face is the ground. */
function facesThatCount(subject: Subject): readonly Face[] {
  const all = facesOf(subject);
  return subject.kind === 'sheet' ? all.slice(1, 2) : subject.kind === 'table' ? all.slice(1) : all;
}

/**
 * Nearest and farthest thing of the subject that is pictured in a part of the
 * back (mm about the foot of the lens), found by rays a few degrees apart;
 * `null` where nothing is but sky. A sheet and a table-top count without the
 * floor behind them. Undefined without a subject.
 */
export function depthsIn(settings: StandSettings, { left, right, lower, upper }: Rect): Depths | null | undefined {
  const { scene } = settings;
  if (!scene) return undefined;
  const v = standImageMm(settings);
  const step = v * STEP;
  const { rear, front } = settings;
  const lens = `${v} ${rear.tiltDeg} ${rear.swingDeg} ${front.tiltDeg} ${front.swingDeg}`;
  const known = looked.get(scene) ?? new Map<string, number | null>();
  looked.set(scene, known);
  const still: StandSettings = { ...settings, mosaic: null, movements: { riseMm: 0, shiftMm: 0 } };
  const at = lensPosition(still);
  const faces = facesThatCount(scene.subject);
  const depth = (i: number, j: number): number | null => {
    const key = `${i} ${j} ${lens}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    const hit = picked(still, i * step - at.shiftMm, j * step - at.riseMm, faces)?.depthM ?? null;
    known.set(key, hit);
    return hit;
  };
  let [nearM, farM] = [Infinity, 0];
  for (let i = Math.floor(left / step); i <= Math.ceil(right / step); i++) {
    for (let j = Math.floor(lower / step); j <= Math.ceil(upper / step); j++) {
      const hit = depth(i, j);
      if (hit === null) continue;
      nearM = Math.min(nearM, hit);
      farM = Math.max(farM, hit);
    }
  }
  return farM === 0 ? null : { nearM, farM };
}
