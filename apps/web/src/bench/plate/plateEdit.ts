import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { PLATE_BOUNDS, plateSchema } from '@gangway/contract/plate';
import { sceneSchema } from '@gangway/contract/scene';
import type { Plate } from '@gangway/core/model/plate';
import type { SetupSettings } from '@gangway/core/model/setup';
import { withFront } from '@gangway/core/plate/asFront';
import type { OutlinedFront } from '@gangway/core/plate/front';
import { FIRST_SUBJECTS } from '@gangway/core/subjects/subject';
import { refusal, setupEdit } from '../editing/setupEdit';
import { firstScene } from '../scene/sceneEdit';

const present = (): Plate | null => setupEdit.present()?.plate ?? null;

/** A setup with a photograph, and perhaps another scene; or why it cannot be so, in words: what is not allowed could not be saved. */
function changed(settings: SetupSettings, change: Partial<Pick<SetupSettings, 'plate' | 'scene'>>, said: string): string | null {
  const next = { ...settings, ...change };
  const words = refusal(plateSchema.nullable().safeParse(next.plate)) ?? refusal(sceneSchema.nullable().safeParse(next.scene));
  if (words === null) setupEdit.change(next, said);
  return words;
}

/** Puts a photograph under the setup; a setup without a scene gets level ground. */
function begin(plate: Plate): string | null {
  const settings = setupEdit.present();
  if (!settings) return null;
  const scene = settings.scene ?? firstScene(FIRST_SUBJECTS.ground, 10, plate.cameraHeightM);
  // A lens below the reference of the scene is no height of a phone above the ground.
  const { min } = PLATE_BOUNDS.cameraHeightM;
  const cameraHeightM = scene.cameraHeightM >= min ? Math.min(scene.cameraHeightM, PLATE_BOUNDS.cameraHeightM.max) : plate.cameraHeightM;
  return changed(settings, { scene, plate: { ...plate, cameraHeightM } }, say(plateText.chosen, { name: plate.name }));
}

/** Changes something of the present photograph, or says why it cannot be so. */
function amend(change: (plate: Plate) => Plate, said: string, gesture?: string): string | null {
  const settings = setupEdit.present();
  if (!settings?.plate) return null;
  const plate = change(settings.plate);
  const words = refusal(plateSchema.safeParse(plate));
  if (words === null) setupEdit.change({ ...settings, plate }, said, gesture);
  return words;
}

function remove(): void {
  const settings = setupEdit.present();
  if (settings) setupEdit.change({ ...settings, plate: null }, plateText.removed);
}

/** Makes the outlined front the subject, and puts camera and photograph where they are to it; or says why that cannot be. */
function useFront(front: OutlinedFront): string | null {
  const settings = setupEdit.present();
  if (!settings?.plate) return null;
  return changed(settings, withFront(settings.plate, front, settings.scene), plateText.usedAsFront);
}

/** The photograph of the place on the bench, and how it is changed. */
export const plateEdit = { present, begin, amend, remove, useFront };
