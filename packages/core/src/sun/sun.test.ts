import fc from 'fast-check';
import { PLAIN_SCENE } from '../scene/scene';
import { frontBearing } from './bearing';
import { litStretches, onWallDeg, sunAt, sunTimes } from './sun';
import { evenly } from '../evenly.test-support';

// The worked example of I. Reda and A. Andreas, "Solar Position Algorithm for Solar Radiation Applications", NREL/TP-560-34302 (2003): Golden, Colorado, 17 October 2003, 12:30:30 at seven hours west.
const GOLDEN = { latitudeDeg: 39.742476, longitudeDeg: -105.1786, heightM: 1830.14 };

describe('the sun', () => {
  test('stands where the published example says, to a minute of arc', () => {
    const { azimuthDeg, altitudeDeg } = sunAt(GOLDEN, new Date('2003-10-17T12:30:30-07:00'));
    expect(Math.abs(azimuthDeg - 194.34024)).toBeLessThan(0.02);
    expect(Math.abs(altitudeDeg - (90 - 50.11162))).toBeLessThan(0.02);
  });

  test('rises, culminates and sets when the published example says', () => {
    // The example counts refraction as at sea level, and its sunset is the one that falls into the day of UT: of the evening before at that place.
    const low = { ...GOLDEN, heightM: 0 };
    const off = (at: Date | null, said: string): number => Math.abs((at?.getTime() ?? 0) - new Date(said).getTime()) / 1000;
    const { rise, noon } = sunTimes(low, new Date('2003-10-17T00:00:00-07:00'));
    expect(off(rise, '2003-10-17T06:12:43-07:00')).toBeLessThan(15);
    expect(off(noon, '2003-10-17T11:46:05-07:00')).toBeLessThan(15);
    expect(off(sunTimes(low, new Date('2003-10-17T00:00:00Z')).set, '2003-10-16T17:20:19-07:00')).toBeLessThan(15);
  });

  test('at the equinox it rises in the east and sets in the west', () => {
    const place = { latitudeDeg: 52, longitudeDeg: 0, heightM: 0 };
    const { rise, set } = sunTimes(place, new Date('2026-03-20T00:00:00Z'));
    expect(rise && Math.abs(sunAt(place, rise).azimuthDeg - 90)).toBeLessThan(1.5);
    expect(set && Math.abs(sunAt(place, set).azimuthDeg - 270)).toBeLessThan(1.5);
  });

  test('beyond the polar circle it is up or down all day', () => {
    const north = { latitudeDeg: 75, longitudeDeg: 20, heightM: 0 };
    expect(sunTimes(north, new Date('2026-06-21T00:00:00Z'))).toMatchObject({ rise: null, set: null, allDay: 'up' });
    expect(sunTimes(north, new Date('2026-12-21T00:00:00Z'))).toMatchObject({ rise: null, set: null, allDay: 'down' });
  });
});

describe('walls', () => {
  const place = { latitudeDeg: 52, longitudeDeg: 0, heightM: 0 };
  const day = new Date('2026-06-21T00:00:00Z');

  test('an east front is lit in the morning, a west one after noon, a north one early and late in summer only', () => {
    const [east] = litStretches(place, day, 90);
    expect(east && [east.from.getUTCHours(), east.to.getUTCHours()]).toEqual([3, 12]);
    const [west] = litStretches(place, day, 270);
    expect(west && [west.from.getUTCHours(), west.to.getUTCHours()]).toEqual([12, 20]);
    expect(litStretches(place, day, 0)).toHaveLength(2);
    expect(litStretches(place, new Date('2026-12-21T00:00:00Z'), 0)).toEqual([]);
  });

  test('inside a stretch the sun is up and before the wall, just outside it is not', () => {
    fc.assert(
      fc.property(evenly(-65, 65), evenly(0, 360), fc.integer({ min: 0, max: 364 }), (latitudeDeg, bearing, dayNumber) => {
        const at = { latitudeDeg, longitudeDeg: 10, heightM: 0 };
        const from = new Date(Date.UTC(2026, 0, 1 + dayNumber));
        for (const { from: begins, to, steepestDeg } of litStretches(at, from, bearing)) {
          const middle = new Date((begins.getTime() + to.getTime()) / 2);
          expect(sunAt(at, middle).altitudeDeg).toBeGreaterThan(-0.01);
          expect(onWallDeg(sunAt(at, middle), bearing)).toBeGreaterThan(-0.01);
          expect(onWallDeg(sunAt(at, middle), bearing)).toBeLessThanOrEqual(steepestDeg + 2.5);
        }
      }),
      { numRuns: 8 },
    );
  });

  test('a front seen toward the north looks south; its right side turned away, it looks to the right of that as the camera sees it', () => {
    const scene = {
      subject: { kind: 'front' as const, widthM: 8, heightM: 10, depthM: 5, storeys: 3, bays: 3, turnDeg: 0 },
      distanceM: 20,
      asideM: 0,
      cameraHeightM: 1.6,
      yawDeg: 0,
      pitchDeg: 0,
      rollDeg: 0,
      ...PLAIN_SCENE,
    };
    expect(frontBearing({ ...scene, compassDeg: 0 })).toBe(180);
    // Looking north, right is east: the front looks toward the south-east.
    expect(frontBearing({ ...scene, compassDeg: 0, subject: { ...scene.subject, turnDeg: 45 } })).toBe(135);
    expect(frontBearing(scene)).toBeNull();
  });
});
