import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import type { Vec3 } from '../space/vector';
import { assembled } from '../rig/assembled';
import { camera, fieldLens, film, lens, mounted, view } from '../rig/parts.test-support';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { evaluate, evaluateWithFixes, checkNote, checkSentence, missingValue } from './evaluate';
import type { CheckKind } from './registry';
import { fixSentence } from './wording';
import { evenly } from '../evenly.test-support';
import type { Pin, PinRole } from '../model/pin';
import type { RigParts, Rig } from '../model/rig';
import type { SetupSettings } from '../model/setup';

const scene = frontScene(10, 1.5);
const rigOf = (parts: RigParts): Rig => {
  const rig = assembled({ name: 'rig', rigId: null, parts });
  if (!rig.known) throw new Error('unknown');
  return rig.value;
};
const FIELD = rigOf(view({ back: film(), camera: camera({ tiltAxis: 'axis' }), lens: fieldLens({ imageCircleMm: 320 }) }));
const tiltLens = (more: Parameters<typeof lens>[0] = {}): Rig =>
  rigOf(
    mounted({
      lens: lens({
        focalMm: 90,
        widestFNumber: 2.8,
        smallestFNumber: 32,
        slides: 'rotating',
        travelMm: 12,
        tilts: 'both',
        tiltDeg: 8,
        tiltLock: 'free',
        tiltStepDeg: 1,
        pivotMm: 20,
        nearestM: 0.5,
        nearestMagnification: 0.25,
        imageCircleMm: 90,
        ...more,
      }),
    }),
  );
const pin = (n: number, at: Vec3, role: PinRole = 'sharp'): Pin => ({
  id: `p${n}`,
  name: `pin ${n}`,
  role,
  weight: 1,
  place: { kind: 'point', at },
});
const GROUND = [pin(1, [0, 0, -8]), pin(2, [0, 0, 25]), pin(3, [1, 0, 0])];
const focused = (more: Partial<SetupSettings>): SetupSettings =>
  setup({ rig: FIELD, scene, pins: GROUND, fNumber: 16, focusM: 10, ...more });
const of = <K extends CheckKind>(kind: K, settings: SetupSettings) =>
  evaluateWithFixes(geometryOf(settings)).find((check): check is Extract<typeof check, { kind: K }> => check.kind === kind);

describe('checks about focus', () => {
  test('every fix makes its check pass when applied, and makes no other worse', () => {
    const kinds = ['pins', 'soft', 'tiltTravel', 'tiltScale', 'reach', 'composed'] as const;
    fc.assert(
      fc.property(
        fc.constantFrom(FIELD, tiltLens(), tiltLens({ tilts: 'oneWay', tiltLock: 'parallel' })),
        fc.array(fc.tuple(evenly(-2, 2), evenly(0, 3), evenly(-6, 15), fc.constantFrom<PinRole>('sharp', 'sharp', 'soft', 'best')), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.integer({ min: -9, max: 9 }),
        fc.constantFrom(4, 8, 16, 32),
        fc.constantFrom(2, 5, 10, null),
        (rig, places, tiltDeg, fNumber, focusM) => {
          const settings = focused({
            rig,
            fNumber,
            focusM,
            front: { tiltDeg, swingDeg: 0 },
            pins: places.map(([x, y, z, role], i) => pin(i, [x, y, z], role)),
          });
          const before = new Map(evaluateWithFixes(geometryOf(settings)).map((each) => [each.kind, each.state]));
          const order = ['fails', 'unknown', 'tight', 'passes'];
          for (const check of evaluateWithFixes(geometryOf(settings))) {
            if (!(kinds as readonly string[]).includes(check.kind)) continue;
            for (const fix of check.fixes) {
              const next = patched(settings, fix.patch);
              const cured = evaluate(check.kind, geometryOf(next));
              if (cured !== null && cured.state !== 'passes') return false;
              for (const other of evaluateWithFixes(geometryOf(next)))
                if (
                  other.kind !== 'tiltScale' &&
                  other.kind !== 'composed' &&
                  order.indexOf(other.state) < order.indexOf(before.get(other.kind) ?? 'passes')
                )
                  return false;
              if (!/\S/.test(fixSentence(fix))) return false;
            }
          }
          return true;
        },
      ),
      { numRuns: 40 },
    );
  }, 60_000);

  test('pins on the ground fail untilted and pass with tilt at the same aperture', () => {
    const found = of('pins', focused({}));
    expect(found?.state).toBe('fails');
    expect(found && checkSentence(found)).toMatch(
      /“pin 1” is blurred by \d+ µm, nearer than the plane of sharp focus: \d\.\d stops out of tolerance at f\/16\./,
    );
    expect(found?.fixes.map(fixSentence).join()).toMatch(/tilt 3\.4\d?° forward/);
  });

  test('a tenth of a stop to spare is tight, and the margin is the ratio of the blurs', () => {
    const straight = focused({ pins: [pin(1, [0, 1.5, -2]), pin(2, [0, 1.5, 0])] });
    const at = (fNumber: number) => evaluate('pins', geometryOf({ ...straight, fNumber }));
    const [wide, small] = [at(16), at(32)];
    const spare = (found: ReturnType<typeof at>): number => (found?.kind === 'pins' ? (found.spareStops ?? NaN) : NaN);
    // Twice the f-number, half the blur: two stops.
    expect(spare(small) - spare(wide)).toBeCloseTo(2, 1);
  });

  test('a mechanism that does not reach, is locked, or is unknown says so', () => {
    const beyond = of('tiltTravel', focused({ rig: tiltLens(), front: { tiltDeg: 11, swingDeg: 0 } }));
    expect(beyond?.state).toBe('fails');
    expect(beyond && checkSentence(beyond)).toMatch(/the closest available is tilt 8\.0° forward, 3\.0° away/);
    expect(beyond?.fixes.length).toBeGreaterThan(0);
    const unknown = of('tiltTravel', focused({ rig: tiltLens({ tiltLock: null }), front: { tiltDeg: 2, swingDeg: 0 } }));
    expect(unknown?.state).toBe('unknown');
    const locked = of(
      'tiltTravel',
      focused({ rig: tiltLens({ tiltLock: 'parallel' }), front: { tiltDeg: 0, swingDeg: 3 }, movements: { riseMm: 4, shiftMm: 0 } }),
    );
    expect(locked?.state).toBe('fails');
    expect(locked && checkNote(locked)).toBe('Its direction is locked to that of the shift.');
    expect(of('tiltTravel', focused({}))).toBeUndefined();
    // 60·sin 10° = 10.4 mm.
    const based = of(
      'tiltTravel',
      focused({
        rig: rigOf(view({ back: film(), camera: camera({ tiltAxis: 'base', baseBelowMm: 60 }), lens: fieldLens() })),
        front: { tiltDeg: 10, swingDeg: 0 },
      }),
    );
    expect(based && checkNote(based)).toMatch(/moves the lens 10\.4 mm forward: focus again/);
    // A base that nobody measured is not told as if it were.
    const unmeasured = of(
      'tiltTravel',
      focused({
        rig: rigOf(view({ back: film(), camera: camera({ tiltAxis: 'base' }), lens: fieldLens() })),
        front: { tiltDeg: 10, swingDeg: 0 },
      }),
    );
    expect(unmeasured && checkNote(unmeasured)).toBeNull();
  });

  test('a scale that is too coarse is found, and stopping down makes it fine enough', () => {
    const sharp = { school: 'pixels', pixels: 1, columnsPx: 9000 } as const;
    const set = focused({ rig: tiltLens(), pins: [pin(1, [0, 0, -8.5]), pin(2, [0, 0, 40])], sharpness: sharp, fNumber: 5.6 });
    const solved = of('pins', set)?.fixes.find(({ patch }) => patch.front !== undefined);
    const tilted = solved && patched(set, solved.patch);
    const found = tilted && of('tiltScale', tilted);
    expect(found?.state).toBe('tight');
    expect(
      found?.fixes.every(
        ({ patch }) => patch.fNumber !== undefined && evaluate('tiltScale', geometryOf(patched(tilted ?? set, patch)))?.state === 'passes',
      ),
    ).toBe(true);
    expect(found && checkSentence(found)).toMatch(/marked every 1° and read to 0\.25°; the pins stay sharp only within 0\.\d\d°/);
  });

  test('what the lens or the bellows cannot focus is found with its lack', () => {
    const near = of('reach', focused({ focusM: 0.14, pins: [pin(1, [0, 1.5, 0])] }));
    expect(near?.state).toBe('passes');
    const short = of('reach', focused({ rig: rigOf(view({ camera: camera({ bellowsMaxMm: 130 }), lens: fieldLens() })), focusM: 0.2 }));
    // f²/(u − f) = 73.6 mm out, 130 − 98 = 32 mm there are.
    expect(short && checkSentence(short)).toBe('The bellows are too short for this focus: 41.6 mm more extension needed.');
    const beyond = of('reach', focused({ rig: tiltLens(), focusM: -5, front: { tiltDeg: 3, swingDeg: 0 } }));
    expect(beyond && checkSentence(beyond)).toMatch(/nearer than it can: beyond infinity/);
    expect(of('reach', setup())).toBeUndefined();
  });

  test('a lens that tilts about its base is said to move forward or back with it', () => {
    const rig = rigOf(
      view({
        back: film(),
        camera: camera({ tiltAxis: 'base', baseBelowMm: 60, boardAheadMm: 0 }),
        lens: fieldLens({ imageCircleMm: 320 }),
      }),
    );
    const note = (tiltDeg: number): string | null => {
      const found = of('tiltTravel', focused({ rig, front: { tiltDeg, swingDeg: 0 } }));
      return found ? checkNote(found) : null;
    };
    // 60 mm below the axis: 60·sin 5° = 5.2 mm.
    expect(note(5)).toBe('It tilts about its base, which moves the lens 5.2 mm forward: focus again after tilting.');
    expect(note(-5)).toBe('It tilts about its base, which moves the lens 5.2 mm back: focus again after tilting.');
  });

  test('pins that the aperture set does not hold are solved with the smaller one that they take, and at a small one without', () => {
    // Ground with something standing on it: no plane holds all of it at f/8.
    const pins = [...GROUND, pin(4, [0, 1.2, -6])];
    const apertures = (fNumber: number, focusM = 10): readonly (number | undefined)[] =>
      (of('pins', focused({ pins, fNumber, focusM }))?.fixes ?? []).map(({ patch }) => patch.fNumber);
    const wide = apertures(8);
    const taken = wide.filter((mark) => mark !== undefined);
    expect(taken.length).toBeGreaterThan(0);
    for (const mark of taken) expect(mark).toBeGreaterThan(8);
    // Focused far off at a small aperture, the setting alone does it: no fix opens the lens again.
    const small = apertures(45, 1.5);
    expect(small.length).toBeGreaterThan(0);
    for (const mark of small) expect(mark).toBeUndefined();
  });

  test('a rig whose focus is not known is asked for what would tell it', () => {
    const parts = mounted({ lens: lens({ nearestM: null, nearestMagnification: null, flangeDistanceMm: null }) });
    expect(missingValue({ kind: 'reach' }, parts)?.spec).toBe('flangeDistanceMm');
    expect(missingValue({ kind: 'reach' }, mounted({ lens: lens({ nearestM: null, nearestMagnification: null }) }))?.spec).toBe('nearestM');
  });

  test('a picture carried off by the pivot is given back, turned back, or left so', () => {
    const found = of('composed', focused({ rig: tiltLens(), front: { tiltDeg: 5, swingDeg: 0 }, pins: [] }));
    // 20·sin 5° = 1.7 mm.
    expect(found && checkSentence(found)).toBe('Tilting moved the lens 1.7 mm down and shifted the framing.');
    expect(found?.fixes.map(fixSentence)).toEqual([
      expect.stringMatching(/^1\.7 mm of rise/),
      expect.stringMatching(/^accept it as it is/),
    ]);
  });

  test('a pin on what is gone is not green', () => {
    const lost = of('pins', focused({ pins: [{ ...pin(1, [0, 1.5, 0]), place: { kind: 'thing', thing: 'label' } }] }));
    expect(lost?.state).toBe('unknown');
    const soft = of('soft', focused({ pins: [{ ...pin(1, [0, 1.5, 0], 'soft'), place: { kind: 'thing', thing: 'label' } }] }));
    expect(soft?.state).toBe('unknown');
    expect(soft && checkSentence(soft)).toMatch(/Whether “pin 1” is soft is unknown/);
    const some = of('pins', focused({ pins: [pin(2, [0, 1.5, 0]), { ...pin(1, [0, 0, 0]), place: { kind: 'thing', thing: 'label' } }] }));
    expect(some?.state).toBe('unknown');
    expect(some && checkNote(some)).toMatch(/no longer has the thing “pin 1”/);
  });
});
