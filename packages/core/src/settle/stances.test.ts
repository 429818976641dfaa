import { frontScene, setup } from '../setup/fixtures.test-support';
import type { Scene } from '../model/scene';
import { distances, otherAsides, otherHeights } from './stances';

const seen = (changes: Partial<Scene>) => setup({ scene: { ...frontScene(20, 1.6), ...changes } });
const heights = (changes: Partial<Scene>) => [...otherHeights(seen(changes))].map(({ placing }) => placing?.cameraHeightM ?? NaN);
const asides = (changes: Partial<Scene>) => [...otherAsides(seen(changes))].map(({ placing }) => placing?.asideM ?? NaN);

describe('where else the camera could stand', () => {
  test('heights go out from the present one, lower and higher, and never below the ground', () => {
    const found = heights({ cameraHeightM: 2 });
    expect(found.slice(0, 4)).toEqual([1.9, 2.1, 1.8, 2.2]);
    expect(Math.min(...found)).toBeCloseTo(0.2, 9);
    expect(Math.max(...found)).toBe(4);
    // By shares there is no way from the ground itself, or from below it.
    expect(heights({ cameraHeightM: 0 })).toEqual([]);
    expect(heights({ cameraHeightM: -1 })).toEqual([]);
    expect([...otherHeights(setup({ scene: null }))]).toEqual([]);
  });

  test('beside, the middle comes first, then as far to the right as to the left, farther and farther', () => {
    expect(asides({ asideM: 3 }).slice(0, 3)).toEqual([0, 3.4, 2.6]);
    const fromMiddle = asides({ asideM: 0 });
    expect(fromMiddle.slice(0, 4)).toEqual([0.4, -0.4, 1, -1]);
    expect(fromMiddle.reduce((sum, each) => sum + each, 0)).toBeCloseTo(0, 9);
    expect([...otherAsides(setup({ scene: null }))]).toEqual([]);
  });

  test('distances go out from the present one, as far as the room lets the tripod stand, and as near as the lens focuses at all', () => {
    const [farther, nearer] = (['farther', 'nearer'] as const).map((way) => [...distances(seen({ roomM: 24 }), way)]);
    expect(farther?.every((each, i, all) => each > (i === 0 ? 20 : (all[i - 1] ?? 0)) && each <= 24)).toBe(true);
    expect(nearer?.every((each, i, all) => each < (i === 0 ? 20 : (all[i - 1] ?? 0)) && each > 0.024)).toBe(true);
    expect(farther?.length).toBeGreaterThan(1);
    expect(nearer?.length).toBeGreaterThan(10);
    // The farthest is where the legs just stand.
    expect(Math.max(...(farther ?? []))).toBeLessThan(24);
    expect(Math.max(...(farther ?? []))).toBeGreaterThan(23);
    // Where the present place has no room, the nearest that has is the first.
    expect([...distances(seen({ roomM: 12 }), 'nearer')][0]).toBeLessThan(12);
    expect([...distances(setup({ scene: null }), 'nearer')]).toEqual([]);
  });
});
