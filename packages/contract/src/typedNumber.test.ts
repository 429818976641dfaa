import { typedNumber } from './typedNumber';

describe('a typed number', () => {
  test.each([
    ['8.2', 8.2],
    [' 8,2 ', 8.2],
    ['−3', -3],
    ['+.5', 0.5],
    ['∞', Number.POSITIVE_INFINITY],
  ])('%p is %p', (text, number) => expect(typedNumber(text)).toBe(number));

  test.each(['', '8 mm', '1e3', 'NaN', '--2', '1.2.3', 'Infinity'])('%p is none', (text) => expect(typedNumber(text)).toBeNull());
});
