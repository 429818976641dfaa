import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { conjugates } from '../focus/conjugates';
import { projected } from '../perspective/rise';
import { evaluateWithFixes } from '../checks/evaluate';
import { fromHere, fromHereReason, type Wanted } from './fromHere';
import { anySetup, setup } from '../setup/fixtures.test-support';
import { evenly } from '../evenly.test-support';

const tower: Wanted = { distanceM: 24, cameraHeightM: 1.6, topHeightM: 31, widthM: 9, footIn: false, marginMm: 1 };

describe('which rig does it from here', () => {
  test('the hydraulic tower from the lane: portrait with 24 mm needs 12.4 mm of rise, more than the slide has', () => {
    const { rig } = setup();
    const found = fromHere(rig, 'portrait', tower);
    // v(H − c)/D + k − h/2 with v = 24.024: 29.43 + 1 − 18.
    expect(found.riseMm).toBeCloseTo(12.429, 2);
    expect(found.state).toBe('fails');
    expect(found.reasons.map(fromHereReason)).toEqual(['the slide ends 0.4 mm too early']);
    const nearer = fromHere(rig, 'portrait', { ...tower, distanceM: 26 });
    expect(nearer.state).toBe('passes');
    expect(nearer.fromFNumber).toBe(11);
  });

  test('with the foot in, what is too high for the frame says by how much', () => {
    const found = fromHere(setup().rig, 'landscape', { ...tower, footIn: true });
    expect(found.state).toBe('fails');
    expect(found.reasons[0]).toMatchObject({ kind: 'tooTall' });
    const far = fromHere(setup().rig, 'portrait', { ...tower, footIn: true, distanceM: 60 });
    expect(far.state).toBe('passes');
  });

  test('a foot below the frame asks for fall', () => {
    const found = fromHere(setup().rig, 'landscape', { ...tower, topHeightM: 3, cameraHeightM: 8, widthM: 5, footIn: true, distanceM: 12 });
    expect(found.riseMm).toBeLessThan(0);
  });

  test('missing values leave it open, never green', () => {
    const { rig } = setup();
    const blank = {
      ...rig,
      mechanism: { kind: 'unknown' as const },
      lens: { ...rig.lens, circle: { imageCircleMm: null, sharpCircles: [] } },
    };
    expect(fromHere(blank, 'portrait', tower)).toMatchObject({
      state: 'unknown',
      reasons: [{ kind: 'travelUnknown' }, { kind: 'circleUnknown' }],
    });
  });

  test('a slide that is locked aslant does not rise alone; upright it does', () => {
    const { rig } = setup();
    const locked = (angleDeg: number) =>
      fromHere({ ...rig, mechanism: { kind: 'line', angleDeg, forwardMm: 12, backMm: 12 } }, 'portrait', { ...tower, topHeightM: 24 });
    expect(locked(90).state).toBe('passes');
    expect(locked(45)).toMatchObject({
      state: 'fails',
      fromFNumber: null,
      reasons: [{ kind: 'slideLocked', angleDeg: 45 }],
    });
    expect(locked(0).state).toBe('fails');
    // What asks for no rise asks nothing of the slide.
    expect(
      fromHere({ ...rig, mechanism: { kind: 'line', angleDeg: 45, forwardMm: 12, backMm: 12 } }, 'portrait', { ...tower, topHeightM: 10 })
        .state,
    ).toBe('passes');
  });

  test('where it says that a rig holds, a setup set so has no failing check and the top is in', () => {
    let held = 0;
    fc.assert(
      fc.property(anySetup, evenly(8, 80), evenly(2, 30), (base, distanceM, topHeightM) => {
        const { rig } = base;
        const wanted = { ...tower, distanceM, topHeightM, widthM: 1 };
        const found = fromHere(rig, 'portrait', wanted);
        if (found.state !== 'passes' || found.fromFNumber === null) return true;
        held++;
        const settings = {
          ...base,
          orientation: 'portrait' as const,
          focusM: distanceM,
          fNumber: found.fromFNumber,
          movements: { riseMm: found.riseMm, shiftMm: 0 },
        };
        const { imageMm } = conjugates(rig.lens.focalMm, distanceM);
        const [, y] = projected(imageMm, found.riseMm, 0, [0, topHeightM - wanted.cameraHeightM, distanceM]);
        const half = Math.max(rig.back.widthMm, rig.back.heightMm) / 2;
        return y <= half - wanted.marginMm + 1e-6 && evaluateWithFixes(geometryOf(settings)).every(({ state }) => state !== 'fails');
      }),
      { numRuns: 300 },
    );
    expect(held).toBeGreaterThan(10);
  });
});
