import fc from 'fast-check';
import { settleText } from '@gangway/messages/core/settle';
import { checkSentence, evaluateAll } from '../checks/evaluate';
import { ringOf } from '../coverage/apertures';
import { evenly } from '../evenly.test-support';
import { frontGeometry } from '../examples.test-support';
import type { ControlGroup } from '../fields/locks';
import type { SetupSettings } from '../model/setup';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { changesBetween } from './controls';
import { judged } from './judge';
import { orderOf } from './ranking';
import { requestOf, settle, type Solution } from './settle';
import { contradictionSentence, costWords, solutionSentence } from './wording';

/** A front 8 m wide and so high, seen square on from so far with the 24 mm shift wide. */
function tower(heightM: number, distanceM: number, changes: Partial<SetupSettings> = {}): SetupSettings {
  return setup({
    focusM: distanceM,
    scene: {
      ...frontScene(distanceM, 1.6),
      subject: { kind: 'front', widthM: 8, heightM, depthM: 0, storeys: 7, bays: 3, turnDeg: 0 },
    },
    ...changes,
  });
}

const keys = ({ changes }: Solution): readonly string[] => changes.map(({ key }) => key);
const MOVEMENTS = { may: ['movements', 'orientation', 'aperture', 'focus'], lastResorts: [] } as const;

describe('requirements that contradict each other', () => {
  test('without a side that ends them are told by what the checks find, and by nothing else where they find nothing', () => {
    const found = evaluateAll(frontGeometry).slice(0, 2);
    expect(contradictionSentence({ kinds: [], needs: [], found: [] })).toBe(settleText.noneFound);
    const words = contradictionSentence({ kinds: [], needs: [], found });
    for (const check of found) expect(words).toContain(checkSentence(check));
    expect(words).not.toContain(settleText.noneFound);
  });
});

describe('a tower 22 m high seen from 18 m in landscape', () => {
  const start = tower(22, 18, { movements: { riseMm: 12, shiftMm: 0 } });
  const { solutions, conflict } = settle(start, MOVEMENTS);

  test('is taken in portrait with less rise, which no single change is', () => {
    expect(conflict).toBeNull();
    expect(solutions.length).toBeGreaterThan(0);
    for (const { settings } of solutions) {
      expect(settings.orientation).toBe('portrait');
      expect(judged(settings).bad).toEqual([]);
      // The top: v·(22 − 1.6)/18 m less half the frame of 36 mm, v = 24.03 mm.
      const needed = (24.03 * 20.4) / 18 - 18;
      expect(settings.movements.riseMm).toBeGreaterThanOrEqual(needed);
      expect(settings.movements.riseMm).toBeLessThan(needed + 1.2);
    }
    expect(solutions.map(keys)[0]).toEqual(['orientation', 'movements.riseMm']);
  });

  test('stays in landscape when that is locked: then it says what the top needs and where the slide ends', () => {
    const locked = settle(start, { may: ['movements', 'aperture', 'focus'], lastResorts: [] });
    expect(locked.solutions).toEqual([]);
    expect(locked.conflict?.kinds).toContain('inFrame');
    const words = locked.conflict ? contradictionSentence(locked.conflict) : '';
    expect(words).toMatch(/^In landscape the subject is \d+\.\d mm taller than the frame\.$/u);
    expect(locked.conflict?.would.map(({ group }) => group)).toContain('orientation');
    for (const { solution } of locked.conflict?.would ?? []) expect(judged(solution.settings).bad).toEqual([]);
  });
});

describe('what cannot be', () => {
  test('is proved only where nothing that is searched in steps may change', () => {
    const start = tower(26, 20, { orientation: 'portrait', rig: { ...setup().rig, mechanism: { kind: 'disc', radiusMm: 8 } } });
    const provedWith = (may: readonly ControlGroup[]) => settle(start, { may, lastResorts: [], waysOut: false }).conflict?.certificate;
    // Landscape cannot hold the tower at all; in portrait it lacks the slide.
    expect(provedWith(['movements', 'orientation', 'aperture'])).toEqual([
      { orientation: 'portrait', widestFNumber: 3.5, smallestFNumber: 22, kinds: ['inFrame', 'travel'] },
      { orientation: 'landscape', widestFNumber: 3.5, smallestFNumber: 22, kinds: ['inFrame'] },
    ]);
    expect(provedWith(['movements', 'orientation', 'aperture', 'focus'])).toBeNull();
    expect(provedWith(['movements', 'orientation', 'aperture', 'turn'])).toBeNull();
  });

  test('names the slide that ends short of what each way round needs', () => {
    const start = tower(26, 20, { orientation: 'portrait', rig: { ...setup().rig, mechanism: { kind: 'disc', radiusMm: 8 } } });
    const { solutions, conflict } = settle(start, { ...MOVEMENTS, may: ['movements', 'aperture', 'focus'], waysOut: false });
    expect(solutions).toEqual([]);
    // v·(26 − 1.6)/20 m less half the frame, v = 24.03 mm: 11.3 mm.
    expect(conflict && contradictionSentence(conflict)).toBe('Portrait needs 11.3 mm of rise; the slide ends at 8.0 mm.');
    expect([...(conflict?.kinds ?? [])].sort()).toEqual(['inFrame', 'travel']);
    // With either let go the rest passes, and that is shown.
    expect([...(conflict?.dropped.map(({ kind }) => kind) ?? [])].sort()).toEqual(['inFrame', 'travel']);
    for (const { kind, solution } of conflict?.dropped ?? []) {
      expect(judged(solution.settings, new Set([kind])).bad).toEqual([]);
      expect(judged(solution.settings).bad.map((each) => each.kind)).toEqual([kind]);
    }
  });

  test('names the sharp circle and the aperture at which it is largest', () => {
    const rig = setup().rig;
    const small = {
      ...rig.lens,
      circle: {
        imageCircleMm: 60,
        sharpCircles: [
          { fNumber: 8, diameterMm: 46 },
          { fNumber: 11, diameterMm: 50 },
        ],
      },
    };
    const start = tower(26, 20, { orientation: 'portrait', rig: { ...rig, lens: small } });
    const { solutions, conflict } = settle(start, { ...MOVEMENTS, may: ['movements', 'aperture', 'focus'], waysOut: false });
    expect(solutions).toEqual([]);
    expect(conflict && contradictionSentence(conflict)).toMatch(
      /^Portrait needs 11\.3 mm of rise; the sharp circle allows \d\.\d mm at most, at f\/11\.$/u,
    );
  });

  test('from farther away is offered as a last resort, with why the rest does not do', () => {
    const start = tower(40, 20, { orientation: 'portrait' });
    const { solutions, conflict } = settle(start, { may: MOVEMENTS.may, lastResorts: ['distance'] });
    const [first] = solutions;
    expect(first && keys(first)).toContain('scene.distanceM');
    expect(first?.settings.scene?.distanceM).toBeGreaterThan(20);
    expect(first && judged(first.settings).bad).toEqual([]);
    expect(conflict?.kinds).toContain('inFrame');
  });

  test('a single frame is offered where a mosaic is not needed', () => {
    const mosaic = {
      ...FIRST_MOSAIC,
      cardGb: 64,
      frames: [
        { riseMm: 0, shiftMm: -25, turned: false },
        { riseMm: 0, shiftMm: 25, turned: false },
      ],
    };
    const start = tower(22, 18, { mosaic });
    const { solutions } = settle(start, { may: [...MOVEMENTS.may, 'mosaic'], lastResorts: [] });
    expect(solutions.some(({ settings }) => settings.mosaic === null && settings.orientation === 'portrait')).toBe(true);
  });
});

/** A start anywhere that movements, orientation, aperture and focus may have been left. */
const anyStart = fc
  .record({
    heightM: evenly(4, 34),
    distanceM: evenly(10, 60),
    orientation: fc.constantFrom('landscape' as const, 'portrait' as const),
    rise: evenly(-12, 12),
    shift: evenly(-12, 12),
    fNumber: fc.constantFrom(...ringOf(setup().rig.lens)),
    focus: evenly(0.5, 2),
  })
  .map(({ heightM, distanceM, orientation, rise, shift, fNumber, focus }) => {
    const tenth = (mm: number): number => Math.round(mm * 10) / 10 + 0;
    return tower(heightM, distanceM, {
      orientation,
      movements: { riseMm: tenth(rise), shiftMm: tenth(shift) },
      fNumber,
      focusM: distanceM * focus,
    });
  });

describe('from any start', () => {
  test('every solution passes all checks anew, no lock is broken, none only does more than another', () => {
    let solved = 0;
    fc.assert(
      fc.property(anyStart, fc.subarray([...MOVEMENTS.may], { minLength: 1 }), (start, may) => {
        const { solutions, conflict } = settle(start, { may, lastResorts: [], waysOut: false });
        expect(solutions.length > 0 ? conflict : 'some').toBe(solutions.length > 0 ? null : 'some');
        let before = -Infinity;
        for (const solution of solutions) {
          solved++;
          expect(judged(structuredClone(solution.settings)).bad).toEqual([]);
          const changes = changesBetween(start, solution.settings);
          expect(changes).toEqual(solution.changes);
          expect(changes.every(({ group }) => (may as readonly string[]).includes(group))).toBe(true);
          const order = orderOf(solution.cost, solution.tight.length);
          expect(order).toBeGreaterThanOrEqual(before);
          before = order;
          expect(solutionSentence(solution)).toMatch(/passes/u);
        }
      }),
      { numRuns: 40 },
    );
    expect(solved).toBeGreaterThan(20);
  });

  test('no single change does what Settle needs two for, and nothing does where it says impossible', () => {
    let [singles, impossible] = [0, 0];
    fc.assert(
      fc.property(anyStart, fc.array(anyStart, { minLength: 30, maxLength: 30 }), (start, others) => {
        const { solutions } = settle(start, { ...MOVEMENTS, waysOut: false });
        const [first] = solutions;
        const passes = (settings: SetupSettings): boolean => judged(settings).bad.length === 0;
        if (!first) {
          impossible++;
          for (const { movements, orientation, fNumber, focusM } of others)
            expect(passes({ ...start, movements, orientation, fNumber, focusM })).toBe(false);
          return;
        }
        if (first.changes.length < 2) return;
        singles++;
        const one: readonly SetupSettings[] = [
          { ...start, orientation: start.orientation === 'portrait' ? 'landscape' : 'portrait' },
          ...ringOf(start.rig.lens).map((fNumber) => ({ ...start, fNumber })),
          ...Array.from({ length: 49 }, (_each, i) => ({ ...start, movements: { ...start.movements, riseMm: -12 + i / 2 } })),
          ...Array.from({ length: 49 }, (_each, i) => ({ ...start, movements: { ...start.movements, shiftMm: -12 + i / 2 } })),
        ];
        for (const each of one) expect(passes(each)).toBe(false);
      }),
      { numRuns: 40 },
    );
    expect(singles).toBeGreaterThan(3);
    expect(impossible).toBeGreaterThan(3);
  });

  test('places so near that a tilted lens would have to focus inside its focal length are passed over', () => {
    const near = setup({
      focusM: 0.1,
      front: { tiltDeg: 20, swingDeg: 0 },
      pins: [{ id: 'wall', name: 'the wall', role: 'sharp', weight: 1, place: { kind: 'thing', thing: 'wall' } }],
      scene: {
        ...frontScene(0.1, 1.6),
        subject: { kind: 'front', widthM: 0.02, heightM: 3.2, depthM: 0, storeys: 1, bays: 1, turnDeg: 0 },
      },
    });
    const { solutions, conflict } = settle(near, { may: ['movements', 'aperture', 'focus', 'distance'], lastResorts: [], waysOut: false });
    expect(solutions.length > 0 || conflict !== null).toBe(true);
    for (const { settings } of solutions) expect(judged(settings).bad).toEqual([]);
  });

  test('what passes already is left alone', () => {
    const start = tower(8, 30);
    const { solutions, conflict } = settle(start);
    expect(conflict).toBeNull();
    expect(solutions.map(keys)).toEqual([[]]);
    expect(solutions.map(solutionSentence)).toEqual(['Nothing has to change: every check passes.']);
  });
});

test('the locks of a setup say what may change', () => {
  const { locks } = setup();
  expect(requestOf({ locks }).may).toContain('movements');
  expect(requestOf({ locks }).lastResorts).toEqual(['distance', 'height', 'mosaic', 'stack', 'crop', 'rig']);
  expect(requestOf({ locks: { ...locks, movements: 'locked', rig: 'free' } })).toMatchObject({
    may: expect.not.arrayContaining(['movements']) as unknown,
    lastResorts: ['distance', 'height', 'mosaic', 'stack', 'crop'],
  });
});

test('a cost is said only where it is noticed', () => {
  expect(costWords({ controls: 1, movement: 1, turnedUnpinned: false, softer: 0.01, frames: 1, kept: 1, longerStops: 0 })).toEqual([]);
  expect(costWords({ controls: 1, movement: 1, turnedUnpinned: false, softer: 0.125, frames: 3, kept: 1, longerStops: 1.3 })).toEqual([
    '13 % softer',
    '3 shots',
    '1.3 stops longer exposure',
  ]);
  expect(costWords({ controls: 1, movement: 1, turnedUnpinned: false, softer: -0.5, frames: 1, kept: 1, longerStops: -2 })).toEqual([
    '50 % sharper',
    '2.0 stops shorter exposure',
  ]);
});
