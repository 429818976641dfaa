import type { Scene } from '../model/scene';
import type { SetupSettings, SetupPatch } from '../model/setup';

/**
 * The settings with a change laid over them; what the change leaves out stays.
 *
 * @param settings the settings of a setup
 * @param patch the change
 *
 * @example
 * patched(front, { fNumber: 11 }).fNumber // => 11
 */
export function patched(settings: SetupSettings, patch: SetupPatch): SetupSettings {
  const moved = patch.distanceM === undefined ? { scene: settings.scene, focusM: settings.focusM } : movedOff(settings, patch.distanceM);
  const front = patch.front ?? settings.front;
  const rear = patch.rear ?? settings.rear;
  const focusM = patch.focusM === undefined ? moved.focusM : patch.focusM;
  return {
    ...settings,
    front,
    rear,
    composedAt: patch.composed === true ? front : settings.composedAt,
    orientation: patch.orientation ?? settings.orientation,
    fNumber: patch.fNumber ?? settings.fNumber,
    movements: patch.movements === undefined ? settings.movements : { ...settings.movements, ...patch.movements },
    // Nearer than at infinity only a lens that leans focuses anything; straight again it is at infinity.
    focusM:
      focusM !== null && focusM < 0 && [front, rear].every(({ tiltDeg, swingDeg }) => tiltDeg === 0 && swingDeg === 0) ? null : focusM,
    exposure: patch.exposure === undefined ? settings.exposure : { ...settings.exposure, ...patch.exposure },
    stack: patch.stack === undefined ? settings.stack : patch.stack,
    crop: patch.crop === undefined ? settings.crop : patch.crop,
    mosaic: patch.mosaic === undefined ? settings.mosaic : patch.mosaic,
    scene: moved.scene && withScene(moved.scene, patch),
  };
}

function withScene(scene: Scene, { placing, accepted, shaded }: SetupPatch): Scene {
  if (placing === undefined && accepted === undefined && shaded === undefined) return scene;
  return {
    ...scene,
    ...placing,
    accepted: { ...scene.accepted, ...accepted },
    light: scene.light && shaded !== undefined ? { ...scene.light, shaded } : scene.light,
  };
}

/** The scene from another distance; a focus that was on the subject stays on it. */
export function movedOff({ scene, focusM }: SetupSettings, distanceM: number): Pick<SetupSettings, 'scene' | 'focusM'> {
  if (scene === null) return { scene, focusM };
  return { scene: { ...scene, distanceM }, focusM: focusM === scene.distanceM ? distanceM : focusM };
}
