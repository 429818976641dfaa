import fc from 'fast-check';
import { evaluateAll } from '@gangway/core/checks/evaluate';
import { freshGeometry } from '@gangway/core/geometry/geometry';
import { apertureChoice } from '@gangway/core/planning/apertureChoice';
import { fromHere } from '@gangway/core/planning/fromHere';
import { solveFocus } from '@gangway/core/planning/solveFocus';
import { tiltOrStack } from '@gangway/core/planning/tiltOrStack';
import { verdictsOf } from '@gangway/core/rig/verdicts/verdicts';
import type { SetupSettings } from '@gangway/core/model/setup';
import { chooseRegion } from '@gangway/messages/language';
import { DEMO_SETUPS } from './demo';
import { worked } from './worked.test-support';

/** All that the core finds of a setup before anything is put into words. */
function foundOf(settings: SetupSettings): unknown {
  const geometry = freshGeometry(settings);
  const wanted = { distanceM: 18, cameraHeightM: 1.6, topHeightM: 31, widthM: 9, footIn: true, marginMm: 1 };
  return JSON.parse(
    JSON.stringify({
      checks: evaluateAll(geometry),
      verdicts: verdictsOf(settings.rig.parts),
      fromHere: (['landscape', 'portrait'] as const).map((orientation) => fromHere(settings.rig, orientation, wanted)),
      solved: (['front', 'rear', 'none'] as const).map((by) => solveFocus(geometry, by)),
      aperture: apertureChoice(geometry),
      depth: tiltOrStack(geometry),
    }),
  ) as unknown;
}

/** The texts in what was found, but for names that the photographer gave and the questions that the catalogue of the kit asks. */
function textsIn(value: unknown, names: ReadonlySet<string>): readonly string[] {
  if (typeof value === 'string') return names.has(value) ? [] : [value];
  if (Array.isArray(value)) return value.flatMap((each) => textsIn(each, names));
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, each]) => (key === 'label' || key === 'how' ? [] : textsIn(each, names)));
}

const SETUPS = [...DEMO_SETUPS.map(({ settings }) => settings), ...fc.sample(worked, { seed: 16, numRuns: 24 })];

describe('what the core finds is kinds and values', () => {
  test('no sentence is in it', () => {
    const texts = SETUPS.flatMap((settings) =>
      textsIn(foundOf(settings), new Set(textsIn(JSON.parse(JSON.stringify(settings)), new Set()))),
    );
    expect(texts.length).toBeGreaterThan(200);
    expect([...new Set(texts)].filter((text) => /\s/u.test(text))).toEqual([]);
  });

  test('it is the same in every region', () => {
    const here = SETUPS.map(foundOf);
    chooseRegion(() => 'de-DE');
    try {
      expect(SETUPS.map(foundOf)).toEqual(here);
    } finally {
      chooseRegion(() => 'en-GB');
    }
  });
});
