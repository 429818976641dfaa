import { listed } from './list';
import { say } from './say';
import { unitLabel } from './unit';

describe('messages', () => {
  test('take what is put in as it is, braces and all', () => {
    expect(say('{name} is missing', { name: '{odd} ’quoted’ <b>' })).toBe('{odd} ’quoted’ <b> is missing');
  });

  test('choose by what is put in', () => {
    const where = '{side, select, upper {above} other {below}} the frame';
    expect([say(where, { side: 'upper' }), say(where, { side: 'lower' })]).toEqual(['above the frame', 'below the frame']);
  });

  test('refuse a value that is missing, when the program runs and when it is compiled', () => {
    // @ts-expect-error -- the placeholder has no value
    expect(() => say('{name} is missing', {})).toThrow(/name/);
    // @ts-expect-error -- a placeholder within a branch has no value
    expect(() => say('{n, plural, one {# shot of {job}} other {# shots of {job}}}', { n: 1 })).toThrow(/job/);
  });

  test('keep a small number whole and a long one ungrouped', () => {
    expect(say('{value}', { value: 0.00001 })).toBe('0.00001');
    expect(say('{n, plural, one {# pixel} other {# pixels}}', { n: 120_000 })).toBe('120000 pixels');
  });

  test.each([
    [[], ''],
    [['rise'], 'rise'],
    [['rise', 'shift'], 'rise and shift'],
    [['rise', 'shift', 'tilt'], 'rise, shift and tilt'],
  ])('list %j as a sentence does', (parts, sentence) => expect(listed(parts)).toBe(sentence));

  test('list alternatives with “or”', () => expect(listed(['png', 'tiff'], 'disjunction')).toBe('png or tiff'));

  test('leave a unit that is a sign as it is', () => {
    expect(['mm', '°', 'stops', 'toString'].map(unitLabel)).toEqual(['mm', '°', 'stops', 'toString']);
  });
});
