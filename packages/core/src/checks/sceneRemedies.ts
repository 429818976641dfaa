import { apertureScale, stopsOf } from '../coverage/apertures';
import { standFrame } from '../geometry/circles';
import { degrees } from '../angles';
import { takenUp } from '../framing/inFrame';
import { lensPosition, levelOf, pivotMoved, standBack } from '../geometry/back';
import { keepingCentre } from '../planning/keepCentre';
import { patched } from '../setup/patch';
import { turnInOffer } from '../planning/turnInOffer';
import type { FindingKind, Remedy } from './finding';
import { TIGHT_BELOW_MM } from './tight';
import { distinct } from './distinct';
import { MOST_OFFERED, offer, onStep, SCALE_STEP_MM, turnedFrame, type Trial } from './trial';
import type { ShiftPosition } from '../model/movements';
import type { Scene } from '../model/scene';
import type { Placing, SetupPatch, SetupSettings } from '../model/setup';

/** Up to three changes that cure a finding about the scene, each tried on the stand. */
export function sceneRemedies(
  kind: Extract<FindingKind, 'inFrame' | 'level' | 'obstacle' | 'stretch' | 'flare'>,
  settings: SetupSettings,
  trial: Trial,
): readonly Remedy[] {
  const { scene } = settings;
  if (scene === null) return [];
  return distinct(offersFor(kind, settings, scene, trial).filter((remedy) => remedy !== null)).slice(0, MOST_OFFERED);
}

function offersFor(
  kind: Parameters<typeof sceneRemedies>[0],
  settings: SetupSettings,
  scene: Scene,
  trial: Trial,
): readonly (Remedy | null)[] {
  switch (kind) {
    case 'inFrame':
      return [
        intoFrame(settings, trial),
        turnedFrame(settings, trial),
        turnedToward(settings, scene, trial),
        lowered(settings, scene, trial),
        fartherOff(scene.distanceM, trial),
      ];
    case 'level':
      return levelled(settings, scene, trial);
    case 'obstacle':
      return roomMade(settings, scene, trial);
    case 'stretch':
      return [turnedIn(settings, trial), fartherOff(scene.distanceM, trial)];
    case 'flare':
      return [offer('shade', { shaded: true }, trial)];
  }
}

/**
 * The nearest movement that leaves both sides of the subject inside with room
 * for an engraved scale: the picture moves as far as the frame does, so what
 * is allowed is a stretch of rise and a stretch of shift. `undefined` when the
 * subject is too large, or behind the camera.
 */
function allowedMovement(settings: SetupSettings): { readonly riseMm: number; readonly shiftMm: number } | undefined {
  const box = takenUp(settings);
  if (!box) return undefined;
  const { widthMm, heightMm } = standFrame(settings);
  const into = (present: number, low: number, high: number, side: number): number | undefined => {
    const [least, most] = [high + TIGHT_BELOW_MM - side / 2, low - TIGHT_BELOW_MM + side / 2];
    if (least > most) return undefined;
    if (present >= least && present <= most) return present;
    // Tenths, on the inner side.
    const steps = present < least ? Math.ceil(least / SCALE_STEP_MM - 1e-9) : Math.floor(most / SCALE_STEP_MM + 1e-9);
    return onStep(steps) + 0;
  };
  const moved = pivotMoved(settings, settings.front);
  const riseMm = into(settings.movements.riseMm, box.lower - moved.riseMm, box.upper - moved.riseMm, heightMm);
  const shiftMm = into(settings.movements.shiftMm, box.left - moved.shiftMm, box.right - moved.shiftMm, widthMm);
  return riseMm === undefined || shiftMm === undefined ? undefined : { riseMm, shiftMm };
}

function intoFrame(settings: SetupSettings, trial: Trial): Remedy | null {
  const to = allowedMovement(settings);
  if (to === undefined) return null;
  const movements = changed(settings, to);
  if (movements === null) return null;
  const control = movements.riseMm === undefined ? 'shift' : movements.shiftMm === undefined ? 'rise' : 'both';
  return offer(control, { movements }, trial);
}

/** The camera turned until the subject's two sides are even; a wall seen square on is left square. */
function turnedToward(settings: SetupSettings, scene: Scene, trial: Trial): Remedy | null {
  const { subject } = scene;
  if (subject.kind === 'interior' || subject.kind === 'sheet' || (subject.kind === 'front' && subject.turnDeg === 0)) return null;
  const aimed = (yawDeg: number): SetupSettings => ({ ...settings, scene: { ...scene, yawDeg } });
  let yawDeg = degrees(Math.atan2(-scene.asideM, scene.distanceM));
  for (let round = 0; round < 12; round++) {
    const box = takenUp(aimed(yawDeg));
    if (!box) return null;
    const off = (box.left + box.right) / 2 - lensPosition(settings).shiftMm;
    yawDeg += degrees(Math.atan(off / settings.rig.lens.focalMm)) / 2;
  }
  const placing = { yawDeg: Math.round(yawDeg * 10) / 10 };
  const to = allowedMovement({ ...aimed(placing.yawDeg) });
  const movements = to && changed(settings, to);
  return to === undefined ? null : offer('turn', { placing, ...(movements && { movements }) }, trial);
}

/** The part of a movement that is not so already; `null` when all of it is. */
function changed({ movements }: SetupSettings, { riseMm, shiftMm }: ShiftPosition): Partial<ShiftPosition> | null {
  const [rises, shifts] = [riseMm !== movements.riseMm, shiftMm !== movements.shiftMm];
  return rises || shifts ? { ...(rises && { riseMm }), ...(shifts && { shiftMm }) } : null;
}

/** The lens so low that open ground is in from the nearest that is wanted. */
function lowered(settings: SetupSettings, scene: Scene, trial: Trial): Remedy | null {
  const box = takenUp(settings);
  if (scene.subject.kind !== 'ground' || !box || box.lower >= 0) return null;
  const room = standFrame(settings).heightMm / 2 - lensPosition(settings).riseMm - TIGHT_BELOW_MM;
  // Level, the picture of the ground goes down as the lens goes up.
  const cameraHeightM = Math.floor(((scene.cameraHeightM * room) / -box.lower) * 100) / 100;
  return cameraHeightM > 0.05 && cameraHeightM < scene.cameraHeightM ? offer('height', { placing: { cameraHeightM } }, trial) : null;
}

/** The nearest distance, in steps of a twentieth, from which it holds. */
function fartherOff(from: number, trial: Trial): Remedy | null {
  for (const distanceM of distancesBeyond(from)) {
    const remedy = offer('distance', { distanceM }, trial);
    if (remedy) return remedy;
  }
  return null;
}

function* distancesBeyond(distanceM: number): Generator<number> {
  for (let share = 1.05; share < 6; share *= 1.05) yield Number((distanceM * share).toPrecision(3));
}

/**
 * Level with the same picture by movements, or alone, or with the movement
 * that the subject then needs; with another aperture or from farther off when
 * that is what it takes; or the pitch as it is by choice.
 */
function levelled(settings: SetupSettings, scene: Scene, trial: Trial): readonly (Remedy | null)[] {
  const back = standBack(settings);
  if (back === null) return [];
  // What the back is turned on its camera, the head gives back.
  const placing: Placing = { pitchDeg: scene.accepted.convergeDeg + settings.rear.tiltDeg + 0, rollDeg: 0 };
  const kept = keepingCentre(settings, placing);
  const same =
    kept && changed(settings, { riseMm: onStep(kept.riseMm / SCALE_STEP_MM) + 0, shiftMm: onStep(kept.shiftMm / SCALE_STEP_MM) + 0 });
  const straight = { ...settings, scene: { ...scene, ...placing } };
  const needed = allowedMovement(straight);
  const withNeeded: SetupPatch = { placing, ...(needed && { movements: changed(settings, needed) ?? {} }) };
  const single = [same ? offer('level', { placing, movements: same }, trial) : null, offer('level', { placing }, trial)].filter(
    (remedy) => remedy !== null,
  );
  const composed =
    single.length > 0
      ? null
      : (offer('level', withNeeded, trial) ?? anyAperture(settings, withNeeded, trial) ?? levelFartherOff(straight, placing, trial));
  const { pitchDeg } = levelOf(back);
  return [
    ...single,
    composed,
    offer('choice', { placing: { rollDeg: 0 }, accepted: { convergeDeg: Math.round(pitchDeg * 100) / 100 } }, trial),
  ];
}

function anyAperture({ rig, fNumber }: SetupSettings, patch: SetupPatch, trial: Trial): Remedy | null {
  const { widestFNumber, smallestFNumber, stopStep } = rig.lens;
  const nearestFirst = [...apertureScale(widestFNumber, smallestFNumber, stopStep)].sort(
    (a, b) => Math.abs(stopsOf(a) - stopsOf(fNumber)) - Math.abs(stopsOf(b) - stopsOf(fNumber)),
  );
  for (const each of nearestFirst) {
    const remedy = offer('level', { ...patch, fNumber: each }, trial);
    if (remedy) return remedy;
  }
  return null;
}

/** Level, and so much farther off that the movement which the subject then needs is there. */
function levelFartherOff(straight: SetupSettings & { readonly scene: Scene }, placing: Placing, trial: Trial): Remedy | null {
  for (const distanceM of distancesBeyond(straight.scene.distanceM)) {
    const needed = allowedMovement(patched(straight, { distanceM }));
    const remedy = needed && offer('level', { placing, distanceM, movements: changed(straight, needed) ?? {} }, trial);
    if (remedy) return remedy;
  }
  return null;
}

/** In front of the obstacle with room for the tripod, with the movement that it then takes. */
function roomMade(settings: SetupSettings, scene: Scene, trial: Trial): readonly (Remedy | null)[] {
  const distanceM = Math.floor(((scene.roomM ?? scene.distanceM) - 0.5) * 100) / 100;
  if (!(distanceM > 0) || distanceM * 1000 <= settings.rig.lens.focalMm) return [];
  const there: SetupPatch = { distanceM };
  const at = { ...settings, scene: { ...scene, distanceM } };
  const to = allowedMovement(at);
  const movements = to && changed(settings, to);
  const turned = settings.orientation === 'landscape' ? ('portrait' as const) : ('landscape' as const);
  const turnedTo = allowedMovement({ ...at, orientation: turned });
  const alone = offer('distance', there, trial);
  if (alone) return [alone];
  return [
    movements ? offer('several', { ...there, movements }, trial) : null,
    turnedTo ? offer('several', { ...there, orientation: turned, movements: changed(settings, turnedTo) ?? {} }, trial) : null,
  ];
}

function turnedIn(settings: SetupSettings, trial: Trial): Remedy | null {
  const found = turnInOffer(settings);
  return found?.patch ? offer('turn', found.patch, trial) : null;
}
