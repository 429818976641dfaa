import { lightConclusion, lightFacts, type LightFact, type TestedLens } from './conclusions';
import { measuredLight } from './light';
import { simulatedCopy } from './simulatedWall';
import { wallFrame, wallSeries } from './walls.test-support';

const FRAME = { widthMm: 36, heightMm: 24 };
const only = <K extends LightFact['kind']>(facts: readonly LightFact[], kind: K) =>
  facts.find((each): each is Extract<LightFact, { kind: K }> => each.kind === kind);

describe('what a test of the light of a lens found', () => {
  const nominal = { focalMm: 24, imageCircleMm: 67.2, widestFNumber: 3.5 };
  const tested: TestedLens = { frame: FRAME, focalMm: 24, nominalCircleMm: 67.2 };
  const copy = simulatedCopy(nominal, 3);
  const facts = lightFacts(measuredLight(wallSeries(copy, [3.5, 5.6, 8, 11], 1), 0), tested);

  test('is what the invented copy has', () => {
    const circle = only(facts, 'circle');
    expect(circle?.diameterMm).toBeCloseTo(copy.imageCircleMm, 0);
    expect(Math.abs((circle?.diameterMm ?? 0) - copy.imageCircleMm)).toBeLessThan(0.01 * copy.imageCircleMm);
    expect(circle?.nominalMm).toBe(67.2);
    const corner = Math.hypot(18, 12);
    for (const { fNumber, stops } of facts.filter((each) => each.kind === 'corners'))
      expect(Math.abs(stops - copy.lostStops(corner, fNumber))).toBeLessThan(0.05);
    expect(only(facts, 'corners')?.lawStops).toBeCloseTo(-Math.log2(Math.cos(Math.atan(corner / 24)) ** 4), 9);
  });

  test('limits follow from the circle: √(R² − 12²) − 18 across, √(R² − 18²) − 12 up', () => {
    const [circle, limits] = [only(facts, 'circle'), only(facts, 'limits')];
    const radius = (circle?.diameterMm ?? 0) / 2;
    expect(limits?.shiftMm).toBeCloseTo(Math.sqrt(radius ** 2 - 144) - 18, 6);
    expect(limits?.riseMm).toBeCloseTo(Math.sqrt(radius ** 2 - 324) - 12, 6);
  });

  test('an edge that was not seen leaves the image circle unknown', () => {
    const centred = [4, 8].map((fNumber) => wallFrame(copy, { fNumber, seed: fNumber }));
    const bound = lightFacts(measuredLight(centred, 0), tested);
    expect(only(bound, 'circle')).toBeUndefined();
    expect(only(bound, 'limits')).toBeUndefined();
    expect(only(bound, 'circleUnknown')?.reachedMm).toBeCloseTo(Math.hypot(18, 12), -0.2);
  });

  test('an axis that is off is told, one that is where it should be is not; a cast only where it can be seen', () => {
    const plain = { ...copy, axisOffMm: [0, 0] as const, redder: () => 0, bluer: () => 0 };
    const good = lightFacts(measuredLight(wallSeries(plain, [4, 8], 2), 0), tested);
    expect(only(good, 'axis')).toBeUndefined();
    expect(only(good, 'cast')).toBeUndefined();
    const off = { ...plain, axisOffMm: [0.5, -0.3] as const, redder: (mm: number) => -0.3 * (mm / 30) ** 2 };
    const bad = lightFacts(measuredLight(wallSeries(off, [4, 8], 2), 0), tested);
    const axis = only(bad, 'axis');
    expect(axis?.shiftMm).toBeCloseTo(0.5, 0.9);
    expect(axis?.riseMm).toBeCloseTo(-0.3, 0.9);
    // Set so, opposite borders of the frame are equally light; with the scales at zero they are not.
    const uneven = (riseMm: number, shiftMm: number): number => {
      const { grid } = wallFrame(off, { riseMm, shiftMm, noise: 0, fNumber: 4 });
      const at = (column: number, row: number): number => grid.rgb[3 * (row * grid.columns + column) + 1] ?? 0;
      const [across, down] = [Math.floor(grid.columns / 2), Math.floor(grid.rows / 2)];
      return Math.abs(at(0, down) / at(grid.columns - 1, down) - 1) + Math.abs(at(across, 0) / at(across, grid.rows - 1) - 1);
    };
    expect(uneven(axis?.riseMm ?? 0, axis?.shiftMm ?? 0)).toBeLessThan(0.3 * uneven(0, 0));
    expect(only(bad, 'cast')).toMatchObject({ colour: 'cyan' });
  });

  test('nothing measured, nothing said', () => {
    expect(lightFacts(measuredLight([], 0), tested)).toEqual([]);
  });
});

describe('in words', () => {
  test.each<[LightFact, string]>([
    [
      { kind: 'circle', diameterMm: 62.44, doubtMm: 0.2, nominalMm: 67.2 },
      'Image circle 62.4 ± 0.2 mm, 4.8 mm smaller than in the kit (67.2 mm).',
    ],
    [{ kind: 'circle', diameterMm: 62.44, doubtMm: 0.02, nominalMm: null }, 'Image circle 62.4 ± 0.1 mm.'],
    [{ kind: 'circle', diameterMm: 60, doubtMm: 0.3, nominalMm: 60 }, 'Image circle 60.0 ± 0.3 mm, as in the kit.'],
    [
      { kind: 'circleUnknown', reachedMm: 69.8 },
      'Where the image circle ends is unknown: there is light up to 69.8 mm from the axis, and too few frames go past its edge, if any. The value in the kit stays as it is.',
    ],
    [{ kind: 'limits', shiftMm: 10.8, riseMm: 13.5 }, 'From the centre, a corner goes dark beyond 10.8 mm of shift or 13.5 mm of rise.'],
    [{ kind: 'limits', shiftMm: null, riseMm: null }, 'The image circle does not cover this frame even when centred.'],
    [
      { kind: 'corners', fNumber: 3.5, stops: 2.416, doubt: 0.004, lawStops: 1.712 },
      'At f/3.5 the corners of the centred frame lose 2.42 ± 0.01 stops; cos⁴ alone would take 1.71.',
    ],
    [
      { kind: 'corners', fNumber: 3.5, stops: 2.416, doubt: 0.02, lawStops: null },
      'At f/3.5 the corners of the centred frame lose 2.42 ± 0.02 stops.',
    ],
    [{ kind: 'clears', fNumber: 8 }, 'From f/8 on, stopping down no longer brightens the corners.'],
    [
      { kind: 'cast', colour: 'cyan', stops: 0.15, heightMm: 28 },
      'The light is 0.15 stops less red 28.0 mm from the axis than on it: use flat-field frames where colour matters.',
    ],
    [
      { kind: 'axis', shiftMm: -0.4, riseMm: 0.3, doubtMm: 0.05 },
      'The image circle is not centred at the zero of the scales, but at 0.3 mm of rise and 0.4 mm of shift to the left (± 0.1 mm).',
    ],
    [
      { kind: 'axis', shiftMm: 0.02, riseMm: -0.3, doubtMm: 0.2 },
      'The image circle is not centred at the zero of the scales, but at 0.3 mm of fall and no shift (± 0.2 mm).',
    ],
  ])('%j', (fact, sentence) => {
    expect(lightConclusion(fact).replaceAll('\u2009', ' ').replaceAll('\u00a0', ' ')).toBe(sentence);
  });
});
