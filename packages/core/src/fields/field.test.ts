import { filledUp, number } from './field';

const fields = { iso: number({ label: 'ISO', unit: '', min: 1, max: 100, first: 50 }) };

test('a group that lacks a value gets the first one; what it has stays', () => {
  expect(filledUp(fields, {})).toEqual({ iso: 50 });
  expect(filledUp(fields, { iso: 7, more: 1 })).toEqual({ iso: 7, more: 1 });
});

test.each([[null], [undefined], [[]], [[1]], ['iso'], [5], [true]])('%p is no group, and is answered as it is', (stored) => {
  expect(filledUp(fields, stored)).toBe(stored);
});
