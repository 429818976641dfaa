import fc from 'fast-check';
import { toward } from '../framing/flare';
import { evenly } from '../evenly.test-support';
import { dot } from '../space/vector';
import { litStretches, onWallDeg, sunAt } from './sun';
import { sunAsLight, sunOnFront } from './sunInScene';

/** The example of the solar position algorithm: Reda and Andreas, NREL/TP-560-34302 (2008), 17 October 2003, 12:30:30 −7 h. */
const EXAMPLE = { latitudeDeg: 39.742476, longitudeDeg: -105.1786, heightM: 1830.14 };
const EXAMPLE_AT = new Date('2003-10-17T12:30:30-07:00');

describe('the sun as a light of the scene', () => {
  test('the example of a published algorithm, looked at to the south and to the north', () => {
    // Its azimuth is 194.34°, its zenith angle 50.11°.
    const south = sunAsLight(EXAMPLE, EXAMPLE_AT, 180);
    expect(south.bearingDeg).toBeCloseTo(14.34, 1);
    expect(south.heightDeg).toBeCloseTo(90 - 50.11, 1);
    expect(sunAsLight(EXAMPLE, EXAMPLE_AT, 0).bearingDeg).toBeCloseTo(-165.66, 1);
    expect(sunAsLight(EXAMPLE, EXAMPLE_AT, 360).bearingDeg).toBeCloseTo(-165.66, 1);
  });

  test('it shines on the front that the camera looks at square on as steeply as it stands to that wall', () => {
    fc.assert(
      fc.property(evenly(0, 360), fc.integer({ min: 0, max: 1439 }), (compassDeg, minute) => {
        const at = new Date(Date.UTC(2026, 5, 21, 0, minute));
        const light = sunAsLight(EXAMPLE, at, compassDeg);
        expect(light.bearingDeg).toBeGreaterThanOrEqual(-180);
        expect(light.bearingDeg).toBeLessThanOrEqual(180);
        // The front looks back at the camera: its normal is −z.
        const onFront = (Math.asin(Math.max(-1, Math.min(1, dot(toward(light), [0, 0, -1])))) * 180) / Math.PI;
        expect(onFront).toBeCloseTo(onWallDeg(sunAt(EXAMPLE, at), compassDeg + 180), 6);
      }),
    );
  });
});

test('whether the sun is on a front is what the stretches of the day say', () => {
  const from = new Date('2026-06-21T00:00:00-07:00');
  const stretches = litStretches(EXAMPLE, from, 90);
  const [first] = stretches;
  if (!first) throw new Error('an eastern front has the sun of the morning');
  const minutes = (date: Date, by: number) => new Date(date.getTime() + by * 60_000);
  expect(sunOnFront(stretches, minutes(first.from, -1))).toEqual({ lit: false, from: first.from });
  expect(sunOnFront(stretches, first.from)).toEqual({ lit: true, until: first.to });
  expect(sunOnFront(stretches, minutes(first.to, -1))).toEqual({ lit: true, until: first.to });
  expect(sunOnFront(stretches, first.to).lit).toBe(false);
  expect(sunOnFront(stretches, minutes(first.to, 1))).toEqual({ lit: false, from: stretches[1]?.from ?? null });
  expect(sunOnFront(stretches, new Date('2026-06-21T23:59:00-07:00'))).toEqual({ lit: false, from: null });
});
