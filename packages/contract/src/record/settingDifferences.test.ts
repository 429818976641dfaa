import { DEMO_SETUPS } from '../demo';
import { openedSettings, storedSettings, type StoredSettings } from '../storedSetup';
import { settingDifferences } from './settingDifferences';

const settings = DEMO_SETUPS.map((setup) => setup.settings);
const [tower] = settings;

describe('two states of a setup', () => {
  test('differ in nothing when they are the same', () => {
    for (const each of settings)
      expect(settingDifferences(each, openedSettings(JSON.parse(JSON.stringify(storedSettings(each))) as StoredSettings))).toEqual([]);
  });

  test('are never called the same when any one setting differs', () => {
    if (!tower) throw new Error('no demo');
    const pin = { id: 'p', name: 'door', role: 'sharp', weight: 1, place: { kind: 'point', at: [0, 1, 0] } } as const;
    const changes = {
      tilt: { front: { tiltDeg: 2.4, swingDeg: 0 } },
      'rear swing': { rear: { tiltDeg: 0, swingDeg: 1 } },
      crop: { crop: 1.5 },
      scene: { scene: tower.scene && { ...tower.scene, yawDeg: tower.scene.yawDeg + 1 } },
      pins: { pins: [...tower.pins, pin] },
      limits: { limits: { ...tower.limits, softTimes: 9 } },
      sharpness: { sharpness: { school: 'diagonal', divisor: 1000 } },
      exposure: { exposure: { ...tower.exposure, flash: true } },
      card: { card: { ...tower.card, notes: { level: 'done' } } },
      movements: { movements: { ...tower.movements, riseMm: 1.23 } },
      focus: { focusM: 7 },
      composition: { composedAt: { tiltDeg: 1, swingDeg: 0 } },
    } as const;
    for (const [name, change] of Object.entries(changes)) {
      const found = settingDifferences(tower, { ...tower, ...change });
      if (found.length !== 1) throw new Error(`${name}: ${found.length} differences`);
      expect(found[0]?.ours).not.toBe(found[0]?.theirs);
    }
  });
});
