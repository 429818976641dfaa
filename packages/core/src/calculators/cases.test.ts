import cases from '../../checks/calculators.json';
import { CALCULATORS, calculate } from './registry';

interface Case {
  readonly calc: string;
  readonly in: unknown;
  readonly out: unknown;
  readonly tolerance: { readonly rel: number; readonly abs: number };
}

/** The places where two answers differ by more than is allowed. */
function differences(ours: unknown, theirs: unknown, tolerance: Case['tolerance'], at = ''): string[] {
  if (typeof theirs === 'number' && typeof ours === 'number') {
    return Math.abs(ours - theirs) <= tolerance.abs + tolerance.rel * Math.abs(theirs) ? [] : [`${at}: ${ours} instead of ${theirs}`];
  }
  if (typeof theirs === 'object' && theirs !== null && typeof ours === 'object' && ours !== null) {
    const keys = new Set([...Object.keys(theirs), ...Object.keys(ours)]);
    return [...keys].flatMap((key) =>
      differences((ours as Record<string, unknown>)[key], (theirs as Record<string, unknown>)[key], tolerance, `${at}.${key}`),
    );
  }
  return ours === theirs ? [] : [`${at}: ${JSON.stringify(ours)} instead of ${JSON.stringify(theirs)}`];
}

// Worked cases, computed by brute force (ray bundles, global search) apart from this code.
const worked = CALCULATORS.map(({ name }) => name).filter((name) => (cases as Case[]).some(({ calc }) => calc === name));

test('every calculator has worked cases, but for those that are checked beside their formulas', () => {
  const without = CALCULATORS.map(({ name }) => name).filter((name) => !worked.includes(name));
  expect(without).toEqual(['standOff', 'levelTolerance', 'heightByAngle', 'heightByBaseline', 'heightByStoreys', 'heightByPicture']);
});

describe.each(worked)('worked cases of %s', (name) => {
  const mine = (cases as Case[]).filter(({ calc }) => calc === name);

  test(`all ${mine.length} agree`, () => {
    expect(mine.length).toBeGreaterThan(5);
    for (const each of mine) {
      const answer = calculate(name, each.in);
      if (!answer.ok) throw new Error(`${JSON.stringify(each.in)}: ${answer.error.message}`);
      expect(differences(answer.out, each.out, each.tolerance)).toEqual([]);
    }
  });
});
