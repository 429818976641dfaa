import { BEAT_MS, onBeat } from './beat';

const ran: string[] = [];
beforeEach(() => {
  ran.length = 0;
  jest.useFakeTimers();
});
afterEach(() => jest.useRealTimers());

test('what is due about the same time runs on one beat, and not before the beat nearest to its time', () => {
  const set = jest.spyOn(globalThis, 'setTimeout');
  for (let i = 0; i < 5; i++) onBeat(2 * BEAT_MS + i, () => ran.push(`${i} at ${performance.now() - begun}`));
  const begun = performance.now();
  jest.advanceTimersByTime(BEAT_MS);
  expect(ran).toEqual([]);
  jest.advanceTimersByTime(3 * BEAT_MS);
  expect(new Set(ran.map((each) => each.split(' at ')[1])).size).toBe(1);
  expect(ran).toHaveLength(5);
  // One timer for each beat, however many wait.
  expect(set.mock.calls.length).toBeLessThan(5);
});

test('what is put off no more does not run, and no timer goes on for nothing', () => {
  const off = onBeat(BEAT_MS, () => ran.push('never'));
  off();
  jest.advanceTimersByTime(10 * BEAT_MS);
  expect(ran).toEqual([]);
  expect(jest.getTimerCount()).toBe(0);
});
