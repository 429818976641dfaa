import fc from 'fast-check';
import { front, mosaicGeometry, quayPlate } from '../examples.test-support';
import { evenly } from '../evenly.test-support';
import { freshGeometry } from '../geometry/geometry';
import type { Plate } from '../model/plate';
import { minus } from '../space/vector';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { framesOfSetup, pixelOfPoint, plateInView, pointUnder } from './inView';

const placed: Plate = { ...quayPlate, typed: { pitchDeg: 4, rollDeg: 1 }, from: { asideM: 1, distanceM: 20, cameraHeightM: 1.6 } };
const scene =
  front.scene ??
  (() => {
    throw new Error('the front has no scene');
  })();
const at = (change: Partial<typeof scene>) =>
  freshGeometry({ ...front, plate: placed, scene: { ...scene, asideM: 1, distanceM: 20, cameraHeightM: 1.6, ...change } });

describe('a photograph in view', () => {
  test('is seen from where the camera stands, as far as that makes no difference', () => {
    expect(plateInView(at({}))?.awayM).toBe(0);
    expect(plateInView(at({ distanceM: 20.04 }))?.awayM).toBe(0);
    expect(plateInView(at({ distanceM: 23, asideM: 5 }))?.awayM).toBeCloseTo(5, 9);
    expect(plateInView(freshGeometry({ ...front, plate: { ...placed, typed: null, uprights: [] } }))).toBeNull();
    expect(plateInView(freshGeometry({ ...front, plate: null }))).toBeNull();
  });

  test('knows the front of a front, the ground where it is open, and nothing in a room', () => {
    expect(plateInView(at({}))?.place).toMatchObject({ plateAt: [1, 1.6, -20], ground: true, front: { kind: 'front' } });
    expect(plateInView(at({ subject: FIRST_SUBJECTS.ground }))?.place).toMatchObject({ ground: true, front: null });
    expect(plateInView(at({ subject: FIRST_SUBJECTS.interior }))?.place).toMatchObject({ ground: false, front: null });
    expect(plateInView(freshGeometry({ ...front, plate: { ...placed, from: null } }))?.place).toBeNull();
  });

  test('point → pixel → point is the identity on what is known, and elsewhere there is no point', () => {
    const seen = plateInView(at({}));
    if (!seen) throw new Error('no plate');
    fc.assert(
      fc.property(evenly(-5.9, 5.9), evenly(0.1, 8.9), fc.boolean(), (x, y, onGround) => {
        const point = onGround ? ([x, 0, -2 - y] as const) : ([x, y, 0] as const);
        const pixel = pixelOfPoint(seen, point);
        const again = pixel && pointUnder(seen, pixel);
        point.forEach((m, i) => expect(again?.[i as 0]).toBeCloseTo(m, 6));
      }),
    );
    // Above the roof.
    const sky = pixelOfPoint(seen, [0, 12, 0]);
    expect(sky && pointUnder(seen, sky)).toBeNull();
    expect(pixelOfPoint(seen, [0, 1, -40])).toBeNull();
    const unplaced = { ...seen, place: null };
    expect([pointUnder(unplaced, [200, 150]), pixelOfPoint(unplaced, [0, 1, 0])]).toEqual([null, null]);
  });

  test('has one frame of a setup, or each of its mosaic by its number', () => {
    const seen = plateInView(at({}));
    if (!seen) throw new Error('no plate');
    expect(framesOfSetup(at({}), seen).map(({ n }) => n)).toEqual([null]);
    expect(framesOfSetup(mosaicGeometry, seen).map(({ n }) => n)).toEqual([1, 2, 3]);
    // Shifted to the right, a frame shows more at the right.
    const lefts = framesOfSetup(mosaicGeometry, seen).map(({ outline }) => Math.min(...outline.map(([u]) => u)));
    expect([...lefts].sort((a, b) => a - b)).toEqual(lefts);
    // Risen, it shows more above.
    const { mosaic } = mosaicGeometry.settings;
    const frames = [-6, 0, 6].map((riseMm) => ({ riseMm, shiftMm: 0, turned: false }));
    const column = freshGeometry({ ...mosaicGeometry.settings, mosaic: mosaic && { ...mosaic, frames } });
    const tops = framesOfSetup(column, seen).map(({ outline }) => Math.min(...outline.map(([, v]) => v)));
    expect(new Set(tops).size).toBe(3);
    expect([...tops].sort((a, b) => b - a)).toEqual(tops);
  });

  test('has the frame of a camera that stands elsewhere where the photograph shows what that frame shows: rays met with the front and the ground by hand', () => {
    const geometry = freshGeometry({ ...at({ distanceM: 14, asideM: 2 }).settings, movements: { riseMm: -2, shiftMm: 0 } });
    const seen = plateInView(geometry);
    const [frame] = seen ? framesOfSetup(geometry, seen) : [];
    if (!seen || !frame || !geometry.back) throw new Error('no plate');
    const { back, imageMm, position } = geometry;
    let [onFront, onGround] = [0, 0];
    for (const pixel of frame.outline) {
      const point = pointUnder(seen, pixel);
      if (!point) continue;
      if (Math.abs(point[2]) < 1e-6) onFront++;
      else onGround++;
      // What lies there is drawn at the edge of the frame, by projection from where the camera stands.
      const [x, y, z] = minus(point, back.at);
      const xMm = (imageMm * x) / z - position.shiftMm;
      const yMm = (imageMm * y) / z - position.riseMm;
      const { widthMm, heightMm } = geometry.frame;
      expect(Math.max(Math.abs(xMm) - widthMm / 2, Math.abs(yMm) - heightMm / 2)).toBeCloseTo(0, 6);
    }
    expect(onFront).toBeGreaterThan(3);
    expect(onGround).toBeGreaterThan(3);
    expect(frame.guessed).toBe(true);
    // From where it was taken nothing is a guess.
    const here = plateInView(at({}));
    expect(here && framesOfSetup(at({}), here)[0]?.guessed).toBe(false);
  });
});
