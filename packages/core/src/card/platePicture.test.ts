import { mosaicGeometry, front, quayPlate } from '../examples.test-support';
import { freshGeometry } from '../geometry/geometry';
import type { Plate } from '../model/plate';
import { printedPlate } from './platePicture';

const AT = { x: 9, y: 60 };
/** A level photograph of 400 × 300 px whose focal length is 300 px. */
const level: Plate = { ...quayPlate, equivalentMm: (300 * 43.2666) / 500, typed: { pitchDeg: 0, rollDeg: 0 } };
const marksOf = (printed: ReturnType<typeof printedPlate>) => ({
  lines: (printed?.marks ?? []).flatMap((mark) => (mark.kind === 'line' && !mark.white ? mark : [])),
  picture: (printed?.marks ?? []).find(({ kind }) => kind === 'picture'),
});

describe('the photograph of the place on a card', () => {
  test('has the frame where the lens draws it: 36 × 24 mm behind 35 mm, risen by 8 mm', () => {
    const geometry = freshGeometry({ ...front, plate: level });
    const printed = printedPlate(geometry, AT);
    const { lines, picture } = marksOf(printed);
    if (picture?.kind !== 'picture') throw new Error('no picture');
    // 300 px of focal length for v mm: from 200 − 18 · 300/v to 200 + 18 · 300/v, and 150 − 8 · 300/v ∓ 12 · 300/v.
    const perMm = 300 / geometry.imageMm;
    const pxMm = picture.w / 400;
    const [xs, ys] = [lines.flatMap(({ x1, x2 }) => [x1, x2]), lines.flatMap(({ y1, y2 }) => [y1, y2])];
    expect((Math.min(...xs) - picture.x) / pxMm).toBeCloseTo(200 - 18 * perMm, 2);
    expect((Math.max(...xs) - picture.x) / pxMm).toBeCloseTo(200 + 18 * perMm, 2);
    expect((Math.min(...ys) - picture.y) / pxMm).toBeCloseTo(150 - 20 * perMm, 2);
    expect((Math.max(...ys) - picture.y) / pxMm).toBeCloseTo(150 + 4 * perMm, 2);
    expect(printed?.words.join(' ')).toContain('8.0 mm of rise');
    // The frame goes on above the photograph: there is room for it in the box.
    expect(picture.y - AT.y).toBeCloseTo((20 * perMm - 150) * pxMm, 2);
  });

  test('has each frame of a mosaic', () => {
    const { lines } = marksOf(printedPlate(freshGeometry({ ...mosaicGeometry.settings, plate: level }), AT));
    const single = marksOf(printedPlate(freshGeometry({ ...front, plate: level }), AT)).lines;
    expect(lines.length).toBeGreaterThan(2.5 * single.length);
  });

  test('is outlined from elsewhere as far as the place is known, which it says, and is left out while it is not levelled', () => {
    const away = { ...level, from: { asideM: 0, distanceM: 20, cameraHeightM: 1.6 } };
    const printed = printedPlate(freshGeometry({ ...front, plate: away }), AT);
    expect(marksOf(printed).lines.length).toBeGreaterThan(8);
    expect(printed?.words.at(-1)).toMatch(/taken 4\.00 m away.*guess/u);
    expect(printedPlate(freshGeometry({ ...front, plate: { ...level, typed: null, uprights: [] } }), AT)).toBeNull();
    expect(printedPlate(freshGeometry(front), AT)).toBeNull();
  });
});
