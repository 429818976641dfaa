import { geometryOf } from '@gangway/core/geometry/geometry';
import fc from 'fast-check';
import { assemblyPlan } from '@gangway/core/assembly/plan';
import { FIRST_BACK, shotsFor } from '@gangway/core/capture/shots';
import { cardPages } from '@gangway/core/card/cardPages';
import { drawingSvg } from '@gangway/core/card/drawing';
import { spotCard } from '@gangway/core/card/spotCard';
import { evenly } from '@gangway/core/evenly.test-support';
import { workingExposure } from '@gangway/core/exposure/working';
import { nextFilm, seriesOf, shotOf, shotWords } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';
import { shotsOf } from '@gangway/core/stitching/metrics';
import { apertureChoice, choiceSentences } from '@gangway/core/planning/apertureChoice';
import { circleReading } from '@gangway/core/checks/reading';
import { sectionOf, wedgeArea, wedgeAt } from '@gangway/core/planning/section';
import { tiltOrStack } from '@gangway/core/planning/tiltOrStack';
import { shotSchema } from './log';
import { logCsv, logJson, readLog } from './logExchange';
import { setupSettingsSchema } from './setup';
import { storedSettings } from './storedSetup';
import { worked } from './worked.test-support';
import { NOWHERE, shotXmp } from './xmp';

const HOLE = /NaN|Infinity|undefined|\bnull\b|\[object/;
const HERE = { job: 'Larkmoor Ropeworks', name: 'any stand' };

/** Every number anywhere in a value, those that stand for what is endless apart. */
function numbersIn(value: unknown): readonly number[] {
  if (typeof value === 'number') return [value];
  if (typeof value !== 'object' || value === null) return [];
  return Object.values(value).flatMap(numbersIn);
}

describe('whatever a setup is worked to', () => {
  test('its card prints: every mark on its page, every word whole', () => {
    fc.assert(
      fc.property(worked, fc.constantFrom('a5' as const, 'letterHalf' as const), (settings, size) => {
        for (const { words } of spotCard(geometryOf(settings))) expect(words).not.toMatch(HOLE);
        for (const page of cardPages({ ...HERE, settings }, size)) {
          for (const mark of page.marks) {
            expect(numbersIn(mark).every(Number.isFinite)).toBe(true);
            if (mark.kind !== 'text') continue;
            expect(mark.text).not.toMatch(HOLE);
            expect(mark.x).toBeGreaterThanOrEqual(0);
            expect(mark.x).toBeLessThanOrEqual(page.widthMm);
            expect(mark.y).toBeLessThanOrEqual(page.heightMm);
          }
          expect(drawingSvg(page)).not.toMatch(/NaN|Infinity|undefined/);
        }
      }),
      { numRuns: 30 },
    );
  });

  test('its shots are as many as it says, each a setup that could be kept, in order of time', () => {
    fc.assert(
      fc.property(worked, (settings) => {
        const shots = shotsFor(geometryOf(settings), FIRST_BACK);
        // A back that counts no pixels is film: nothing to simulate.
        expect(shots.length).toBe(settings.rig.back.columnsPx === null ? 0 : (settings.mosaic?.frames.length ?? 1));
        let before = -1;
        for (const shot of shots) {
          const kept = setupSettingsSchema.safeParse(storedSettings(shot.settings));
          if (!kept.success) throw new Error(kept.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · '));
          expect(shot.atS).toBeGreaterThan(before);
          before = shot.atS;
          expect([shot.gain, shot.exposureS, shot.columns, shot.rows].every((each) => Number.isFinite(each) && each > 0)).toBe(true);
        }
        const plan = assemblyPlan(geometryOf(settings));
        if (plan) {
          expect(plan.frames.length).toBe(settings.mosaic?.frames.length ?? 1);
          expect(numbersIn(plan).every(Number.isFinite)).toBe(true);
        }
      }),
      { numRuns: 120 },
    );
  });

  test('a log of its shots goes out to CSV and JSON and comes back the same, and each has its sidecar', () => {
    let logged = 0;
    fc.assert(
      fc.property(worked, (settings) => {
        const setupId = '00000000-0000-4000-8000-0000000000aa';
        const shots: Shot[] = [];
        const series = seriesOf(geometryOf(settings)).slice(0, 12);
        if (settings.mosaic) expect(seriesOf(geometryOf(settings)).length).toBe(shotsOf(settings.mosaic));
        series.forEach((place, i) => {
          const specs = shotOf(geometryOf(settings), HERE.name, place, nextFilm(settings, shots));
          expect(shotWords(specs)).not.toMatch(HOLE);
          shots.push({
            ...specs,
            id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
            setupId,
            at: new Date(Date.UTC(2026, 5, 1, 10, 0, i)).toISOString(),
          });
        });
        const kept = shots.map((shot) => shotSchema.safeParse(shot));
        const [wrong] = kept.flatMap((each) => (each.success ? [] : each.error.issues));
        if (wrong) {
          // The one thing that a log does not hold is a time beyond its bounds.
          expect(wrong.path).toEqual(['shutterSpeedS']);
          const times = (workingExposure(geometryOf(settings))?.shots ?? []).map(({ shutterSpeedS }) => shutterSpeedS);
          expect(Math.max(...times) > 360_000 || Math.min(...times) < 0.00001).toBe(true);
          return;
        }
        logged += shots.length;
        for (const words of [logCsv(shots), logJson(shots)]) {
          const back = readLog(words, [{ id: setupId, name: HERE.name }]);
          if ('trouble' in back) throw new Error(back.trouble);
          expect(back.refused).toEqual([]);
          expect(JSON.parse(JSON.stringify(back.shots))).toEqual(JSON.parse(JSON.stringify(shots)));
        }
        for (const shot of shots.slice(0, 3)) {
          const xmp = shotXmp(shot, NOWHERE);
          expect(xmp).toMatch(/^<\?xpacket begin|^<\?xml|^<x:xmpmeta/);
          expect(xmp).not.toMatch(/NaN|Infinity|undefined/);
        }
      }),
      { numRuns: 60 },
    );
    expect(logged).toBeGreaterThan(50);
  });

  test('its section, its choice of aperture and its comparison of tilt and stack are values that can be drawn', () => {
    fc.assert(
      fc.property(worked, fc.constantFrom('side' as const, 'plan' as const), evenly(0.3, 90), (settings, view, aheadM) => {
        const { pins, ...lines } = sectionOf(geometryOf(settings), view);
        expect(numbersIn({ pins: pins.map(({ points }) => points) }).every(Number.isFinite)).toBe(true);
        expect(numbersIn(lines).some(Number.isNaN)).toBe(false);
        const wedge = wedgeAt(geometryOf(settings), view, aheadM);
        if (wedge) expect(wedge[0]).toBeLessThanOrEqual(wedge[1]);
        for (const point of wedgeArea(geometryOf(settings), view, 0.2, aheadM + 1) ?? []) expect(point.some(Number.isNaN)).toBe(false);
        const choice = apertureChoice(geometryOf(settings));
        const words = choiceSentences(choice);
        expect(words).not.toMatch(HOLE);
        expect(numbersIn(choice).some(Number.isNaN)).toBe(false);
        const compared = tiltOrStack(geometryOf(settings));
        expect(numbersIn(compared).some(Number.isNaN)).toBe(false);
        expect(circleReading(geometryOf(settings))).not.toMatch(HOLE);
      }),
      { numRuns: 60 },
    );
  });
});
