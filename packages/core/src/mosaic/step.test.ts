import fc from 'fast-check';
import { Matrix4, PerspectiveCamera, Vector3 } from 'three';
import { evenly } from '../evenly.test-support';
import { freshGeometry, geometryOf } from '../geometry/geometry';
import { FIRST_MOSAIC } from './mosaic';
import { mosaicGiven } from '../stitching/metrics';
import { proposals } from '../stitching/goals';
import { evaluate } from '../checks/evaluate';
import { frontScene, setup } from '../setup/fixtures.test-support';
import { apartForStep, overlapAt, stepForApart } from './step';
import { picturePlace, slidePlace, slidesOf } from './slides';

const at = (shiftMm: number) => ({ shiftMm, riseMm: 0, turned: false });
/** Two frames a step apart, focused so that the magnification is as given. */
const pair = (stepMm: number, magnification: number, mover: 'lens' | 'back') => {
  const focusM = (24 * (1 + 1 / magnification)) / 1000;
  return setup({ focusM, mosaic: { ...FIRST_MOSAIC, frames: [at(0), at(stepMm)], mover, leastOverlap: 0.2 } });
};

describe('frames of a mosaic that a slide sets apart', () => {
  test('what is in focus is pictured s(1 + m) apart when the lens moves, s when the back does, by a 3D package’s camera', () => {
    fc.assert(
      fc.property(evenly(0.01, 1), evenly(1, 20), evenly(-5, 5), (magnification, stepMm, x) => {
        const f = 24;
        const v = f * (1 + magnification);
        const u = (f * (1 + 1 / magnification)) / 1000;
        // The picture of a point at the focused distance by a camera whose lens is `lensMm` aside and whose sensor stays.
        const picture = (lensMm: number): number => {
          const camera = new PerspectiveCamera();
          const near = 0.001;
          const k = near / v;
          camera.projectionMatrix = new Matrix4().makePerspective((lensMm - 18) * k, (lensMm + 18) * k, 12 * k, -12 * k, near, 100);
          camera.matrixWorldInverse.makeTranslation(-lensMm / 1000, 0, 0);
          const point = new Vector3((x / v) * u, 0, -u);
          return point.applyMatrix4(camera.matrixWorldInverse).applyMatrix4(camera.projectionMatrix).x * 18;
        };
        return Math.abs(picture(0) - picture(stepMm) - apartForStep(stepMm, magnification, 'lens')) < 1e-6;
      }),
    );
  });

  test('“overlap 20 %” of a moving lens is 16 % at m = 0.05, and a gap at 0.25', () => {
    const overlapOf = (magnification: number, mover: 'lens' | 'back') =>
      geometryOf(pair(28.8, magnification, mover)).laid?.leastOverlap ?? NaN;
    expect(overlapOf(0.05, 'back')).toBeCloseTo(0.2, 9);
    expect(overlapOf(0.05, 'lens')).toBeCloseTo(0.16, 6);
    expect(overlapOf(0.25, 'lens')).toBe(0);
    expect(evaluate('overlap', geometryOf(pair(28.8, 0.05, 'lens')))?.state).toBe('fails');
    expect(evaluate('overlap', geometryOf(pair(28.8, 0.05, 'back')))?.state).toBe('passes');
    // And as the calculator says it.
    expect(overlapAt(apartForStep(28.8, 0.05, 'lens'), 36)).toBeCloseTo(0.16, 9);
  });

  test('the joined picture is wider by as much, in pixels too', () => {
    const wide = (mover: 'lens' | 'back') => mosaicGiven(geometryOf(pair(20, 0.1, mover)));
    expect(wide('back')?.widthMm).toBeCloseTo(56, 6);
    expect(wide('lens')?.widthMm).toBeCloseTo(58, 6);
    expect(wide('lens')?.pixels?.columns).toBe(Math.round((58 * 8256) / 36));
  });

  test('the circle moves with the lens: there the frames lie where the slides stand', () => {
    const { laid } = geometryOf(pair(10, 0.25, 'lens'));
    expect(laid?.inCircle[1]).toMatchObject({ left: -8, right: 28 });
    expect(laid?.rects[1]).toMatchObject({ left: -5.5, right: 30.5 });
  });

  test('a place in the picture is set and read back, stops of the back included', () => {
    fc.assert(
      fc.property(evenly(-30, 30), evenly(-12, 12), evenly(0, 0.5), (shiftMm, riseMm, magnification) => {
        const slides = {
          ...slidesOf(setup().rig, 'lens', magnification),
          stopsMm: [-20, 0, 20],
          rig: { ...setup().rig, mechanism: { kind: 'unknown' as const } },
        };
        const there = picturePlace({ ...slides, stopsMm: [0] }, slidePlace({ ...slides, stopsMm: [0] }, { shiftMm, riseMm }));
        return Math.abs(there.shiftMm - shiftMm) < 1e-9 && Math.abs(there.riseMm - riseMm) < 1e-9;
      }),
    );
    expect(stepForApart(apartForStep(7, 0.3, 'lens'), 0.3, 'lens')).toBeCloseTo(7, 12);
    // A stop moves the back: 20 mm of it are 20 mm of picture, and only the rest of the way is stretched.
    const stitch = { ...slidesOf(setup().rig, 'lens', 0.25), stopsMm: [-20, 0, 20] };
    expect(picturePlace(stitch, { shiftMm: 24, riseMm: 0 }).shiftMm).toBeCloseTo(25, 9);
  });

  test('a layout that is proposed has the overlap that was asked, as it is set', () => {
    for (const magnification of [0.02, 0.1, 0.3]) {
      const settings = setup({
        focusM: (24 * (1 + 1 / magnification)) / 1000,
        scene: frontScene((24 * (1 + 1 / magnification)) / 1000, 1.6),
      });
      const geometry = geometryOf(settings);
      const found = proposals(geometry, { for: 'count', columns: 2, rows: 1 }, 0.25).fewest;
      if (!found) throw new Error('none');
      const { frames, orientation } = found.layout;
      const laid = freshGeometry({ ...settings, orientation, mosaic: { ...FIRST_MOSAIC, frames, mover: 'lens' } }).laid;
      expect(laid?.leastOverlap).toBeGreaterThanOrEqual(0.25 - 1e-9);
      expect(found.overlap).toBeCloseTo(laid?.leastOverlap ?? NaN, 9);
    }
  });

  test('everything that the circle holds is found although the picture is larger than the way of the lens', () => {
    // At life size a picture is twice as wide as the way of the lens.
    const magnification = 1;
    const focusM = (24 * (1 + 1 / magnification)) / 1000;
    const base = setup({ focusM, fNumber: 11 });
    const rig = { ...base.rig, mechanism: { kind: 'box' as const, riseMm: 30, fallMm: 30, leftMm: 30, rightMm: 30 } };
    const most = (mover: 'lens' | 'back') =>
      proposals(geometryOf({ ...base, rig, mosaic: { ...FIRST_MOSAIC, frames: [at(0)], mover } }), { for: 'everything' }, 0.2).most;
    const [lens, back] = [most('lens'), most('back')];
    // The lens goes as far as the back may, and its picture is wider by the magnification.
    expect((lens?.widthMm ?? 0) * (lens?.heightMm ?? 0)).toBeGreaterThan((back?.widthMm ?? 0) * (back?.heightMm ?? 0) * 1.4);
    expect(lens?.covered).toBe(true);
  });

  test('a coarse scale does not cut a subject by more than the room that was left around it', () => {
    let found = 0;
    for (let distanceM = 8; distanceM <= 30; distanceM += 1) {
      const settings = setup({ focusM: distanceM, scene: frontScene(distanceM, 1.6) });
      const { parts } = settings.rig;
      const lens = { ...parts.lens, specs: { ...parts.lens.specs, slides: 'box' as const, shiftStepMm: 6 } };
      const mechanism = { kind: 'box' as const, riseMm: 40, fallMm: 40, leftMm: 40, rightMm: 40 };
      const circle = { imageCircleMm: 150, sharpCircles: [] };
      const rig = { ...settings.rig, mechanism, parts: { ...parts, lens }, lens: { ...settings.rig.lens, circle } };
      const answer = proposals(geometryOf({ ...settings, rig }), { for: 'subject' }, 0.1).fewest;
      if (!answer) continue;
      found++;
      const { frames, orientation } = answer.layout;
      const mosaic = { ...FIRST_MOSAIC, frames, leastOverlap: 0.1 };
      expect(evaluate('inFrame', geometryOf({ ...settings, rig, orientation, mosaic }))?.state).not.toBe('fails');
    }
    expect(found).toBeGreaterThan(10);
  });

  test('a frame that the nearest stop does not reach is set from another one', () => {
    const rig = { ...setup().rig, mechanism: { kind: 'box' as const, riseMm: 10, fallMm: 10, leftMm: 0, rightMm: 30 } };
    const slides = { ...slidesOf(rig, 'lens', 0.25), stopsMm: [0, 20] };
    // 5 mm to the left of the stop at 20 the slide cannot go: 15 mm of it from the stop at 0.
    expect(picturePlace(slides, { shiftMm: 15, riseMm: 0 }).shiftMm).toBeCloseTo(15 * 1.25, 9);
    expect(picturePlace(slides, { shiftMm: 24, riseMm: 0 }).shiftMm).toBeCloseTo(20 + 4 * 1.25, 9);
  });
});
