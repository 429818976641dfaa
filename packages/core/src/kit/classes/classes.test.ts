import { contradictionsIn, KIND_NAMES, specsOf, valueOf } from '../item';
import { itemOfClass } from './class';
import { classesOf, CLASSES } from './registry';

const each = Object.entries(CLASSES);

describe('classes of equipment', () => {
  test.each(each)('%s stands under its own id, and its values are allowed', (key, { id, kind, specs }) => {
    expect(id).toBe(key);
    const item = itemOfClass(CLASSES[key as keyof typeof CLASSES] as (typeof CLASSES)['smallBody'], 'x');
    expect(contradictionsIn(kind, item.specs)).toEqual([]);
    for (const [name, spec] of specsOf(kind)) {
      const value = valueOf(item, name);
      if (spec.type === 'number' && typeof value === 'number') {
        expect([id, name, value >= spec.min && value <= spec.max]).toEqual([id, name, true]);
      }
      if (spec.type === 'choice' && value !== null) expect(Object.keys(spec.choices)).toContain(value);
    }
    expect([...item.typical].sort()).toEqual(Object.keys(specs).sort());
  });

  test('every class of a kind is listed with it', () => {
    expect(KIND_NAMES.flatMap((kind) => classesOf(kind)).length).toBe(each.length);
  });

  test('normal lenses are about as long as the diagonal of what they are normal for, and their circles cover it', () => {
    // Common practice: 150 mm for 4 × 5 in, 80 mm for 6 × 6, whose frame is about 56 mm square.
    for (const [lens, diagonal] of [
      [CLASSES.fieldNormal, Math.hypot(CLASSES.sheet45.specs.widthMm ?? 0, CLASSES.sheet45.specs.heightMm ?? 0)],
      [CLASSES.mediumNormal, Math.hypot(56, 56)],
    ] as const) {
      expect((lens.specs.focalMm ?? 0) / diagonal).toBeGreaterThan(0.9);
      expect((lens.specs.focalMm ?? 0) / diagonal).toBeLessThan(1.1);
      expect(lens.specs.imageCircleMm ?? 0).toBeGreaterThanOrEqual(diagonal);
    }
  });

  test('circles of field lenses follow their construction: about 100° for a wide, 70° for a normal', () => {
    // Field angles of wide-field and of ordinary symmetrical lenses, from memory of handbook tables.
    const fieldDeg = (focalMm = 0, circleMm = 0): number => (2 * Math.atan(circleMm / 2 / focalMm) * 180) / Math.PI;
    expect(fieldDeg(90, CLASSES.fieldWide.specs.imageCircleMm ?? 0)).toBeCloseTo(100, 0);
    for (const lens of [CLASSES.fieldNormal, CLASSES.fieldLong])
      expect(fieldDeg(lens.specs.focalMm ?? 0, lens.specs.imageCircleMm ?? 0)).toBeCloseTo(70, 0);
  });

  test('shift lenses for small formats tilt about 8° and shift about 12 mm, and hold the frame there along its long side', () => {
    // Common practice.
    for (const lens of [CLASSES.shiftWide, CLASSES.shiftNormal, CLASSES.shiftLong]) {
      expect(lens.specs.tiltDeg).toBe(8);
      expect(lens.specs.travelMm).toBe(12);
      expect(lens.specs.imageCircleMm ?? 0).toBeGreaterThan(2 * Math.hypot(18 + 12, 12));
    }
  });
});
