import { geometryOf } from '@gangway/core/geometry/geometry';
import fc from 'fast-check';
import { evenly } from '@gangway/core/evenly.test-support';
import { evaluateWithFixes, checkNote, checkSentence } from '@gangway/core/checks/evaluate';
import { fixSentence } from '@gangway/core/checks/wording';
import { assembled } from '@gangway/core/rig/assembled';
import { kitAndPlan } from '@gangway/core/rig/anyKit.test-support';
import { partsOf } from '@gangway/core/rig/parts';
import { verdictNote, verdictSentence, verdictsOf } from '@gangway/core/rig/verdicts/verdicts';
import { PLAIN_SCENE } from '@gangway/core/scene/scene';
import { FIRST_SUBJECTS } from '@gangway/core/subjects/subject';
import { centredSetup } from '@gangway/core/planning/centred';
import { patched } from '@gangway/core/setup/patch';
import { circleReading } from '@gangway/core/checks/reading';
import { setupSettingsSchema } from './setup';
import { openedSettings, storedSettings } from './storedSetup';
import type { SetupSettings } from '@gangway/core/model/setup';

const HOLE = /NaN|[-−/]Infinity|Infinity (m|mm|px|µm|s|stops)\b|undefined|\bnull\b|\[object/;

describe('a setup with any rig of any kit', () => {
  const subject = fc.constantFrom(...Object.values(FIRST_SUBJECTS));
  const set = fc.record({
    riseMm: evenly(-20, 20),
    shiftMm: evenly(-20, 20),
    tiltDeg: evenly(-8, 8),
    stop: fc.nat(8),
    focusM: fc.option(evenly(0.5, 60)),
    distanceM: evenly(1, 60),
    cameraHeightM: evenly(0.2, 3),
    pitchDeg: evenly(-20, 20),
  });

  test('can be saved and opened unchanged, and every sentence about it is complete', () => {
    let [whole, offered] = [0, 0];
    fc.assert(
      fc.property(
        kitAndPlan,
        subject,
        set,
        ({ items, plan }, standing, { riseMm, shiftMm, tiltDeg, stop, focusM, distanceM, cameraHeightM, pitchDeg }) => {
          const parts = partsOf(plan, items);
          if ('open' in parts) return;
          for (const verdict of verdictsOf(parts)) expect(`${verdictSentence(verdict)} ${verdictNote(verdict) ?? ''}`).not.toMatch(HOLE);
          const rig = assembled({ name: 'any rig', rigId: null, parts });
          if (!rig.known) {
            expect(rig.asks.length).toBeGreaterThan(0);
            return;
          }
          whole++;
          const base = centredSetup(rig.value);
          const settings = patched(
            {
              ...base,
              scene: { ...PLAIN_SCENE, subject: standing, distanceM, asideM: 0, cameraHeightM, yawDeg: 0, pitchDeg, rollDeg: 0 },
              pins: [
                {
                  id: '00000000-0000-4000-8000-00000000000a',
                  name: 'foot',
                  role: 'sharp',
                  weight: 1,
                  place: { kind: 'point', at: [0, 0, 0] },
                },
              ],
            },
            {
              movements: { riseMm, shiftMm },
              front: { tiltDeg, swingDeg: 0 },
              fNumber: Math.min(rig.value.lens.smallestFNumber, rig.value.lens.widestFNumber * 2 ** (stop / 2)),
              ...(focusM !== null && { focusM: Math.max(focusM, rig.value.lens.focalMm / 500) }),
            },
          );
          const written = (each: SetupSettings): unknown => JSON.parse(JSON.stringify(storedSettings(each)));
          const kept = setupSettingsSchema.safeParse(written(settings));
          if (!kept.success) throw new Error(kept.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · '));
          expect(written(openedSettings(kept.data))).toEqual(written(settings));
          const found = evaluateWithFixes(geometryOf(settings));
          expect(new Set(found.map(({ kind }) => kind)).size).toBe(found.length);
          for (const check of found) {
            expect(`${checkSentence(check)} ${checkNote(check) ?? ''}`).not.toMatch(HOLE);
            for (const fix of check.fixes) {
              offered++;
              expect(fixSentence(fix)).not.toMatch(HOLE);
            }
          }
          expect(circleReading(geometryOf(settings))).not.toMatch(HOLE);
        },
      ),
      { numRuns: 150 },
    );
    expect(whole).toBeGreaterThan(60);
    expect(offered).toBeGreaterThan(60);
  });
});
