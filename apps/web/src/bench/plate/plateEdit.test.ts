import { SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import type { PlateReading } from '@gangway/contract/plate';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { storedSettings, type Setup } from '@gangway/contract/storedSetup';
import { quayPlate } from '@gangway/core/examples.test-support';
import type { SetupSettings } from '@gangway/core/model/setup';
import { centredSetup } from '@gangway/core/planning/centred';
import { FIRST_SUBJECTS } from '@gangway/core/subjects/subject';
import { store } from '../../store/store';
import { opened } from '../editing/history';
import { setupEdit } from '../editing/setupEdit';
import { firstScene } from '../scene/sceneEdit';
import { asRead } from './choosePlate';
import { plateEdit } from './plateEdit';

function put(settings: SetupSettings): void {
  const setup: Setup = { id: 'a', jobId: 'b', name: 'Quay', settings, version: 1, lastWriteId: null, updatedAt: '', deletedAt: null };
  store.dispatch(opened(setup));
}

function now(): SetupSettings {
  const settings = setupEdit.present();
  if (!settings) throw new Error('no setup');
  return settings;
}

const canBeSaved = (): boolean => setupSettingsSchema.safeParse(storedSettings(now())).success;

describe('a photograph under a setup', () => {
  test('brings level ground where there was no scene, at the height of the phone', () => {
    put(centredSetup(SMALL_FORMAT_RIG));
    expect(plateEdit.begin(quayPlate)).toBeNull();
    expect(now().scene).toMatchObject({ subject: { kind: 'ground' }, cameraHeightM: 1.6 });
    expect(canBeSaved()).toBe(true);
  });

  test('can be saved although the lens of the scene stands below its reference', () => {
    put({ ...centredSetup(SMALL_FORMAT_RIG), scene: firstScene(FIRST_SUBJECTS.front, 20, -2) });
    expect(plateEdit.begin(quayPlate)).toBeNull();
    expect(now().plate?.cameraHeightM).toBe(1.6);
    expect(canBeSaved()).toBe(true);
  });

  test('a front that no scene can have is refused with the reason, and nothing is changed', () => {
    put({ ...centredSetup(SMALL_FORMAT_RIG), plate: quayPlate });
    const before = now();
    const front = { leftM: [-6, 20], turnedAwayDeg: 85, cameraHeightM: 1.6, widthM: 12, heightM: 9, distanceM: 8 } as const;
    expect(plateEdit.useFront(front)).toMatch(/Façade angle/u);
    expect(now()).toBe(before);
    expect(plateEdit.useFront({ ...front, turnedAwayDeg: 40 })).toBeNull();
    expect(now().scene?.subject).toMatchObject({ kind: 'front', turnDeg: 40, widthM: 12 });
    expect(canBeSaved()).toBe(true);
  });
});

describe('what is read from a photograph', () => {
  // Verticals of a camera that is pitched a little up, with room between them.
  const reading: PlateReading = {
    widthPx: 400,
    heightPx: 300,
    equivalentMm: 26,
    cropped: false,
    panorama: null,
    lines: [
      [60, 20, 50, 280],
      [130, 20, 126, 280],
      [270, 20, 274, 280],
      [340, 20, 350, 280],
    ],
  };
  const fresh = { ...quayPlate, uprights: [], levels: [], equivalentMm: null };

  test('levels it where nobody has said anything of it', () => {
    const read = asRead(fresh, reading, false);
    expect(read?.plate.equivalentMm).toBe(26);
    expect(read?.plate.uprights.length).toBeGreaterThan(1);
  });

  test('leaves what was drawn or typed meanwhile, until other lines are asked for', () => {
    const mine = [[100, 50, 101, 250]] as const;
    const drawn = asRead({ ...fresh, uprights: mine }, reading, false);
    expect(drawn?.plate).toMatchObject({ uprights: mine, equivalentMm: 26 });
    const typed = { pitchDeg: 3, rollDeg: 0 };
    expect(asRead({ ...fresh, typed }, reading, false)?.plate).toMatchObject({ typed, uprights: [] });
    expect(asRead({ ...fresh, uprights: mine }, reading, true)?.plate.uprights.length).toBeGreaterThan(1);
  });

  test('says so where no line stands upright, keeps a focal length that was typed, and takes no panorama', () => {
    expect(asRead(fresh, { ...reading, lines: [] }, false)?.trouble).not.toBeNull();
    expect(asRead({ ...fresh, equivalentMm: 35 }, reading, false)?.plate.equivalentMm).toBe(35);
    expect(asRead(fresh, { ...reading, panorama: 'other' }, false)).toBeNull();
    const sphere = asRead(fresh, { ...reading, panorama: 'sphere', heightPx: 200, lines: [] }, false);
    expect(sphere?.plate).toMatchObject({ kind: 'sphere', typed: { pitchDeg: 0, rollDeg: 0 } });
  });
});
