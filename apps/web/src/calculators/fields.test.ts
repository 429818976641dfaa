import { z } from 'zod';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { asText, asValue, fieldsOf, shownAnswer, typedInput } from './fields';

describe('fields of the guide', () => {
  test.each(CALCULATORS.map((calc) => [calc.name, calc] as const))(
    '%s: what its example says is typed and read back the same',
    (_name, calc) => {
      const input: Record<string, unknown> = {};
      for (const { key, kind, meaning } of fieldsOf(calc.input, 'input')) {
        expect(meaning).not.toBe(key);
        const read = asValue(kind, asText(kind, calc.example[key]));
        if ('refusal' in read) throw new Error(read.refusal);
        input[key] = read.value;
      }
      expect(input).toEqual(calc.example);
      expect(calc.calculate(input).ok).toBe(true);
      expect(fieldsOf(calc.output, 'output').every(({ meaning, key }) => meaning !== key)).toBe(true);
    },
  );

  test('points are typed line by line, and what is no number is named', () => {
    expect(asValue('points', '0, −1.4, 2\n\n1; 2; 3')).toEqual({
      value: [
        [0, -1.4, 2],
        [1, 2, 3],
      ],
    });
    expect(asValue('points', '0 x 2')).toEqual({ refusal: '“x” is not a number.' });
    expect(asValue('number', '')).toEqual({ value: undefined });
    expect(asValue('numberOrNothing', '∞')).toEqual({ value: null });
    expect(asValue('number', '∞')).toEqual({ refusal: '“∞” is not a number.' });
  });

  test('a line stands for a point, for a line by both ends, or for a row of any length', () => {
    const fields = (name: string) => fieldsOf(CALCULATORS.find((calc) => calc.name === name)?.input ?? z.object({}), 'input');
    const line = (name: string, key: string) => fields(name).find((field) => field.key === key);
    expect(line('leastAperture', 'pointsM')).toMatchObject({ kind: 'points', perLine: 3 });
    expect(line('plateLevel', 'uprights')).toMatchObject({ kind: 'points', perLine: 4 });
    expect(line('edgeSharpness', 'rows')).toMatchObject({ kind: 'rows', perLine: 0 });
  });

  test('an input of many numbers is shown in short', () => {
    expect(typedInput({ focalMm: 24, pointsM: [[1, 2, 3]] })).toBe('{"focalMm":24,"pointsM":[[1,2,3]]}');
    expect(typedInput({ focalMm: 24, rows: Array.from({ length: 300 }, () => [0.5]) })).toBe('{"focalMm": 24, "rows": […]}');
  });

  test('answers read as numbers, and null reads as what it means', () => {
    expect(shownAnswer(1721.3456789)).toBe('1721.35');
    expect(shownAnswer(-0.00001234567)).toBe('−0.0000123457');
    expect(shownAnswer(null, 'infinity')).toBe('∞');
    expect(shownAnswer(null)).toBe('none');
    expect(shownAnswer([1, null])).toBe('1, none');
    expect(shownAnswer(true)).toBe('yes');
  });
});
