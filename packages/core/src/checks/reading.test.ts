import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { evaluateWithFixes, checkSentence } from './evaluate';
import { anySetup, setup } from '../setup/fixtures.test-support';
import { circleReading } from './reading';
import { mechanismWords } from '../rig/mechanismWords';

describe('the Circle in words', () => {
  test('says frame, circles, values, end stops and every check', () => {
    const settings = setup({ movements: { riseMm: 9, shiftMm: -2 }, orientation: 'portrait' });
    const words = circleReading(geometryOf(settings));
    expect(words).toContain(
      'Frame 24.0 by 36.0 mm, portrait, 43.3 mm across the corners, with 9.0 mm of rise and 2.0 mm of shift to the left.',
    );
    expect(words).toContain('Image circle 67.0 mm. Sharp circle at f/8 60.0 mm.');
    expect(words).toContain('54.0 mm at f/3.5, 60.0 mm at f/8, 64.0 mm at f/11');
    expect(words).toContain('ends 12.0 mm from the centre in every direction');
    for (const check of evaluateWithFixes(geometryOf(settings))) expect(words).toContain(checkSentence(check));
  });

  test('what is unknown is said to be, whatever the setup', () => {
    const base = setup();
    const blank = {
      ...base,
      rig: {
        ...base.rig,
        mechanism: { kind: 'unknown' as const },
        lens: { ...base.rig.lens, circle: { imageCircleMm: null, sharpCircles: [] } },
      },
    };
    expect(circleReading(geometryOf(blank))).toMatch(/Image circle unknown\. Sharp circle unknown\. The travel of the slides is unknown\./);
    fc.assert(fc.property(anySetup, (settings) => !/NaN|undefined|null|Infinity/u.test(circleReading(geometryOf(settings)))));
  });

  test.each([
    [{ kind: 'box' as const, riseMm: 40, fallMm: 25, leftMm: 20, rightMm: 20 }, /40\.0 mm of rise, 25\.0 mm of fall/],
    [{ kind: 'line' as const, angleDeg: 30, forwardMm: 8, backMm: 6 }, /locked at 30\.0° and ends 8\.0 mm forward and 6\.0 mm back/],
    [{ kind: 'fixed' as const }, /no movements/],
  ])('a mechanism says its ends', (mechanism, words) => expect(mechanismWords(mechanism)).toMatch(words));
});
