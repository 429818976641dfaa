import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { evenly } from '../evenly.test-support';
import { alongAxisMm, focusFor } from '../geometry/standards';
import { frontScene, anySetup, setup } from './fixtures.test-support';
import { movedOff, patched } from './patch';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { UNTURNED } from './defaults';

const scene = frontScene(12, 1.5);
const turn = fc.record({ tiltDeg: evenly(-9, 9), swingDeg: evenly(-9, 9) });

/** Each kind of change with what it may touch. */
const changes: fc.Arbitrary<{ readonly patch: SetupPatch; readonly touches: readonly (keyof SetupSettings)[] }> = fc.oneof(
  fc
    .constantFrom('landscape' as const, 'portrait' as const)
    .map((orientation) => ({ patch: { orientation }, touches: ['orientation' as const] })),
  evenly(-20, 20).map((riseMm) => ({ patch: { movements: { riseMm } }, touches: ['movements' as const] })),
  fc.constantFrom(4, 8, 16).map((fNumber) => ({ patch: { fNumber }, touches: ['fNumber' as const] })),
  turn.map((front) => ({ patch: { front }, touches: ['front' as const, 'focusM' as const] })),
  turn.map((rear) => ({ patch: { rear }, touches: ['rear' as const, 'focusM' as const] })),
  fc.option(evenly(0.3, 60)).map((focusM) => ({ patch: { focusM }, touches: ['focusM' as const] })),
  fc.constant({ patch: { composed: true }, touches: ['composedAt' as const] }),
  evenly(1, 60).map((distanceM) => ({ patch: { distanceM }, touches: ['scene' as const, 'focusM' as const] })),
  evenly(-5, 5).map((pitchDeg) => ({ patch: { placing: { pitchDeg } }, touches: ['scene' as const] })),
  evenly(1, 2).map((stretch) => ({ patch: { accepted: { stretch } }, touches: ['scene' as const] })),
);

describe('a change laid over a setup', () => {
  test('touches what it names and nothing else, and leaves the setup before it alone', () => {
    fc.assert(
      fc.property(anySetup, changes, (base, { patch, touches }) => {
        const settings = { ...base, scene };
        const before = JSON.stringify(settings);
        const next = patched(settings, patch);
        expect(JSON.stringify(settings)).toBe(before);
        for (const key of Object.keys(settings) as (keyof SetupSettings)[])
          if (!touches.includes(key)) expect(next[key]).toEqual(settings[key]);
        expect(Object.keys(next).sort()).toEqual(Object.keys(settings).sort());
      }),
      { numRuns: 300 },
    );
  });

  test('nothing at all changes nothing, and the same twice is the same as once', () => {
    fc.assert(
      fc.property(anySetup, changes, (base, { patch }) => {
        const settings = { ...base, scene };
        expect(patched(settings, {})).toEqual(settings);
        expect(patched(patched(settings, patch), patch)).toEqual(patched(settings, patch));
      }),
    );
  });

  test('of a movement or a placing only what is said is changed', () => {
    const settings = setup({ scene, movements: { riseMm: 3, shiftMm: -2 } });
    expect(patched(settings, { movements: { shiftMm: 5 } }).movements).toEqual({ riseMm: 3, shiftMm: 5 });
    expect(patched(settings, { placing: { yawDeg: 7 } }).scene).toEqual({ ...scene, yawDeg: 7 });
    expect(patched(settings, { shaded: true }).scene?.light).toBeNull();
    expect(
      patched({ ...settings, scene: { ...scene, light: { bearingDeg: 10, heightDeg: 20, shaded: false } } }, { shaded: true }).scene?.light,
    ).toEqual({ bearingDeg: 10, heightDeg: 20, shaded: true });
  });

  test('composed is as the lens is turned by the same change', () => {
    const front = { tiltDeg: 4, swingDeg: -1 };
    expect(patched(setup(), { front, composed: true }).composedAt).toEqual(front);
    expect(patched(setup(), { front }).composedAt).toEqual(UNTURNED);
  });
});

describe('standing farther off', () => {
  test('a focus on the subject stays on it, another stays where it is', () => {
    expect(patched(setup({ scene, focusM: 12 }), { distanceM: 20 })).toMatchObject({ focusM: 20, scene: { distanceM: 20 } });
    expect(patched(setup({ scene, focusM: 9 }), { distanceM: 20 }).focusM).toBe(9);
    expect(patched(setup({ scene, focusM: null }), { distanceM: 20 }).focusM).toBeNull();
    expect(patched(setup({ scene, focusM: 12 }), { distanceM: 20, focusM: 5 }).focusM).toBe(5);
    expect(movedOff(setup({ focusM: 12 }), 20)).toEqual({ scene: null, focusM: 12 });
  });
});

describe('a lens that focuses nearer than at infinity', () => {
  test('is at infinity again when lens and back are straight, since straight it would focus nothing', () => {
    fc.assert(
      fc.property(turn, evenly(-60, -0.1), fc.boolean(), (leaning, focusM, byRear) => {
        const askew = setup({ ...(byRear ? { rear: leaning } : { front: leaning }), focusM });
        const straight = patched(askew, byRear ? { rear: UNTURNED } : { front: UNTURNED });
        if (straight.focusM !== null) return false;
        // While it leans it is left as it was set.
        return (leaning.tiltDeg === 0 && leaning.swingDeg === 0) || patched(askew, { fNumber: 11 }).focusM === focusM;
      }),
    );
  });

  test('stands where the lens equation puts it, and comes back as the same focus', () => {
    fc.assert(
      fc.property(evenly(20, 300), evenly(-60, -1), (focalMm, focusM) => {
        const along = alongAxisMm(focalMm, focusM);
        // 1/u + 1/v = 1/f with u below zero: nearer than the focal length.
        expect(1 / (focusM * 1000) + 1 / along).toBeCloseTo(1 / focalMm, 9);
        expect(along).toBeLessThan(focalMm);
        expect(focusFor(focalMm, along)).toBeCloseTo(focusM, 6);
      }),
    );
  });

  test('what is farther off than a hundred kilometres is infinity, whatever the lens', () => {
    fc.assert(
      fc.property(evenly(10, 1000), evenly(0.3, 3), (focalMm, times) => {
        const focusM = times * 100_000;
        const found = focusFor(focalMm, alongAxisMm(focalMm, focusM));
        return times > 1.001 ? found === null : times > 0.999 || (found !== null && Math.abs(found / focusM - 1) < 1e-3);
      }),
    );
  });

  test('the lens of a setup stands out as its focus says, along its own axis', () => {
    const straight = setup({ focusM: 2 });
    expect(geometryOf(straight).imageMm).toBeCloseTo((24 * 2000) / (2000 - 24), 9);
    const tilted = setup({ focusM: 2, front: { tiltDeg: 8, swingDeg: 0 } });
    expect(geometryOf(tilted).imageMm).toBeCloseTo(geometryOf(straight).imageMm * Math.cos((8 * Math.PI) / 180), 9);
  });
});
