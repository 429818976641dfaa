import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { plateSchema } from '@gangway/contract/plate';
import type { Plate } from '@gangway/core/model/plate';
import type { Scene } from '@gangway/core/model/scene';
import { withFront } from '@gangway/core/plate/asFront';
import type { OutlinedFront } from '@gangway/core/plate/front';
import { PLAIN_SCENE } from '@gangway/core/scene/scene';
import { FIRST_SUBJECTS } from '@gangway/core/subjects/subject';
import { refusal, setupEdit } from '../editing/setupEdit';

const present = (): Plate | null => setupEdit.present()?.plate ?? null;

/** A scene of level ground, as long as nothing else is known of the place. */
const bareScene = (cameraHeightM: number): Scene => ({
  subject: FIRST_SUBJECTS.ground,
  distanceM: 10,
  asideM: 0,
  cameraHeightM,
  yawDeg: 0,
  pitchDeg: 0,
  rollDeg: 0,
  ...PLAIN_SCENE,
});

/** Puts a photograph under the setup; a setup without a scene gets level ground. */
function begin(plate: Plate): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const scene = settings.scene ?? bareScene(plate.cameraHeightM);
  setupEdit.change(
    { ...settings, scene, plate: { ...plate, cameraHeightM: scene.cameraHeightM } },
    say(plateText.chosen, { name: plate.name }),
  );
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

/** Makes the outlined front the subject, and puts camera and photograph where they are to it. */
function useFront(front: OutlinedFront): void {
  const settings = setupEdit.present();
  if (!settings?.plate) return;
  const { scene } = settings;
  setupEdit.change({ ...settings, ...withFront(settings.plate, front, scene) }, plateText.usedAsFront);
}

/** The photograph of the place on the bench, and how it is changed. */
export const plateEdit = { present, begin, amend, remove, useFront };
