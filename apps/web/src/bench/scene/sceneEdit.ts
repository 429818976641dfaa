import { lengthWords } from '@gangway/messages/length';
import { sceneText } from '@gangway/messages/web/bench/scene';
import { say } from '@gangway/messages/say';
import { sceneSchema, stanceSchema } from '@gangway/contract/scene';
import type { Vec3 } from '@gangway/core/space/vector';
import { patched } from '@gangway/core/setup/patch';
import type { Scene } from '@gangway/core/model/scene';
import { PLAIN_SCENE } from '@gangway/core/scene/scene';
import type { Subject } from '@gangway/core/subjects/subject';
import { setupEdit, refusal } from '../editing/setupEdit';

/** A subject seen straight ahead and level, as long as nothing else is said of the place. */
export const firstScene = (subject: Subject, distanceM = 20, cameraHeightM = 1.6): Scene => ({
  subject,
  distanceM,
  asideM: 0,
  cameraHeightM,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
});

/** What is wrong with where the camera stands, in a sentence. */
function stanceWords(scene: Scene): string | null {
  // A subject that stays is not read again: a model has many thousand points.
  return refusal(stanceSchema.safeParse(Object.fromEntries(Object.entries(scene).filter(([key]) => key !== 'subject'))));
}

/** Changes the scene, or says why it cannot be so. A subject that stays is not read again. */
function tryScene(scene: Scene, said: string, gesture?: string): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const words = scene.subject === settings.scene?.subject ? stanceWords(scene) : refusal(sceneSchema.safeParse(scene));
  if (words !== null) return words;
  setupEdit.change({ ...settings, scene }, said, gesture);
  return null;
}

/** Changes something of the present scene, or says why it cannot be so. */
function amendScene(amend: (scene: Scene) => Scene, said: string, gesture?: string): string | null {
  const scene = setupEdit.present()?.scene;
  return scene ? tryScene(amend(scene), said, gesture) : null;
}

/** The round thing whose stretch is looked after; `null` lets it go. */
function watch(point: Vec3 | null): void {
  amendScene((scene) => ({ ...scene, watched: point }), point ? sceneText.aThingToWatch : sceneText.nothingToWatch);
}

/** Stands so far off; a focus on the subject stays on it. */
function setDistance(distanceM: number, gesture?: string): string | null {
  const settings = setupEdit.present();
  if (!settings?.scene) return null;
  const { focalMm } = settings.rig.lens;
  if (!(distanceM * 1000 > focalMm * 1.01) || distanceM > 100_000)
    return say(sceneText.distanceMIsOutOf, { distanceM: lengthWords(distanceM, 2), focalMm: lengthWords((focalMm * 1.01) / 1000, 3) });
  const next = patched(settings, { distanceM });
  const words = next.scene && stanceWords(next.scene);
  if (words) return words;
  setupEdit.change(next, say(sceneText.mAway, { distanceM: lengthWords(distanceM, 2) }), gesture);
  return null;
}

function setCrop(crop: number | null, said: string): void {
  const settings = setupEdit.present();
  if (settings && settings.crop !== crop) setupEdit.change({ ...settings, crop }, said);
}

/** What stands before the camera, and where the camera stands. */
export const sceneEdit = { tryScene, amendScene, watch, setDistance, setCrop };
