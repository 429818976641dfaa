import type { Body } from '../model/rig';
import type { SetupSettings } from '../model/setup';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { workingExposure } from '../exposure/working';
import { freshGeometry } from '../geometry/geometry';
import { judged } from './judge';
import { settle, type Solution } from './settle';
import { solutionSentence } from './wording';

/** A front 8 m wide and so high, from 40 m, with what else is given. */
function front(heightM: number, changes: Partial<SetupSettings> = {}): SetupSettings {
  return setup({
    focusM: 40,
    orientation: 'portrait',
    fNumber: 11,
    scene: {
      ...frontScene(40, 1.6),
      subject: { kind: 'front', widthM: 8, heightM, depthM: 0, storeys: 3, bays: 3, turnDeg: 0 },
    },
    ...changes,
  });
}

const keys = ({ changes }: Solution): readonly string[] => changes.map(({ key }) => key);
const allPass = (solutions: readonly Solution[]): void => {
  expect(solutions.length).toBeGreaterThan(0);
  for (const { settings } of solutions) expect(judged(structuredClone(settings)).bad).toEqual([]);
};

describe('exposure', () => {
  /** EV 15 at ISO 100 on a body whose shutter ends at 1/1000 s: f/3.5 wants 1/2700 s. */
  const bright = (): SetupSettings => {
    const base = front(10, { fNumber: 3.5 });
    const back = base.rig.parts.back as Body;
    const specs = { ...back.specs, shutter: 'focal' as const, fastestPerS: 1000, slowestS: 30 };
    return {
      ...base,
      rig: { ...base.rig, parts: { ...base.rig.parts, back: { ...back, specs } as Body } },
      exposure: { ...base.exposure, meter: { kind: 'ev', ev: 15, iso: 100 }, shutter: 'focal' },
    };
  };

  test('that is too bright for the shutter is answered by speed or filter, the least change first', () => {
    const start = bright();
    expect(judged(start).bad.map(({ kind }) => kind)).toContain('time');
    const { solutions } = settle(start, { may: ['time'], lastResorts: [], waysOut: false });
    allPass(solutions);
    expect(solutions.map(keys)[0]).toEqual(['exposure.iso']);
    // 2^15/3.5² is a time of 1/2675 s; the shutter ends at 1/1000 s, 1.4 stops longer.
    expect(solutions[0]?.settings.exposure.iso).toBeLessThanOrEqual(100 / 2 ** (1.4 - 1 / 3));
  });

  test('stays within the longest time that is wanted: where stopping down would go beyond it the speed goes up', () => {
    // f/3.5 at EV 9 is 1/42 s; the 6.2 mm of rise that the top wants are in the sharp circle from some stops down.
    const start: SetupSettings = { ...bright(), scene: front(42).scene };
    const dim = { ...start, exposure: { ...start.exposure, meter: { kind: 'ev' as const, ev: 9, iso: 100 } } };
    const longest = ({ settings }: Solution): number =>
      Math.max(...(workingExposure(freshGeometry(settings))?.shots.map(({ shutterSpeedS }) => shutterSpeedS) ?? []));
    const request = { may: ['movements', 'aperture', 'time'], lastResorts: [], waysOut: false } as const;
    const { solutions: free } = settle(dim, request);
    allPass(free);
    expect(Math.max(...free.map(longest))).toBeGreaterThan(1 / 40);
    const { solutions } = settle({ ...dim, limits: { ...dim.limits, longestS: 1 / 40 } }, request);
    allPass(solutions);
    expect(Math.max(...solutions.map(longest))).toBeLessThanOrEqual(1.001 / 40);
    const capped = settle({ ...dim, limits: { ...dim.limits, longestS: 1 / 40, highestIso: 100 } }, request);
    expect(capped.solutions.filter(({ settings }) => settings.exposure.iso > 100)).toEqual([]);
  });
});

test('no wider aperture is offered than the photographer wants', () => {
  // The top wants 24·(42 − 1.6)/40 − 18 = 6.2 mm of rise, which the sharp circle at f/3.5 does not allow.
  const start = front(42, { fNumber: 3.5 });
  const may = ['movements', 'aperture'] as const;
  const free = settle(start, { may, lastResorts: [], waysOut: false }).solutions;
  allPass(free);
  expect(free.some(({ settings }) => settings.fNumber < 13)).toBe(true);
  const limited = { ...start, limits: { ...start.limits, widestFNumber: 13 } };
  const { solutions } = settle(limited, { may, lastResorts: [], waysOut: false });
  allPass(solutions);
  for (const { settings } of solutions) expect(settings.fNumber).toBeGreaterThanOrEqual(13);
  // Nor a smaller one: between 13 and 14 there is one mark.
  const both = settle({ ...limited, limits: { ...limited.limits, smallestFNumber: 13 } }, { may, lastResorts: [], waysOut: false });
  allPass(both.solutions);
  expect(new Set(both.solutions.map(({ settings }) => settings.fNumber))).toEqual(new Set([13]));
});

test('a crop that cuts the subject is given up where that alone does it', () => {
  const start = front(33, { crop: 1, movements: { riseMm: 6, shiftMm: 0 } });
  expect(judged(start).bad.map(({ kind }) => kind)).toEqual(['inFrame']);
  const { solutions, conflict } = settle(start, { may: ['aperture'], lastResorts: ['crop'] });
  allPass(solutions);
  expect(conflict?.would.map(({ group }) => group)).toContain('crop');
  expect(solutions.map(keys)[0]).toEqual(['crop']);
  expect(solutions[0] && solutionSentence(solutions[0])).toMatch(/^The whole frame, no crop/u);
});

test('a sheet too wide for one frame is taken as a mosaic when nothing else may', () => {
  const start = setup({
    focusM: 1,
    fNumber: 11,
    scene: { ...frontScene(1, 0.4), subject: { kind: 'sheet', widthM: 1.9, heightM: 0.8, baseM: 0 } },
  });
  const may = ['movements', 'orientation', 'aperture'] as const;
  expect(settle(start, { may, lastResorts: [], waysOut: false }).solutions).toEqual([]);
  const { solutions, conflict } = settle(start, { may, lastResorts: ['mosaic'] });
  expect(conflict?.would.map(({ group }) => group)).toContain('mosaic');
  allPass(solutions);
  expect(solutions[0]?.settings.mosaic?.frames.length).toBeGreaterThan(1);
  expect(solutions[0]?.cost.frames).toBe(solutions[0]?.settings.mosaic?.frames.length);
});
