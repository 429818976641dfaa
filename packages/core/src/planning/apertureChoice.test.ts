import { evaluate } from '../checks/evaluate';
import { apertureScale } from '../coverage/apertures';
import { rig } from '../examples.test-support';
import { geometryOf } from '../geometry/geometry';
import { setup } from '../setup/fixtures.test-support';
import { pinStates } from '../geometry/pins';
import { frontScene } from '../setup/fixtures.test-support';
import type { Pin } from '../model/pin';
import type { SetupSettings } from '../model/setup';
import type { Vec3 } from '../space/vector';
import { apertureChoice, notHeld } from './apertureChoice';

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

describe('pins of more weight than one', () => {
  /** A place 20 m up the front, and one on the ground before it, each of its own weight. */
  const pin = (id: string, point: Vec3, weight: number): Pin => ({
    id,
    name: id,
    role: 'sharp',
    weight,
    place: { kind: 'point', at: point },
  });
  const NEAR: Vec3 = [0, 0, -10];
  const FAR: Vec3 = [0, 8, 0];
  const scene = frontScene(24, 1.6);

  test('the worst is that whose blur times its weight is largest, at every mark', () => {
    for (const [nearWeight, farWeight] of [
      [1, 1],
      [2, 1],
      [1, 3],
      [1, 40],
    ] as const) {
      const geometry = geometryOf(at({ scene, focusM: 18, pins: [pin('near', NEAR, nearWeight), pin('far', FAR, farWeight)] }));
      const { ring, holdsFrom, allowedMm } = apertureChoice(geometry);
      for (const { fNumber, defocusMm, togetherMm, diffractionMm } of ring) {
        const weighed = pinStates(geometry, fNumber).map(({ pin: { weight }, blurMm }) => weight * (blurMm ?? Number.NaN));
        expect(weighed).toHaveLength(2);
        expect(defocusMm).toBeCloseTo(Math.max(...weighed), 12);
        expect(togetherMm).toBeCloseTo(Math.sqrt(Math.max(...weighed) ** 2 + diffractionMm ** 2), 12);
        expect(notHeld(geometry, fNumber)).toEqual(['near', 'far'].filter((_, i) => (weighed[i] ?? 0) > allowedMm * (1 + 1e-9)));
      }
      // The pin of the check is that of the choice, and it passes at the marks from which the choice says that all hold.
      for (const fNumber of MARKS) {
        const check = evaluate('pins', geometryOf({ ...geometry.settings, fNumber }));
        if (!check) throw new Error('the pins were not looked at');
        expect(check.state !== 'fails').toBe(holdsFrom !== null && fNumber >= holdsFrom);
      }
    }
  });
});
