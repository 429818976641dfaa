import fc from 'fast-check';
import { FIRST_EXPOSURE } from '@gangway/core/exposure/exposureSettings';
import { check } from '@gangway/core/findings/checks';
import { findings } from '@gangway/core/findings/findings';
import { quickFindings } from '@gangway/core/findings/quickFindings';
import { findingNote, findingSentence, remedySentence } from '@gangway/core/findings/wording';
import { FIRST_MOSAIC, type Mosaic } from '@gangway/core/mosaic/mosaic';
import { answers } from '@gangway/core/mosaic/wish';
import { patched, type StandSettings } from '@gangway/core/stand/settings';
import { isolate } from '@gangway/core/stand/isolate';
import { solveFocus } from '@gangway/core/stand/solveFocus';
import { DEMO_STANDS } from './demo';
import { standSettingsSchema, storedSettings } from './stand';
import { evenly } from '@gangway/core/evenly.test-support';

const tenths = (most: number) => fc.integer({ min: -most * 10, max: most * 10 }).map((n) => n / 10 + 0);

/** The demo stands as a photographer might leave them in the middle of the work: moved, turned, metered, with another's rig, or a mosaic laid out. */
const MOSAICS: readonly Mosaic[] = DEMO_STANDS.flatMap(({ settings }) => {
  const laid = answers(settings, { for: 'everything' }, 0.3);
  const frames = (laid.fewest ?? laid.most ?? laid.nearest)?.layout.frames;
  return frames ? [{ ...FIRST_MOSAIC, frames }] : [];
});
const worked: fc.Arbitrary<StandSettings> = fc
  .record({
    from: fc.constantFrom(...DEMO_STANDS),
    rigOf: fc.option(fc.constantFrom(...DEMO_STANDS), { freq: 4 }),
    movements: fc.option(fc.record({ riseMm: tenths(15), shiftMm: tenths(15) })),
    front: fc.option(fc.record({ tiltDeg: tenths(9), swingDeg: tenths(6) })),
    orientation: fc.constantFrom('landscape' as const, 'portrait' as const),
    stop: fc.nat({ max: 12 }),
    focus: fc.option(evenly(0.3, 60)),
    pitchDeg: fc.option(tenths(4), { freq: 2 }),
    meter: fc.option(fc.record({ kind: fc.constant('pair' as const), fNumber: fc.constantFrom(5.6, 11, 22), timeS: fc.constantFrom(1 / 8000, 1 / 125, 1 / 8, 2, 60), iso: fc.constantFrom(25, 100, 800) })),
    shutter: fc.constantFrom(null, 'focal' as const, 'leaf' as const, 'electronic' as const),
    flash: fc.boolean(),
    moving: fc.option(fc.record({ speedMs: evenly(0.2, 20), distanceM: evenly(1, 60) })),
    mosaic: fc.option(fc.constantFrom(...MOSAICS), { freq: 3 }),
  })
  .map(({ from, rigOf, movements, front, orientation, stop, focus, pitchDeg, meter, shutter, flash, moving, mosaic }) => {
    const settings: StandSettings = { ...from.settings, rig: rigOf?.settings.rig ?? from.settings.rig, mosaic: mosaic ?? from.settings.mosaic };
    const { widestFNumber } = settings.rig.lens;
    return patched(
      { ...settings, ...(settings.scene && pitchDeg !== null && { scene: { ...settings.scene, pitchDeg } }), exposure: { ...FIRST_EXPOSURE, meter, flash, moving, shutter: meter === null ? FIRST_EXPOSURE.shutter : shutter } },
      { orientation, fNumber: Number((widestFNumber * 2 ** (stop / 4)).toPrecision(2)), ...(movements && { movements }), ...(front && { front }), ...(focus !== null && { focusM: Math.max(focus, settings.rig.lens.focalMm / 400) }) },
    );
  });

/** What the server would keep. */
function keepable(settings: StandSettings, by: string): void {
  const kept = standSettingsSchema.safeParse(storedSettings(settings));
  if (!kept.success) throw new Error(`“${by}” leaves what cannot be kept: ${kept.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · ')}`);
}

/** Words without a hole where a figure should be. */
function whole(words: string): void {
  if (/NaN|Infinity|undefined|null|\[object| {2}|\u2212\u2212/u.test(words) || words.trim() === '') throw new Error(`“${words}”`);
}

describe('findings of the demo stands, whatever is done to them', () => {
  test('every sentence is whole: words and figures, never a hole where one should be', () => {
    const seen = new Set<string>();
    fc.assert(
      fc.property(worked, (settings) => {
        for (const finding of quickFindings(settings)) {
          seen.add(`${finding.kind} ${finding.state}`);
          whole(findingNote(finding) ?? 'none');
          whole(findingSentence(finding));
          expect(findingSentence(finding)).toMatch(/^[A-Z“0-9].*[.”]$/u);
        }
      }),
      { numRuns: 400 },
    );
    // It has seen what it speaks of.
    expect(seen.size).toBeGreaterThan(35);
  });

  test('every remedy offered says what it sets, and makes its finding hold when it is set', () => {
    let tried = 0;
    fc.assert(
      fc.property(worked, (settings) => {
        for (const { kind, remedies } of findings(settings)) {
          const said = remedies.map(remedySentence);
          if (new Set(said).size < said.length) throw new Error(`${kind} offers the same twice: ${said.join(' · ')}`);
          for (const remedy of remedies) {
            tried++;
            whole(remedySentence(remedy));
            const next = patched(settings, remedy.patch);
            keepable(next, remedySentence(remedy));
            const after = check(kind, next);
            if (after && after.state !== 'holds') throw new Error(`${kind}: “${remedySentence(remedy)}” leaves it ${after.state}`);
          }
        }
      }),
      { numRuns: 30 },
    );
    expect(tried).toBeGreaterThan(30);
  });

  test('every solution of focus, set, is a stand that can be kept, straight again too', () => {
    let solved = 0;
    fc.assert(
      fc.property(worked, fc.constantFrom('front' as const, 'rear' as const, 'none' as const), (settings, by) => {
        const found = solveFocus(settings, by);
        const patches = [found.ok ? found.solution.patch : found.nearest?.patch, ...settings.pins.flatMap(({ id }) => (['swing', 'tilt'] as const).map((movement) => isolate(settings, id, movement, 0.1)?.patch))];
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
