import { evaluate } from '../checks/evaluate';
import { apertureScale } from '../coverage/apertures';
import { rig } from '../examples.test-support';
import { geometryOf } from '../geometry/geometry';
import { setup } from '../setup/fixtures.test-support';
import type { SetupSettings } from '../model/setup';
import { apertureChoice } from './apertureChoice';

const MARKS = apertureScale(4, 22, 'third');
const at = (more: Partial<SetupSettings>): SetupSettings => setup({ rig, focusM: 24, ...more });

describe('what each aperture is good for', () => {
  test('the circle holds from the first mark at which its check does not fail', () => {
    let seen = 0;
    for (const riseMm of [0, 6, 10, 14, 18, 22]) {
      const settings = at({ movements: { riseMm, shiftMm: 0 } });
      const first = MARKS.find((fNumber) => evaluate('sharpCircle', geometryOf({ ...settings, fNumber }))?.state !== 'fails') ?? null;
      const found = apertureChoice(geometryOf(settings)).circleFrom;
      expect(found).toBe(first);
      if (found !== null && found > 4) seen++;
    }
    // Some hold only from a smaller opening on, so that the question is a real one.
    expect(seen).toBeGreaterThan(0);
  });

  test('diffraction alone is too much from the first mark at which the Airy disc is wider than the blur allowed', () => {
    // 2.44 · 0.55 µm · N at infinity: over 20 µm from N = 14.9, so from f/16 on.
    const sharpness = { school: 'diagonal', divisor: 43.267 / 0.02 } as const;
    const choice = apertureChoice(geometryOf(at({ focusM: null, sharpness })));
    expect(choice.allowedMm).toBeCloseTo(0.02, 6);
    expect(choice.softFrom).toBe(16);
    expect(choice.ring.find(({ fNumber }) => fNumber === 16)?.diffractionMm).toBeCloseTo(2.44 * 0.000_55 * 16, 5);
    // With three times the blur allowed none of the marks is too small.
    expect(apertureChoice(geometryOf(at({ focusM: null, sharpness: { school: 'diagonal', divisor: 43.267 / 0.06 } }))).softFrom).toBeNull();
  });
});
