import fc from 'fast-check';
import { findings } from '../findings/findings';
import { findingSentence, remedySentence } from '../findings/wording';
import { patched, type StandSettings } from '../stand/settings';
import { anyStand, stand } from '../stand/fixtures.test-support';
import { frameSpare } from './inFrame';
import type { Scene } from './scene';
import { FIRST_SUBJECTS } from './subject';

const tower: Scene = { subject: { kind: 'front', widthM: 8, heightM: 31, depthM: 8, storeys: 7, bays: 3, turnDeg: 0 }, distanceM: 24, asideM: 0, cameraHeightM: 1.6, yawDeg: 0, pitchDeg: 0, rollDeg: 0 };
const seen = (changes: Partial<StandSettings> = {}) => stand({ orientation: 'portrait', movements: { riseMm: 11, shiftMm: 0 }, focusM: 24, scene: tower, fNumber: 11, ...changes });
const inFrame = (settings: StandSettings) => findings(settings).find(({ kind }) => kind === 'inFrame');

describe('is the subject in the frame', () => {
  test('the tower’s top goes beyond the upper edge by what central projection says', () => {
    // v(H − c)/D − rise − h/2 with v = 24.024: 29.429 − 11 − 18.
    expect(frameSpare(seen())).toMatchObject({ edge: 'upper' });
    expect(frameSpare(seen())?.spareMm).toBeCloseTo(-0.429, 3);
    const found = inFrame(seen());
    expect(found && findingSentence(found)).toBe('The subject goes 0.4 mm beyond the upper edge of the frame.');
    expect(found?.remedies.map(remedySentence)).toEqual(['25.2 m off holds with 1.0 mm to spare']);
  });

  test('less rise than there is room for is cured by rise, the least that holds', () => {
    const found = inFrame(seen({ movements: { riseMm: 8, shiftMm: 0 }, scene: { ...tower, distanceM: 26 }, focusM: 26 }));
    expect(found?.state).toBe('fails');
    expect(found?.remedies[0]?.patch.movements?.riseMm).toBeCloseTo(9.7, 9);
  });

  test('beside the subject it is shift, and what lies behind the camera is said', () => {
    const aside = inFrame(seen({ movements: { riseMm: 4, shiftMm: 0 }, scene: { ...tower, asideM: -18, distanceM: 40 }, focusM: 40 }));
    expect(aside && findingSentence(aside)).toMatch(/beyond the right edge/);
    expect(aside?.remedies[0]?.control).toBe('shift');
    const past = inFrame(seen({ scene: { ...tower, yawDeg: 120 } }));
    expect(past && findingSentence(past)).toBe('Part of the subject lies behind the camera.');
  });

  test('without a subject, or with open ground, nothing is said', () => {
    expect(inFrame(seen({ scene: null }))).toBeUndefined();
    expect(inFrame(seen({ scene: { ...tower, subject: FIRST_SUBJECTS.ground } }))).toBeUndefined();
  });

  test('every remedy of a scene makes it hold, keeps the focus on it, and worsens nothing', () => {
    let offered = 0;
    fc.assert(
      fc.property(anyStand, fc.double({ min: 6, max: 60, noNaN: true }), fc.double({ min: 3, max: 30, noNaN: true }), fc.double({ min: -4, max: 4, noNaN: true }), (base, distanceM, heightM, asideM) => {
        const settings = { ...base, focusM: distanceM, scene: { ...tower, distanceM, asideM, subject: { ...FIRST_SUBJECTS.front, widthM: 2, heightM } } };
        const found = inFrame(settings);
        for (const remedy of found?.remedies ?? []) {
          offered++;
          const next = patched(settings, remedy.patch);
          expect(inFrame(next)?.state).toBe('holds');
          expect(frameSpare(next)?.spareMm).toBeCloseTo(remedy.leavesMm, 9);
          if (remedy.patch.distanceM !== undefined) expect(next.focusM).toBe(remedy.patch.distanceM);
        }
      }),
      { numRuns: 150 },
    );
    expect(offered).toBeGreaterThan(20);
  });
});
