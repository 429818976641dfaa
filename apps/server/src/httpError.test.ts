import { databaseIsAway } from './httpError';

const coded = (code: string) => Object.assign(new Error(code), { code });

describe('telling an absent database from other trouble', () => {
  test.each(['ECONNREFUSED', 'ECONNRESET', '57P01', '57P03', '08006', '53300'])('%s is absence', (code) => {
    expect(databaseIsAway(coded(code))).toBe(true);
    expect(databaseIsAway(new Error('wrapped', { cause: coded(code) }))).toBe(true);
    expect(databaseIsAway(new AggregateError([new Error('x'), coded(code)]))).toBe(true);
  });

  test.each(['ENOENT', '23505', '42P01', '22P02'])('%s is not', (code) => expect(databaseIsAway(coded(code))).toBe(false));

  test('the pool’s own words count, a mere string or nothing does not', () => {
    expect(databaseIsAway(new Error('Connection terminated unexpectedly'))).toBe(true);
    expect(databaseIsAway(new Error('timeout exceeded when trying to connect'))).toBe(true);
    expect(databaseIsAway('ECONNREFUSED')).toBe(false);
    expect(databaseIsAway(null)).toBe(false);
  });
});
