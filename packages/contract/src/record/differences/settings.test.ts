import { DEMO_SETUPS } from '../../demo';
import { openedSettings, storedSettings, type StoredSettings } from '../../storedSetup';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { Side } from './difference';
import { mergedSetup, setupDifferences } from './settings';

const named = (settings: SetupSettings, name = 'Tower') => ({ name, settings });
const settings = DEMO_SETUPS.map((setup) => setup.settings);
const [tower] = settings;

describe('two states of a setup', () => {
  test('differ in nothing when they are the same', () => {
    for (const each of settings)
      expect(
        setupDifferences(named(each), named(openedSettings(JSON.parse(JSON.stringify(storedSettings(each))) as StoredSettings)), null),
      ).toEqual([]);
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
      const found = setupDifferences(named(tower), named({ ...tower, ...change }), null);
      if (found.length !== 1) throw new Error(`${name}: ${found.length} differences`);
      expect(found[0]?.ours).not.toBe(found[0]?.theirs);
    }
  });
});

describe('two states put together value by value', () => {
  const pairs = DEMO_SETUPS.flatMap((ours) => DEMO_SETUPS.map((theirs) => ({ ours, theirs }))).filter(
    ({ ours, theirs }) => ours !== theirs,
  );
  const all = (keys: readonly string[], side: Side) => Object.fromEntries(keys.map((key) => [key, side]));

  test('are the one or the other where one side is taken throughout: nothing is left out', () => {
    expect(pairs.length).toBeGreaterThan(30);
    for (const { ours, theirs } of pairs) {
      const keys = setupDifferences(ours, theirs, null).map(({ key }) => key);
      expect(keys.length).toBeGreaterThan(0);
      expect(mergedSetup(ours, theirs, all(keys, 'ours'))).toEqual(named(ours.settings, ours.name));
      expect(mergedSetup(ours, theirs, all(keys, 'theirs'))).toEqual(named(theirs.settings, theirs.name));
    }
  });

  test('differ from each side only in what was taken from the other', () => {
    for (const { ours, theirs } of pairs.slice(0, 12)) {
      const keys = setupDifferences(ours, theirs, null).map(({ key }) => key);
      const mine = keys.filter((_, i) => i % 2 === 0);
      const merged = mergedSetup(ours, theirs, { ...all(keys, 'theirs'), ...all(mine, 'ours') });
      expect(setupDifferences(merged, theirs, null).map(({ key }) => key)).toEqual(mine);
      expect(setupDifferences(merged, ours, null).map(({ key }) => key)).toEqual(keys.filter((key) => !mine.includes(key)));
    }
  });

  test('no value shows a code, an id or a bare shape where words are known', () => {
    if (!tower?.scene) throw new Error('no demo');
    const exposure = { ...tower.exposure, meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 60, iso: 100 } } as const;
    const flash = {
      reading: { kind: 'guide', guideNumberM: 36, distanceM: 3, iso: 100 },
      pops: 2,
      opening: 'one',
      shutterSpeedS: 1 / 60,
      recycleS: null,
    } as const;
    const ours = named({ ...tower, exposure: { ...exposure, flashLight: flash, reciprocity: { kind: 'exponent', exponent: 1.3 } } });
    const subject = { kind: 'sheet', widthM: 0.42, heightM: 0.297, baseM: 1 } as const;
    const theirs = named({ ...tower, scene: { ...tower.scene, subject: { ...tower.scene.subject, ...subject } as typeof subject } });
    const found = Object.fromEntries(
      setupDifferences(ours, theirs, null).map(({ key, ours: here, theirs: there }) => [key, [here, there]]),
    );
    expect(found['settings.exposure.meter']).toEqual(['1/60 s at f/8, ISO 100', 'none']);
    expect(found['settings.exposure.flashLight']).toEqual(['2 pops, guide number 36 m, 3 m away, ISO 100', 'none']);
    expect(found['settings.exposure.reciprocity']?.[0]).toBe('exponent 1.3');
    expect(found['settings.scene.subject']?.[1]).toMatch(/^Flat sheet: Width 0\.42 m, Height 0\.297 m/);
    expect(found['settings.scene.subject']?.[0]).toMatch(/Height 31 m/);
  });

  test('say which side alone has changed a value, and what it was', () => {
    if (!tower) throw new Error('no demo');
    const ours = named({ ...tower, fNumber: 11, focusM: 7 });
    const theirs = named({ ...tower, fNumber: 16, orientation: tower.orientation === 'portrait' ? 'landscape' : 'portrait' });
    const found = setupDifferences(ours, theirs, named(tower));
    expect(found.map(({ label, ours: here, theirs: there, changedBy }) => [label, here, there, changedBy])).toEqual([
      ['Orientation', 'portrait', 'landscape', 'theirs'],
      ['Aperture', 'f/11', 'f/16', null],
      ['Focus', '7.00 m', expect.any(String), 'ours'],
    ]);
  });
});
