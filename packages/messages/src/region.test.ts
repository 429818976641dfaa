import fc from 'fast-check';
import { timeOfDay, writtenDay } from './date';
import { chooseRegion, onLetter, supportedRegion } from './language';
import { decimalSign, fixedNumber } from './number';
import { say } from './say';

const inRegion = <T>(region: string, ask: () => T): T => {
  chooseRegion(() => region);
  try {
    return ask();
  } finally {
    chooseRegion(() => 'en-GB');
  }
};

// What a decimal sign is in a region, and how days and times are written there, is from the Unicode CLDR as ICU ships it.
describe('numbers and dates by region', () => {
  test.each([
    ['en-GB', '12.5', '−0.4', '12345.7'],
    ['de-DE', '12,5', '−0,4', '12345,7'],
    ['fr-FR', '12,5', '−0,4', '12345,7'],
    ['de-CH', '12.5', '−0.4', '12345.7'],
    ['ar-EG', '12.5', '−0.4', '12345.7'],
  ])('%s writes its own decimal sign, western digits and no groups', (region, ...given) => {
    let written: readonly string[] = given;
    if (region === 'ar-EG') written = ['12٫5', '−0٫4', '12345٫7'].map((text) => text.replace('٫', inRegion(region, decimalSign)));
    expect(inRegion(region, () => [12.5, -0.4, 12345.67].map((value) => fixedNumber(value, 1)))).toEqual(written);
  });

  test('a message writes a number as its region does, in a plural as well', () => {
    expect(inRegion('de-DE', () => say('{n, plural, one {# stop} other {# stops}}, {d} mm', { n: 1.5, d: 0.25 }))).toBe(
      '1,5 stops, 0,25 mm',
    );
  });

  test('what rounds to nothing has no minus, and infinity is its sign', () => {
    expect(fixedNumber(-0.04, 1)).toBe('0.0');
    expect(fixedNumber(Infinity, 1)).toBe('∞');
  });

  test('a number read back is the number rounded, in every region', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1e6, max: 1e6, noNaN: true }),
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom('en-GB', 'de-DE', 'fr-CH', 'en-US', 'pl-PL'),
        (value, decimals, region) => {
          const text = inRegion(region, () => fixedNumber(value, decimals));
          const back = Number(text.replace('−', '-').replace(',', '.'));
          return Math.abs(back - value) <= 0.5 * 10 ** -decimals * (1 + 1e-9);
        },
      ),
    );
  });

  test('days have their month in English, in the order of the region', () => {
    expect(writtenDay('2026-06-21')).toBe('21 June 2026');
    expect(inRegion('en-US', () => writtenDay('2026-06-21'))).toBe('June 21, 2026');
    expect(inRegion('de-DE', () => writtenDay('2026-06-21'))).toBe('21 June 2026');
  });

  test('times of day have the clock of the region', () => {
    const evening = new Date('2026-06-21T17:47:00Z');
    expect(timeOfDay(evening, 'Europe/London')).toBe('18:47');
    expect(inRegion('de-DE', () => timeOfDay(evening, 'Europe/London'))).toBe('18:47');
    expect(inRegion('en-US', () => timeOfDay(evening, 'Europe/London')).replace(/\s/u, ' ')).toBe('06:47 PM');
  });

  test('the first tag that can be written is taken, and nonsense is passed over', () => {
    expect(supportedRegion(['x!', 'tlh', 'de-CH', 'en-US'])).toBe('de-CH');
    expect(supportedRegion(['*'])).toBe('en-GB');
    expect(supportedRegion([])).toBe('en-GB');
  });
});

test('paper goes by the region: letter in the Americas where it is used, A sizes elsewhere', () => {
  for (const region of ['en-US', 'en-CA', 'es-MX', 'en', 'en-US-u-ms-ussystem']) expect([region, onLetter(region)]).toEqual([region, true]);
  for (const region of ['en-GB', 'de', 'pt-BR', 'es-AR', 'ja-JP', 'en-GB-u-ms-ussystem'])
    expect([region, onLetter(region)]).toEqual([region, false]);
});
