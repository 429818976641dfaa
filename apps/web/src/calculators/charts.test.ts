import { calculatorNamed } from '@gangway/core/calculators/registry';
import { chartOf } from './charts';

const example = (name: string) => calculatorNamed(name)?.example ?? {};

describe('charts of the guide', () => {
  test.each(['depthOfField', 'diffraction', 'focusPlane'])('%s is drawn from the calculator itself, its present value marked', (name) => {
    const chart = chartOf(name, example(name));
    if (!chart) throw new Error('no chart');
    expect(chart.lines[0]?.points.length).toBeGreaterThan(20);
    expect(chart.lines.every(({ points }) => points.every(({ y }) => y === null || Number.isFinite(y)))).toBe(true);
    expect(Object.values(example(name))).toContain(chart.at);
  });

  test('the hinge comes nearer with more tilt, and the far end leaves for infinity with smaller openings', () => {
    const hinge = chartOf('focusPlane', example('focusPlane'))?.lines[0]?.points.map(({ y }) => y ?? 0) ?? [];
    expect([...hinge].sort((a, b) => b - a)).toEqual(hinge);
    const far = chartOf('depthOfField', example('depthOfField'))?.lines[1]?.points ?? [];
    expect(far[0]?.y).not.toBeNull();
    expect(far[far.length - 1]?.y).toBeNull();
  });

  test('contrast across an edge begins at one, falls, and is one half where the calculator says', () => {
    const chart = chartOf('edgeSharpness', example('edgeSharpness'));
    if (!chart) throw new Error('no chart');
    const contrast = chart.lines[0]?.points.map(({ y }) => y ?? NaN) ?? [];
    expect(contrast[0]).toBeCloseTo(1, 6);
    expect(contrast.slice(0, 40).toSorted((a, b) => b - a)).toEqual(contrast.slice(0, 40));
    expect(contrast[Math.floor(100 * chart.at)]).toBeGreaterThan(0.5);
    expect(contrast[Math.ceil(100 * chart.at)]).toBeLessThan(0.5);
    expect(chartOf('edgeSharpness', { rows: [[1, 2]] })).toBeNull();
  });

  test('there is none where none helps, or where nothing can be answered', () => {
    expect(chartOf('pinwheel', example('pinwheel'))).toBeNull();
    expect(chartOf('depthOfField', { ...example('depthOfField'), focalMm: -1 })).toBeNull();
  });
});
