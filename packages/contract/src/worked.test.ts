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
import { apertureChoice } from '@gangway/core/planning/apertureChoice';
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
        const takes = shotsFor(geometryOf(settings), FIRST_BACK);
        // A back that counts no pixels is film: nothing to simulate.
        expect(takes.length).toBe(settings.rig.back.columnsPx === null ? 0 : (settings.mosaic?.frames.length ?? 1));
        let before = -1;
        for (const take of takes) {
          const kept = setupSettingsSchema.safeParse(storedSettings(take.settings));
          if (!kept.success) throw new Error(kept.error.issues.map(({ path, message }) => `${path.join('.')}: ${message}`).join(' · '));
          expect(take.atS).toBeGreaterThan(before);
          before = take.atS;
          expect([take.gain, take.exposureS, take.columns, take.rows].every((each) => Number.isFinite(each) && each > 0)).toBe(true);
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
        const standId = '00000000-0000-4000-8000-0000000000aa';
        const takes: Shot[] = [];
        const series = seriesOf(geometryOf(settings)).slice(0, 12);
        if (settings.mosaic) expect(seriesOf(geometryOf(settings)).length).toBe(shotsOf(settings.mosaic));
        series.forEach((place, i) => {
          const figures = shotOf(geometryOf(settings), HERE.name, place, nextFilm(settings, takes));
          expect(shotWords(figures)).not.toMatch(HOLE);
          takes.push({
            ...figures,
            id: `00000000-0000-4000-8000-${String(i).padStart(12, '0')}`,
            standId,
            at: new Date(Date.UTC(2026, 5, 1, 10, 0, i)).toISOString(),
          });
        });
        const kept = takes.map((take) => shotSchema.safeParse(take));
        const [wrong] = kept.flatMap((each) => (each.success ? [] : each.error.issues));
        if (wrong) {
          // The one thing that a log does not hold is a time beyond its bounds.
          expect(wrong.path).toEqual(['timeS']);
          const times = (workingExposure(geometryOf(settings))?.takes ?? []).map(({ timeS }) => timeS);
          expect(Math.max(...times) > 360_000 || Math.min(...times) < 0.00001).toBe(true);
          return;
        }
        logged += takes.length;
        for (const words of [logCsv(takes), logJson(takes)]) {
          const back = readLog(words, [{ id: standId, name: HERE.name }]);
          if ('trouble' in back) throw new Error(back.trouble);
          expect(back.refused).toEqual([]);
          expect(JSON.parse(JSON.stringify(back.takes))).toEqual(JSON.parse(JSON.stringify(takes)));
        }
        for (const take of takes.slice(0, 3)) {
          const xmp = shotXmp(take, NOWHERE);
          expect(xmp).toMatch(/^<\?xpacket begin|^<\?xml|^<x:xmpmeta/);
          expect(xmp).not.toMatch(/NaN|Infinity|undefined/);
        }
      }),
      { numRuns: 60 },
    );
    expect(logged).toBeGreaterThan(50);
  });

  test('its section, its choice of aperture and its comparison of tilt and stack are figures that can be drawn', () => {
    fc.assert(
      fc.property(worked, fc.constantFrom('side' as const, 'plan' as const), evenly(0.3, 90), (settings, view, aheadM) => {
        const { pins, ...lines } = sectionOf(geometryOf(settings), view);
        expect(numbersIn({ pins: pins.map(({ points }) => points) }).every(Number.isFinite)).toBe(true);
        expect(numbersIn(lines).some(Number.isNaN)).toBe(false);
        const wedge = wedgeAt(geometryOf(settings), view, aheadM);
        if (wedge) expect(wedge[0]).toBeLessThanOrEqual(wedge[1]);
        for (const point of wedgeArea(geometryOf(settings), view, 0.2, aheadM + 1) ?? []) expect(point.some(Number.isNaN)).toBe(false);
        const { words, ...choice } = apertureChoice(geometryOf(settings));
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
