import { itemOf, contradictionsIn } from '../kit/item';
import { measuredLight, type LightSpecs } from './light';
import { withMeasuredLight } from './measuredSpecs';
import { randomLight, wallSeries } from './walls.test-support';

const LENS = itemOf('lens', 'l1', '24 mm', {
  focalMm: 24,
  widestFNumber: 4,
  smallestFNumber: 22,
  imageCircleMm: 80,
  imageCircleEvidence: 'table',
  sharpCircles: [
    { fNumber: 8, diameterMm: 50, evidence: 'measured' },
    { fNumber: 16, diameterMm: 78, evidence: 'table' },
  ],
});
const MEASURED: LightSpecs = {
  imageCircleMm: 66.4,
  heightsMm: [10, 20, 30],
  falloffWideStops: [0.2, 0.9, 2.5],
  falloffStoppedStops: [0.1, 0.5, 1.4],
  falloffStoppedFNumber: 8,
};

test('the lens has what was measured, and its circle as measured', () => {
  const { specs } = withMeasuredLight(LENS, MEASURED);
  expect(specs).toMatchObject({ ...MEASURED, imageCircleEvidence: 'measured', focalMm: 24 });
  expect(contradictionsIn('lens', specs)).toEqual([]);
});

test('a sharp circle does not end beyond the image circle', () => {
  expect(withMeasuredLight(LENS, MEASURED).specs.sharpCircles.map(({ diameterMm }) => diameterMm)).toEqual([50, 66.4]);
});

test('an image circle that no frame showed stays, and how it is known', () => {
  const { specs } = withMeasuredLight(LENS, { ...MEASURED, imageCircleMm: null });
  expect(specs.imageCircleMm).toBe(80);
  expect(specs.imageCircleEvidence).toBe('table');
  expect(specs.falloffWideStops).toEqual([0.2, 0.9, 2.5]);
});

test('tables of other tests go over to the new heights', () => {
  const lens = { ...LENS, specs: { ...LENS.specs, heightsMm: [15, 30], distortionPercent: [-0.5, -2], sagittalSagMm: [] } };
  const { specs } = withMeasuredLight(lens, MEASURED);
  expect(specs.distortionPercent[0]).toBeCloseTo(-1 / 3, 9);
  expect(specs.distortionPercent[1]).toBeCloseTo(-1, 9);
  expect(specs.distortionPercent[2]).toBeCloseTo(-2, 9);
  expect(specs.sagittalSagMm).toEqual([]);
  expect(contradictionsIn('lens', specs)).toEqual([]);
});

test('what was typical is now this lens’s own; what was not measured stays typical', () => {
  const lens = { ...LENS, typical: ['imageCircleMm', 'falloffWideStops', 'pupilRatio'] };
  expect(withMeasuredLight(lens, MEASURED).typical).toEqual(['pupilRatio']);
  expect(withMeasuredLight(lens, { ...MEASURED, imageCircleMm: null }).typical).toEqual(['imageCircleMm', 'pupilRatio']);
});

test('whatever a test gives, the lens of the kit does not contradict itself', () => {
  for (let seed = 1; seed <= 6; seed++) {
    const light = randomLight(seed);
    const { specs } = measuredLight(wallSeries(light, [4, 8, 16], seed), 0);
    if (!specs) throw new Error('nothing was measured');
    expect(contradictionsIn('lens', withMeasuredLight(LENS, specs).specs)).toEqual([]);
  }
});
