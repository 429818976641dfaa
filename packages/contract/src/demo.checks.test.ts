import { geometryOf } from '@gangway/core/geometry/geometry';
import fc from 'fast-check';
import { evaluate, evaluateWithFixes, evaluateAll, checkNote, checkSentence } from '@gangway/core/checks/evaluate';
import { fixSentence } from '@gangway/core/checks/wording';
import { patched } from '@gangway/core/setup/patch';
import { isolate } from '@gangway/core/planning/isolate';
import { solveFocus } from '@gangway/core/planning/solveFocus';
import { setupSettingsSchema } from './setup';
import { storedSettings } from './storedSetup';
import { worked } from './worked.test-support';
import type { SetupSettings } from '@gangway/core/model/setup';

/** What the server would keep. */
function keepable(settings: SetupSettings, by: string): void {
  const kept = setupSettingsSchema.safeParse(storedSettings(settings));
  if (!kept.success)
    throw new Error(
      `“${by}” leaves what cannot be kept: ${kept.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · ')}`,
    );
}

/** Words without a hole where a value should be. */
function whole(words: string): void {
  if (/NaN|Infinity|undefined|null|\[object| {2}|\u2212\u2212/u.test(words) || words.trim() === '') throw new Error(`“${words}”`);
}

describe('checks of the demo setups, whatever is done to them', () => {
  test('every sentence is whole: words and values, never a hole where one should be', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(worked, (settings) => {
        for (const check of evaluateAll(geometryOf(settings))) {
          seen.add(`${check.kind} ${check.state}`);
          whole(checkNote(check) ?? 'none');
          whole(checkSentence(check));
          expect(checkSentence(check)).toMatch(/^[A-Z“0-9].*[.”]$/u);
        }
      }),
      { numRuns: 200 },
    );
    // It has seen what it speaks of.
    expect(seen.size).toBeGreaterThan(35);
  });

  test('every fix offered says what it sets, and makes its check pass', () => {
    let tried = 0;
    fc.assert(
      fc.property(worked, (settings) => {
        for (const { kind, fixes } of evaluateWithFixes(geometryOf(settings))) {
          const said = fixes.map(fixSentence);
          if (new Set(said).size < said.length) throw new Error(`${kind} offers the same twice: ${said.join(' · ')}`);
          for (const fix of fixes) {
            tried++;
            whole(fixSentence(fix));
            const next = patched(settings, fix.patch);
            keepable(next, fixSentence(fix));
            const after = evaluate(kind, geometryOf(next));
            if (after && after.state !== 'passes') throw new Error(`${kind}: “${fixSentence(fix)}” leaves it ${after.state}`);
          }
        }
      }),
      { numRuns: 5 },
    );
    expect(tried).toBeGreaterThan(15);
  });

  test('every solution of focus, set, is a setup that can be kept, straight again too', () => {
    let solved = 0;
    fc.assert(
      fc.property(worked, fc.constantFrom('front' as const, 'rear' as const, 'none' as const), (settings, by) => {
        const found = solveFocus(geometryOf(settings), by);
        const patches = [
          found.ok ? found.solution.patch : found.nearest?.patch,
          ...settings.pins.flatMap(({ id }) =>
            (['swing', 'tilt'] as const).map((movement) => isolate(geometryOf(settings), id, movement, 0.1)?.patch),
          ),
        ];
        for (const patch of patches) {
          if (patch === undefined) continue;
          solved++;
          const next = patched(settings, patch);
          keepable(next, by);
          keepable(patched(next, { front: { tiltDeg: 0, swingDeg: 0 }, rear: { tiltDeg: 0, swingDeg: 0 } }), 'straight again');
        }
      }),
      { numRuns: 150 },
    );
    expect(solved).toBeGreaterThan(60);
  });
});
