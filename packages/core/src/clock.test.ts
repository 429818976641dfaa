import { clockTime } from './clock';

// Offsets of the IANA time zone database.
describe('a moment on the clocks of a zone', () => {
  test.each([
    ['2026-11-25T10:30:15.900Z', 'UTC', '2026-11-25', '10:30:15', 0],
    ['2026-07-01T23:30:00Z', 'Europe/London', '2026-07-02', '00:30:00', 1],
    ['2026-01-01T02:00:00Z', 'America/New_York', '2025-12-31', '21:00:00', -5],
    ['2026-01-01T00:00:00Z', 'Asia/Kolkata', '2026-01-01', '05:30:00', 5.5],
  ])('%s in %s', (at, zone, date, time, hours) => {
    expect(clockTime(new Date(at), zone)).toEqual({ date, time, aheadMs: hours * 3_600_000 });
  });

  test('a zone that there is not is refused', () => {
    expect(() => clockTime(new Date(0), 'Nowhere/Land')).toThrow(RangeError);
  });
});
