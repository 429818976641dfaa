import { degrees } from '../angles';
import { LEGS_M } from '../checks/position/obstacle';
import { withPivotDoubt } from '../checks/pivotDoubt';
import { checkNamed } from '../checks/registry';
import { takenUp } from '../framing/inFrame';
import { freshGeometry } from '../geometry/geometry';
import type { Scene } from '../model/scene';
import type { Placing, SetupPatch, SetupSettings } from '../model/setup';
import { turnInOffer } from '../planning/turnInOffer';
import { patched } from '../setup/patch';

/** How the camera is placed and turned is looked at in these steps. */
const YAWS_DEG = [0.5, 1, 1.5, 2, 3, 4, 5, 6, 8, 10, 12, 15, 18, 22, 26, 30, 35, 40];
const HEIGHT_SHARES = [0.95, 1.05, 0.9, 1.1, 0.8, 1.2, 0.7, 1.35, 0.6, 1.5, 0.5, 1.75, 0.4, 2, 0.3, 0.2, 0.1];
const ASIDE_SHARES = [0.02, 0.05, 0.1, 0.15, 0.2, 0.3, 0.4, 0.5];
/** A distance is looked for in steps of a twentieth, up to so many times as far and as near. */
const DISTANCE_STEP = 1.05;
const MOST_TIMES = 6;

const tenth = (value: number): number => Math.round(value * 10) / 10 + 0;

/** The camera level as the picture asks; `null` where it is. */
export function levelled(settings: SetupSettings): SetupPatch | null {
  const { scene, rear } = settings;
  if (scene === null) return null;
  const pitchDeg = scene.accepted.convergeDeg + rear.tiltDeg + 0;
  const placing: Placing = {
    ...(pitchDeg !== scene.pitchDeg && { pitchDeg }),
    ...(scene.rollDeg !== 0 && { rollDeg: 0 }),
  };
  return Object.keys(placing).length === 0 ? null : { placing };
}

/** Level in one of its two angles alone. */
export function levelledInPart(settings: SetupSettings): readonly SetupPatch[] {
  const whole = levelled(settings)?.placing;
  if (whole?.pitchDeg === undefined || whole.rollDeg === undefined) return [];
  return [{ placing: { pitchDeg: whole.pitchDeg } }, { placing: { rollDeg: whole.rollDeg } }];
}

/** Other directions of the camera, the nearest first: until the subject's sides are even, toward what is watched for its stretch, and in steps to either side. */
export function* otherYaws(settings: SetupSettings): Generator<SetupPatch> {
  const { scene } = settings;
  if (scene === null) return;
  const toward = turnInOffer(freshGeometry(settings));
  if (toward?.patch?.placing) yield { placing: toward.patch.placing };
  const aimed = aimedAt(settings, scene);
  if (aimed !== null) yield { placing: { yawDeg: aimed } };
  for (const deg of YAWS_DEG) for (const way of [1, -1]) yield { placing: { yawDeg: tenth(scene.yawDeg + way * deg) } };
}

function aimedAt(settings: SetupSettings, scene: Scene): number | null {
  let yawDeg = degrees(Math.atan2(-scene.asideM, scene.distanceM));
  for (let round = 0; round < 12; round++) {
    const geometry = freshGeometry({ ...settings, scene: { ...scene, yawDeg } });
    const box = takenUp(geometry);
    if (!box) return null;
    const off = (box.left + box.right) / 2 - geometry.position.shiftMm;
    yawDeg += degrees(Math.atan(off / settings.rig.lens.focalMm)) / 2;
  }
  return tenth(yawDeg);
}

/** Other heights of the lens, the nearest first. */
export function* otherHeights({ scene }: SetupSettings): Generator<SetupPatch> {
  if (scene === null || scene.cameraHeightM <= 0) return;
  for (const share of HEIGHT_SHARES) yield { placing: { cameraHeightM: Math.round(scene.cameraHeightM * share * 100) / 100 } };
}

/** Other places beside, the nearest first. */
export function* otherAsides({ scene }: SetupSettings): Generator<SetupPatch> {
  if (scene === null) return;
  if (scene.asideM !== 0) yield { placing: { asideM: 0 } };
  for (const share of ASIDE_SHARES)
    for (const way of [1, -1]) yield { placing: { asideM: tenth(scene.asideM + way * share * scene.distanceM) } };
}

/** Distances of the camera to one side of the present, the nearest first, m: as far as there is room for a tripod. */
export function* distances({ scene, rig }: SetupSettings, way: 'farther' | 'nearer'): Generator<number> {
  if (scene === null) return;
  const most = scene.roomM === null ? Infinity : Math.floor((scene.roomM - LEGS_M) * 100) / 100;
  const start = Math.min(scene.distanceM, most);
  if (way === 'nearer' && start < scene.distanceM) yield start;
  for (let times = DISTANCE_STEP; times < MOST_TIMES; times *= DISTANCE_STEP) {
    const distanceM = rounded(way === 'farther' ? start * times : start / times);
    if (distanceM > most || distanceM * 1000 <= rig.lens.focalMm * 1.05) {
      if (way === 'farther' && start * (times / DISTANCE_STEP) < most * 0.999 && most !== Infinity) yield most;
      return;
    }
    yield distanceM;
  }
}

/** Three places: as near as a tape measures. */
export function rounded(distanceM: number): number {
  return Number(distanceM.toPrecision(3));
}

/** Checks that only the place and direction of the camera answer, of those that are not let go. */
const OF_STANCE = ['level', 'stretch', 'obstacle'] as const;

/** Whether a place and direction can do at all, whatever is moved there. */
export function stanceStands(settings: SetupSettings, without: ReadonlySet<string>): boolean {
  const geometry = freshGeometry(settings);
  return OF_STANCE.every((kind) => {
    if (without.has(kind)) return true;
    const facts = withPivotDoubt(checkNamed(kind), geometry);
    return facts === null || facts.state === 'passes' || facts.state === 'tight';
  });
}

/** A setup with a patch laid over it whose focus stays when it must not be touched. */
export function placedAt(settings: SetupSettings, patch: SetupPatch, focusMayGo: boolean): SetupSettings {
  const next = patched(settings, patch);
  return focusMayGo ? next : { ...next, focusM: settings.focusM };
}
