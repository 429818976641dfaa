import type { Pin } from '../model/pin';
import type { Rig } from '../model/rig';
import type { Scene } from '../model/scene';
import type { SetupSettings } from '../model/setup';
import { PLAIN_SCENE } from '../scene/scene';
import { thingsOf } from '../scene/things';
import { extentOf, type FIRST_SUBJECTS, type Subject, type SubjectKind } from '../subjects/subject';
import { centredSetup } from './centred';

/** A lens on a tripod that is drawn up to the eyes, m. */
const EYE_HEIGHT_M = 1.6;

/** How far away a subject of each kind is to begin with, m. */
export const FIRST_DISTANCES_M: Readonly<Record<keyof typeof FIRST_SUBJECTS, number>> = {
  front: 20,
  interior: 20,
  table: 0.8,
  ground: 3,
  people: 4,
  sheet: 1,
};

/** What of a subject is meant when somebody photographs it: the thing that has to be sharp. */
const MAIN_THING: Readonly<Record<SubjectKind, string>> = {
  front: 'wall',
  interior: 'gable',
  table: 'label',
  ground: 'ground',
  people: 'figure1',
  model: 'model',
  sheet: 'sheet',
};

/**
 * A first setup of a rig before a subject: level, square and focused on it,
 * nothing moved yet, with a pin on what has to be sharp. The camera stands at
 * eye height, before a table, people or a sheet at the height of their middle.
 *
 * @param rig the assembled rig
 * @param subject what is photographed; `null` for none
 * @param distanceM from the lens to the subject's reference plane, m
 * @param pinId id of the pin
 *
 * @example
 * firstSetup(rig, front.scene.subject, 20, 'p1').pins.map(({ place }) => place) // => [{kind: 'thing', thing: 'wall'}]
 */
export function firstSetup(rig: Rig, subject: Subject | null, distanceM: number, pinId: string): SetupSettings {
  const plain = centredSetup(rig);
  if (subject === null) return plain;
  const { topM, footM, widthM } = extentOf(subject);
  const atItsMiddle = subject.kind === 'table' || subject.kind === 'people' || subject.kind === 'sheet';
  const scene: Scene = {
    subject,
    distanceM,
    asideM: 0,
    cameraHeightM: atItsMiddle ? rounded((topM + footM) / 2) : EYE_HEIGHT_M,
    yawDeg: 0,
    pitchDeg: 0,
    rollDeg: 0,
    ...PLAIN_SCENE,
  };
  const wanted = subject.kind === 'people' ? `figure${Math.ceil(subject.count / 2)}` : MAIN_THING[subject.kind];
  const thing = thingsOf(scene).find(({ key }) => key === wanted);
  const pin: Pin | null = thing
    ? { id: pinId, name: thing.name, role: 'sharp', weight: 1, place: { kind: 'thing', thing: thing.key } }
    : null;
  return {
    ...plain,
    orientation: topM - footM > widthM && subject.kind !== 'ground' ? 'portrait' : 'landscape',
    focusM: distanceM,
    scene,
    pins: pin ? [pin] : [],
  };
}

/** Centimetres: what a tripod is set to. */
const rounded = (m: number): number => Math.round(m * 100) / 100;
