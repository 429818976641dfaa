import fc from 'fast-check';
import { CALCULATORS, calculate } from './registry';

/** Whether an answer could be sent as JSON and read back the same: no NaN, no Infinity, nothing undefined. */
function sound(out: unknown): boolean {
  return (
    JSON.stringify(JSON.parse(JSON.stringify(out))) === JSON.stringify(out) &&
    !/null/.test(
      JSON.stringify(out, (_k, v: unknown) => {
        if (v === null) return 'none';
        return typeof v === 'number' && !Number.isFinite(v) ? 'null!' : v;
      }),
    )
  );
}

/** The example with some of its numbers put to anything: zero, negative, huge, tiny, text, null. */
const odd = fc.oneof(
  fc.double(),
  fc.constantFrom(0, -0, -1, 1e-300, 1e300, -1e300, 5e-324, Number.MAX_VALUE, Number.NaN, Number.POSITIVE_INFINITY),
  fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
  fc.jsonValue(),
);

function mutated(value: unknown, picks: Iterator<unknown>, chance: () => boolean): unknown {
  if (chance()) return picks.next().value;
  if (Array.isArray(value)) return value.map((each) => mutated(each, picks, chance));
  if (typeof value === 'object' && value !== null) {
    return Object.fromEntries(Object.entries(value).map(([key, each]) => [key, mutated(each, picks, chance)]));
  }
  return value;
}

/** How many numbers an input has. */
const numbersIn = (value: unknown): number =>
  typeof value === 'object' && value !== null ? Object.values(value).reduce((sum: number, each) => sum + numbersIn(each), 0) : 1;

describe.each(CALCULATORS.map((each) => [each.name, each] as const))('%s', (name, calc) => {
  test('its example is answered, and the answer fits its own schema', () => {
    const answer = calculate(name, calc.example);
    if (!answer.ok) throw new Error(answer.error.message);
    expect(calc.output.safeParse(answer.out).success).toBe(true);
    expect(sound(answer.out)).toBe(true);
  });

  test('any JSON at all is an answer or a refusal with code, sentence and path', () => {
    fc.assert(
      fc.property(fc.jsonValue(), (input) => {
        const answer = calculate(name, input);
        return !answer.ok && answer.error.code !== '' && /\.$/.test(answer.error.message) && Array.isArray(answer.error.path);
      }),
      { numRuns: 60 },
    );
  });

  test('no number, however odd, gets out as NaN, Infinity or a throw', () => {
    let answered = 0;
    fc.assert(
      fc.property(
        fc.array(odd, { minLength: 30, maxLength: 30 }),
        fc.array(fc.nat(Math.max(9, numbersIn(calc.example))), { minLength: 60, maxLength: 60 }),
        (values, dice) => {
          const picks = values[Symbol.iterator]();
          const rolls = dice[Symbol.iterator]();
          // Never the whole input at once: that is the test above.
          let first = true;
          const input = mutated(calc.example, picks, () => {
            if (first) {
              first = false;
              return false;
            }
            return (rolls.next().value ?? 1) === 0;
          });
          const answer = calculate(name, input);
          if (answer.ok) {
            answered++;
            expect(sound(answer.out)).toBe(true);
            expect(calc.output.safeParse(answer.out).success).toBe(true);
          } else {
            expect(answer.error.message).toMatch(/\S.*\.$/s);
          }
        },
      ),
      { numRuns: 200 },
    );
    expect(answered).toBeGreaterThan(5);
  });

  test('an unknown key and a missing field are named', () => {
    const extra = calculate(name, { ...calc.example, colour: 1 });
    expect(extra).toMatchObject({ ok: false, error: { code: 'unknown_key', path: ['colour'] } });
    const [first = ''] = Object.keys(calc.example);
    const rest = Object.fromEntries(Object.entries(calc.example).filter(([key]) => key !== first));
    expect(calculate(name, rest)).toMatchObject({ ok: false, error: { code: 'missing', path: [first] } });
  });
});

test('a name that is no calculator is refused with those that are', () => {
  expect(calculate('x'.repeat(100_000), {})).toMatchObject({
    ok: false,
    error: { code: 'unknown_calculator', message: expect.stringMatching(/conjugates, /) as string },
  });
  expect(calculate('__proto__', {}).ok).toBe(false);
});
