import fc from 'fast-check';
import { chooseRegion, withFeet } from '@gangway/messages/language';
import { FOOT_M, lengthWords } from '@gangway/messages/length';
import { typedLength } from './typedLength';

describe('a typed length', () => {
  // The international foot is 0.3048 m and the inch 25.4 mm, exactly (international yard and pound agreement, 1959).
  test.each([
    ['3.8', 3.8],
    ['3,8 m', 3.8],
    ['380 cm', 3.8],
    ['3800 mm', 3.8],
    ['0.0038 km', 3.8],
    ['12 ft 6', 3.81],
    ['12 ft 6 in', 3.81],
    ['12 feet 6 inches', 3.81],
    ['12′ 6″', 3.81],
    ['12\' 6"', 3.81],
    ['12’ 6”', 3.81],
    ['12.5 ft', 3.81],
    ['12½ ft', 3.81],
    ['4 yd 6 in', 3.81],
    ['−2 m', -2],
    ['6 m 20 cm', 6.2],
  ])('%p is %p m', (text, m) => expect(typedLength(text, 'm')).toBeCloseTo(m, 9));

  test.each([
    ['½ in', 12.7],
    ['1/2 in', 12.7],
    ['6 1/2 in', 165.1],
    ['6½ in', 165.1],
    ['⅜"', 9.525],
    ['4 in', 101.6],
    ['1.2 cm', 12],
    ['11', 11],
    ['½', 0.5],
    ['+.5 cm', 5],
  ])('%p is %p mm', (text, mm) => expect(typedLength(text, 'mm')).toBeCloseTo(mm, 9));

  test.each(['', 'm', 'ft', '12 ft 6 ft', '6 in 12 ft', '12 m 6', '1 2 3', '3 furlongs', '1/0 in', '12 ft 6 in 3', '--2 m', 'NaN m'])(
    '%p is none',
    (text) => expect(typedLength(text, 'm')).toBeNull(),
  );

  test('feet and inches come back as they were written, in any length', () => {
    fc.assert(
      fc.property(fc.nat(500), fc.integer({ min: 0, max: 95 }), (feet, eighths) => {
        const m = feet * 0.3048 + (eighths / 8) * 0.0254;
        expect(typedLength(`${feet} ft ${eighths / 8} in`, 'm')).toBeCloseTo(m, 9);
        expect(typedLength(`${feet}′ ${Math.floor(eighths / 8)} ${eighths % 8}/8″`, 'mm')).toBeCloseTo(m * 1000, 6);
      }),
    );
  });

  test('in a field of feet a plain number is feet, and what is shown there is read back as what it was', () => {
    expect(typedLength('12', 'ft')).toBe(12);
    expect(typedLength('½', 'ft')).toBe(0.5);
    expect(typedLength('12 ft 6', 'ft')).toBeCloseTo(12.5, 9);
    expect(typedLength('3.048 m', 'ft')).toBeCloseTo(10, 9);
    chooseRegion(() => withFeet('en-GB'));
    try {
      for (const m of [0.05, 0.8, 1.6, 2.44, 3.81, 24, 75, 400]) {
        const back = (typedLength(lengthWords(m, 2), 'ft') ?? Number.NaN) * FOOT_M;
        expect(Math.abs(back - m)).toBeLessThan(m < 3 ? 0.0013 : 0.16);
      }
    } finally {
      chooseRegion(() => 'en-GB');
    }
  });

  test('no text breaks it', () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom(...Array.from('0123456789 .,/½¾′″\'"mcfti-−+')), maxLength: 14 }), (text) => {
        const read = typedLength(text, 'm');
        return read === null || !Number.isNaN(read);
      }),
      { numRuns: 2000 },
    );
  });
});
