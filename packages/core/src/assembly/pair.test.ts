import { pairOf, type Patch } from './pair';

const unlike = (x: number): Patch => ({
  at: { x, y: 0 },
  detailed: true,
  measured: { offset: { x: 0, y: 0 }, knows: [1, 0, 1], alike: 0.2, lightRatio: 1 },
});
const blank = (x: number): Patch => ({ at: { x, y: 0 }, detailed: false, measured: null });
const places = (count: number): readonly number[] => Array.from({ length: count }, (_, i) => 300 * i);

describe('an overlap in which no patch is alike', () => {
  test('is a disagreement from four detailed patches on, and from half of all', () => {
    const of = (detailed: number, all: number) =>
      pairOf([...places(detailed).map(unlike), ...places(all - detailed).map(blank)], { x: 1, y: 0 });
    expect(of(3, 3).state).toBe('nothing');
    expect(of(4, 4).state).toBe('disagrees');
    // Four of nine are fewer than half: they prove nothing.
    expect(of(4, 9).state).toBe('nothing');
    expect(of(5, 9).state).toBe('disagrees');
    expect(of(4, 4)).toMatchObject({ looked: 4, detailed: 4, agreeing: 0, offset: null });
  });
});
