import fc from 'fast-check';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { described } from '@gangway/core/calculators/openapi';
import { shiftCard, shiftCardRows } from '@gangway/core/card/shiftCard';
import { evaluateAll, checkSentence } from '@gangway/core/checks/evaluate';
import { freshGeometry } from '@gangway/core/geometry/geometry';
import { emptyValue } from '@gangway/core/kit/spec';
import { contradictionsIn, KIND_NAMES, specsOf } from '@gangway/core/kit/item';
import { centredSetup } from '@gangway/core/planning/centred';
import { kitAndPlan } from '@gangway/core/rig/anyKit.test-support';
import { assembled } from '@gangway/core/rig/assembled';
import { movesOf } from '@gangway/core/rig/moves';
import { focusReach, nearReach, railReach } from '@gangway/core/rig/reach';
import { partsOf } from '@gangway/core/rig/parts';
import { sideView } from '@gangway/core/rig/sideView';
import { frontStack } from '@gangway/core/rig/shading/frontStack';
import { throatShading } from '@gangway/core/rig/shading/throat';
import { verdictNote, verdictSentence, verdictsOf } from '@gangway/core/rig/verdicts/verdicts';
import camera from '../../core/checks/camera.json';
import calculators from '../../core/checks/calculators.json';
import { line } from '@gangway/core/recorded.test-support';

// Records as in recorded.test.ts: of rigs of any kit, and of calculators with
// values near those of the worked cases and with values that they refuse.

test('rigs of any kit: what is said of them and how far they go', () => {
  const record = fc.sample(kitAndPlan, { seed: 20, numRuns: 90 }).map(({ items, plan }, i) => {
    const parts = partsOf(plan, items);
    if ('open' in parts) return `${i}: open`;
    const rig = assembled({ name: 'any rig', rigId: null, parts });
    return [
      `${i}: ${parts.kind}`,
      ...verdictsOf(parts).map((verdict) => `${verdictSentence(verdict)} ${verdictNote(verdict) ?? ''}`),
      ...[
        movesOf(parts),
        focusReach(parts),
        nearReach(parts),
        railReach(parts),
        sideView(parts),
        frontStack(parts),
        throatShading(parts),
      ].map(line),
      ...(rig.known
        ? [
            ...shiftCardRows(shiftCard(rig.value)).map((row) => row.join(' ')),
            ...evaluateAll(freshGeometry({ ...centredSetup(rig.value), movements: { riseMm: 3, shiftMm: -2 } })).map(checkSentence),
          ]
        : [line(rig.asks)]),
    ];
  });
  expect(record).toMatchSnapshot();
});

interface Case {
  readonly calc: string;
  readonly in: Readonly<Record<string, unknown>>;
}

const CASES: readonly Case[] = [...(calculators as readonly Case[]), ...(camera as readonly Case[])];

/** A value somewhat off. */
const near = (value: unknown, by: number): unknown => {
  if (typeof value === 'number') return value * by;
  return Array.isArray(value) ? value.map((each) => near(each, by)) : value;
};

test('calculators: near the worked cases', () => {
  const record = CASES.flatMap((each) => {
    const calc = CALCULATORS.find(({ name }) => name === each.calc);
    if (!calc) return [];
    return [1, 1.07].map((by) =>
      line(
        calc.calculate(
          Object.fromEntries(Object.entries(each.in).map(([key, value]) => [key, key.endsWith('Px') ? value : near(value, by)])),
        ),
      ),
    );
  });
  expect(record.length).toBeGreaterThan(100);
  expect(record).toMatchSnapshot();
});

test('calculators: what they refuse, and why', () => {
  const bad: readonly unknown[] = [undefined, 'wide', -1, 1e9, [1, 2]];
  const record = CALCULATORS.flatMap((calc) => {
    const example = CASES.find((each) => each.calc === calc.name)?.in ?? {};
    return [
      `${calc.name}: ${line(described(calc))}`,
      ...Object.keys(example).flatMap((key) =>
        bad.map((value) => `${calc.name}.${key} ${line(calc.calculate({ ...example, [key]: value }))}`),
      ),
      line(calc.calculate({ ...example, unheardOf: 1 })),
      line(calc.calculate([])),
    ];
  });
  expect(record).toMatchSnapshot();
});

test('kinds of items: their values, and what contradicts itself in one', () => {
  const record = KIND_NAMES.map((kind) => {
    const specs = specsOf(kind);
    const values = [0, 1, 2].map((n) =>
      Object.fromEntries(specs.map(([key, spec], i) => [key, emptyValue(spec) ?? ((i * 7 + n * 5) % 11) * 9 + 1])),
    );
    return [`${kind}: ${line(specs)}`, ...values.map((each) => line(contradictionsIn(kind, each)))];
  });
  expect(record).toMatchSnapshot();
});
