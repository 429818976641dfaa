import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { apertureScale } from '../coverage/apertures';
import { shiftLimitMm } from '../coverage/shiftLimit';
import { anySetup, setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { type CheckResult, marginOf, evaluateWithFixes, checkNote, checkSentence } from './evaluate';
import type { CheckKind } from './registry';
import { fixSentence } from './wording';
import { STATE_ORDER, worstState } from '../state';
import { evenly } from '../evenly.test-support';
import type { SetupSettings } from '../model/setup';

function of<K extends CheckKind>(kind: K, settings: SetupSettings): Extract<CheckResult, { kind: K }> {
  const found = evaluateWithFixes(geometryOf(settings)).find((check): check is Extract<CheckResult, { kind: K }> => check.kind === kind);
  if (!found) throw new Error(`no ${kind}`);
  return found;
}

const risen = (riseMm: number, more: Partial<SetupSettings> = {}) => setup({ movements: { riseMm, shiftMm: 0 }, ...more });

describe('coverage checks', () => {
  test('say by how much rise the upper corners fall outside the sharp circle', () => {
    const found = of('sharpCircle', risen(12));
    // By hand: R = 30, half frame 18 × 12, so the limit up is √(900 − 324) − 12 = 12.
    expect(shiftLimitMm({ widthMm: 36, heightMm: 24 }, 60, 90)).toBeCloseTo(12, 9);
    expect(found.state).toBe('tight');
    const wide = of('sharpCircle', risen(12, { fNumber: 3.5 }));
    expect(wide.state).toBe('fails');
    // R = 27: √(729 − 324) − 12 = 8.1246; 12 − 8.1246 = 3.8754.
    expect(wide.margin?.valueMm).toBeCloseTo(-3.8754, 4);
    expect(checkSentence(wide)).toBe('The upper corners fall outside the sharp circle at f/3.5 by 3.9 mm; 3.9 mm less rise is enough.');
  });

  test('close up the circle is larger, so more rise holds', () => {
    const far = of('sharpCircle', risen(12));
    const near = of('sharpCircle', risen(12, { focusM: 0.264 }));
    expect(near.diameterMm).toBeCloseTo(60 * 1.1, 9);
    expect(near.margin?.valueMm ?? 0).toBeGreaterThan(far.margin?.valueMm ?? 0);
  });

  test('a circle smaller than the frame fails and says what it is too small by, with no fix that could not help', () => {
    const base = setup();
    const tiny = { ...base, rig: { ...base.rig, lens: { ...base.rig.lens, circle: { imageCircleMm: 40, sharpCircles: [] } } } };
    const light = of('imageCircle', tiny);
    expect(light.state).toBe('fails');
    expect(light.corners).toHaveLength(4);
    expect(checkSentence(light)).toBe(
      'The frame is 43.3 mm across its corners and the image circle only 40.0 mm: 3.3 mm too small even when centred.',
    );
    expect(light.fixes).toEqual([]);
  });

  test('with no value nothing is green: unknown, with what to measure', () => {
    const base = setup();
    const blank = {
      ...base,
      rig: {
        ...base.rig,
        mechanism: { kind: 'unknown' as const },
        lens: { ...base.rig.lens, circle: { imageCircleMm: null, sharpCircles: [] } },
      },
    };
    for (const found of evaluateWithFixes(geometryOf(blank))) {
      expect(found.state).toBe('unknown');
      expect(checkSentence(found)).toMatch(/unknown/);
      expect(checkNote(found)).toMatch(/measure|Enter|Read/);
      expect(found.fixes).toEqual([]);
    }
    expect(worstState(evaluateWithFixes(geometryOf(blank)))).toBe('unknown');
    expect(worstState([])).toBe('unknown');
  });

  test('offers another aperture, less rise and what each leaves', () => {
    const found = of('sharpCircle', risen(12, { fNumber: 3.5 }));
    expect(found.fixes.map(({ control }) => control)).toEqual(['aperture', 'rise']);
    expect(found.fixes.map(fixSentence)[1]).toBe('7.4 mm of rise passes with 0.5 mm to spare');
  });

  test('turning the frame is offered when it fixes: a wide shift in portrait', () => {
    const found = of('sharpCircle', setup({ movements: { riseMm: 0, shiftMm: 7.2 }, fNumber: 3.5 }));
    expect(found.state).toBe('fails');
    expect(found.fixes.some(({ control }) => control === 'orientation')).toBe(true);
  });

  test('when no single change fixes, several are offered together', () => {
    const base = setup();
    const narrow = {
      ...base,
      fNumber: 4,
      movements: { riseMm: 11, shiftMm: 2 },
      rig: {
        ...base.rig,
        lens: {
          ...base.rig.lens,
          circle: {
            imageCircleMm: 67,
            sharpCircles: [
              { fNumber: 4, diameterMm: 42 },
              { fNumber: 16, diameterMm: 48 },
            ],
          },
        },
      },
    };
    const found = of('sharpCircle', narrow);
    expect(found.state).toBe('fails');
    expect(found.fixes).toHaveLength(1);
    expect(found.fixes[0]?.control).toBe('several');
    expect(found.fixes[0]?.patch.fNumber).toBe(16);
  });
});

describe('travel checks', () => {
  test('a position beyond the rotating slide is fixed by less shift or less rise', () => {
    const found = of('travel', setup({ movements: { riseMm: 10, shiftMm: 8 } }));
    expect(found.state).toBe('fails');
    expect(checkSentence(found)).toMatch(/^This position lies 0\.8 mm beyond the end of the rotating slide/);
    expect(found.fixes.length).toBeGreaterThan(0);
  });

  test('a rig without movements holds at its centre and fails anywhere else', () => {
    const base = setup();
    const fixed = { ...base, rig: { ...base.rig, mechanism: { kind: 'fixed' as const } } };
    expect(of('travel', fixed).state).toBe('passes');
    const moved = of('travel', { ...fixed, movements: { riseMm: 3, shiftMm: 0 } });
    expect(moved.state).toBe('fails');
    expect(moved.fixes.map(({ patch }) => patch.movements)).toContainEqual({ riseMm: 0 });
  });

  test('off the line of a locked slide, back onto it', () => {
    const base = setup();
    const locked = {
      ...base,
      movements: { riseMm: 5, shiftMm: 2 },
      rig: { ...base.rig, mechanism: { kind: 'line' as const, angleDeg: 90, forwardMm: 10, backMm: 10 } },
    };
    const found = of('travel', locked);
    expect(checkSentence(found)).toBe('This position lies 2.0 mm beyond the line of the slide.');
    expect(found.fixes[0]?.patch.movements).toEqual({ shiftMm: 0 });
  });
});

describe('laws of checks', () => {
  test('every fix applied makes its check pass, worsens no other, and leaves the margin it states', () => {
    let offered = 0;
    fc.assert(
      fc.property(anySetup, (settings) => {
        const before = evaluateWithFixes(geometryOf(settings));
        for (const check of before) {
          expect(check.fixes.length).toBeLessThanOrEqual(3);
          for (const fix of check.fixes) {
            offered++;
            const after = evaluateWithFixes(geometryOf(patched(settings, fix.patch)));
            const cured = after.find(({ kind }) => kind === check.kind);
            expect(cured?.state).toBe('passes');
            const margin = cured && marginOf(cured)?.value;
            expect(margin).toBeCloseTo(fix.leaves.value, 9);
            for (const other of after) {
              const was = before.find(({ kind }) => kind === other.kind);
              expect(STATE_ORDER.indexOf(other.state)).toBeGreaterThanOrEqual(STATE_ORDER.indexOf(was?.state ?? 'passes'));
            }
          }
        }
      }),
      { numRuns: 400 },
    );
    expect(offered).toBeGreaterThan(100);
  });

  test('an aperture fix is one the ring can be set to', () => {
    fc.assert(
      fc.property(anySetup, (settings) => {
        const { lens } = settings.rig;
        const ring = apertureScale(lens.widestFNumber, lens.smallestFNumber, lens.stopStep);
        return evaluateWithFixes(geometryOf(settings)).every(({ fixes }) =>
          fixes.every(({ patch }) => patch.fNumber === undefined || ring.includes(patch.fNumber)),
        );
      }),
    );
  });

  test('worst first, and never a number that is not one', () => {
    fc.assert(
      fc.property(anySetup, (settings) => {
        const found = evaluateWithFixes(geometryOf(settings));
        const ranks = found.map(({ state }) => STATE_ORDER.indexOf(state));
        expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
        for (const check of found) {
          expect(checkSentence(check)).not.toMatch(/NaN|Infinity|undefined|null/);
          expect(checkNote(check) ?? '').not.toMatch(/NaN|undefined/);
        }
      }),
    );
  });

  test('a larger image circle never makes a setup worse', () => {
    fc.assert(
      fc.property(anySetup, evenly(0, 50), (settings, more) => {
        const { lens } = settings.rig;
        if (lens.circle.imageCircleMm === null) return true;
        const larger = {
          ...settings,
          rig: { ...settings.rig, lens: { ...lens, circle: { ...lens.circle, imageCircleMm: lens.circle.imageCircleMm + more } } },
        };
        return STATE_ORDER.indexOf(of('imageCircle', larger).state) >= STATE_ORDER.indexOf(of('imageCircle', settings).state);
      }),
    );
  });
});
