import { geometryOf } from '@gangway/core/geometry/geometry';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { shotOf } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';
import { cellDraft, cellWords, COLUMNS, holds, momentWords, withCell, type LogKey } from './columns';

const demo = DEMO_SETUPS[0];
if (!demo) throw new Error('no demo');
const shot: Shot = {
  ...shotOf(geometryOf(demo.settings), demo.name, { frame: null, bracket: null }, null),
  id: '0f1c2a52-0e55-4d62-9f0e-0b9a1d1c7a02',
  setupId: '3f1c2a52-0e55-4d62-9f0e-0b9a1d1c7a01',
  at: '2026-10-25T00:30:00.000Z',
};
const column = (key: LogKey) => {
  const found = COLUMNS.find((each) => each.key === key);
  if (!found) throw new Error(key);
  return found;
};

describe('cells of the log', () => {
  test('what is shown and typed again changes nothing, in any column and zone, the hour that comes twice aside', () => {
    for (const zone of ['UTC', 'Europe/London', 'Asia/Kolkata', 'America/St_Johns'])
      for (const at of ['2026-06-01T12:00:07.000Z', '2026-03-29T02:30:00.000Z', '2026-10-25T12:00:00.000Z'])
        for (const each of COLUMNS)
          expect([each.key, withCell({ ...shot, at }, each, cellDraft({ ...shot, at }, each, zone), zone)]).toEqual([
            each.key,
            { ...shot, at },
          ]);
  });

  test('what is typed is taken in its own words', () => {
    const typed = (key: LogKey, words: string) => {
      const next = withCell(shot, column(key), words, 'UTC');
      return typeof next === 'string' ? next : next[key];
    };
    expect(typed('shutterSpeedS', '1/60')).toBe(1 / 60);
    expect(typed('focusM', '∞')).toBeNull();
    expect(typed('riseMm', '−3,5')).toBe(-3.5);
    expect(typed('iso', '')).toBeNull();
    expect(typed('remarks', 'a, "b"')).toBe('a, "b"');
    expect(typed('rating', '6')).toBe('Rating must be a number from 0 to 5.');
    expect(typed('fNumber', 'eight')).toMatch(/^f\/: “eight” is not a number/);
    expect(typed('fNumber', '')).toMatch(/Aperture/);
    expect(typed('orientation', 'sideways')).toMatch(/landscape or portrait/);
    expect(typed('at', 'noon')).toMatch(/is not a time/);
    expect(typed('at', '2026-02-30 10:00')).toMatch(/is not a time|2026-03-02/);
  });

  test('times stand on the clocks of the place', () => {
    expect(momentWords(shot.at, 'Europe/London')).toBe('2026-10-25 01:30:00');
    expect(cellWords(shot, column('at'), 'UTC')).toBe('2026-10-25 00:30:00');
  });

  test('it is found by any of its words', () => {
    expect(holds(shot, 'hydraulic f', 'UTC')).toBe(true);
    expect(holds(shot, 'hydraulic gulls', 'UTC')).toBe(false);
  });
});
