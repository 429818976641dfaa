import fc from 'fast-check';
import { blurAt } from '../focus/blur';
import { evenly } from '../evenly.test-support';
import { freshGeometry } from '../geometry/geometry';
import { pinStates } from '../geometry/pins';
import { stackAlongMm } from '../geometry/stack';
import type { Pin } from '../model/pin';
import type { SetupSettings } from '../model/setup';
import { stackFor, withStack } from '../planning/stackFor';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { settle } from '../settle/settle';
import { evaluate, checkSentence } from './evaluate';

const pinAt = (id: string, z: number): Pin => ({
  id,
  name: id,
  role: 'sharp',
  weight: 1,
  place: { kind: 'point', at: [0, 1.6, z] },
});

/** The camera before a front, with pins on the axis at two distances. */
function deep(nearM: number, farM: number, fNumber: number): SetupSettings {
  const scene = {
    ...frontScene(20, 1.6),
    subject: { kind: 'front' as const, widthM: 2, heightM: 2, depthM: 0, storeys: 1, bays: 1, turnDeg: 0 },
  };
  const { rig } = setup();
  const { lens } = rig.parts;
  // How near it focuses has to be known.
  const near = { ...rig, parts: { ...rig.parts, lens: { ...lens, specs: { ...lens.specs, nearestM: 0.2 } } } };
  return setup({ rig: near, scene, fNumber, focusM: 20, pins: [pinAt('near', nearM - 20), pinAt('far', farM - 20)] });
}

const depths = fc.record({ nearM: evenly(0.3, 0.8), farM: evenly(3, 19), fNumber: fc.constantFrom(3.5, 5.6, 8) });

describe('a focus stack', () => {
  test('holds in one of its shots whatever lies between its ends, by rays through the rim', () => {
    let stacks = 0;
    fc.assert(
      fc.property(depths, evenly(0, 1), ({ nearM, farM, fNumber }, share) => {
        const settings = withStack(deep(nearM, farM, fNumber));
        if (settings === null) return;
        stacks++;
        const { focalMm } = settings.rig.lens;
        const { cocMm } = freshGeometry(settings).blurAllowed;
        const z = 1 / (1 / nearM + share * (1 / farM - 1 / nearM));
        const blurs = stackAlongMm(settings).map((imageMm) =>
          blurAt({ focalMm, imageMm, tiltDeg: 0, swingDeg: 0, fNumber, pointM: [0, 0, z] }),
        );
        expect(Math.min(...blurs)).toBeLessThanOrEqual(cocMm * 1.02);
        expect(pinStates(freshGeometry(settings)).every(({ blurMm }) => blurMm !== null && blurMm <= cocMm * 1.02)).toBe(true);
        expect(evaluate('stack', freshGeometry({ ...settings, limits: { ...settings.limits, mostFrames: 1000 } }))?.state).toBe('passes');
      }),
      { numRuns: 80 },
    );
    expect(stacks).toBeGreaterThan(40);
  });

  test('of half the shots has gaps, and says so; the fix is as many as it takes', () => {
    const settings = withStack(deep(0.3, 15, 4));
    if (settings?.stack == null) throw new Error('no stack');
    const { shots } = settings.stack;
    expect(shots).toBeGreaterThan(4);
    const few = { ...settings, stack: { ...settings.stack, shots: Math.ceil(shots / 2) } };
    const found = evaluate('stack', freshGeometry(few));
    expect(found?.state).toBe('fails');
    expect(found && checkSentence(found)).toMatch(/^Between neighbouring shots of the stack \d+ % of their depth is missing/u);
  });

  test('fails where something moves, and beyond the most shots that are wanted', () => {
    const settings = withStack(deep(0.3, 15, 4));
    if (settings === null) throw new Error('no stack');
    const moving = { ...settings, limits: { ...settings.limits, somethingMoves: true } };
    expect(evaluate('stack', freshGeometry(moving))?.state).toBe('fails');
    const few = { ...settings, limits: { ...settings.limits, mostFrames: 3 } };
    const found = evaluate('stack', freshGeometry(few));
    expect(found && checkSentence(found)).toMatch(/^The stack takes \d+ shots; your maximum is 3\.$/u);
  });

  test('is not there for a single shot, and one shot is all that shallow things take', () => {
    expect(evaluate('stack', freshGeometry(setup()))).toBeNull();
    expect(stackFor(freshGeometry(deep(10, 10.2, 8)))?.shots).toBe(1);
  });

  test('is what Settle offers where neither aperture nor tilt holds the pins', () => {
    const start = { ...deep(0.5, 15, 5.6), limits: { ...setup().limits, smallestFNumber: 8, mostFrames: 40 } };
    const may = ['movements', 'orientation', 'aperture', 'focus'] as const;
    expect(settle(start, { may, lastResorts: [], waysOut: false }).solutions).toEqual([]);
    const { solutions, conflict } = settle(start, { may, lastResorts: ['stack'] });
    expect(conflict?.would.map(({ group }) => group)).toContain('stack');
    const [first] = solutions;
    expect(first?.settings.stack?.shots).toBeGreaterThan(2);
    expect(first?.cost.frames).toBe(first?.settings.stack?.shots);
  });
});
