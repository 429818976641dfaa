import { geometryOf } from '../geometry/geometry';
import { body, fieldLens, film, mounted, view } from '../rig/parts.test-support';
import { setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { evaluate, checkNote, checkSentence, evaluateWithFixes } from './evaluate';
import { CHECKS, type CheckKind } from './registry';
import type { Exposure } from '../model/exposure';
import type { RigParts } from '../model/rig';
import type { SetupSettings } from '../model/setup';
import { FIRST_EXPOSURE } from '../setup/defaults';

const known = mounted({
  back: body({ shutter: 'focal', fastestPerS: 4000, slowestS: 30, syncPerS: 200, readoutMs: 32, columnsPx: 8256, rowsPx: 5504 }),
});
const inShutter = { attachment: 'board', shutterFastestPerS: 500, shutterSlowestS: 1 } as const;

function exposed(exposure: Partial<Exposure> = {}, more: Partial<SetupSettings> = {}, parts: RigParts = known): SetupSettings {
  const base = setup(more);
  return {
    ...base,
    rig: { ...base.rig, parts },
    exposure: { ...FIRST_EXPOSURE, meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 125, iso: 100 }, ...exposure },
  };
}

const EXPOSURE_KINDS: ReadonlySet<string> = new Set(CHECKS.filter(({ step }) => step === 'expose').map(({ kind }) => kind));

const of = (settings: SetupSettings, kind: CheckKind) => evaluateWithFixes(geometryOf(settings)).find((each) => each.kind === kind);
const sentences = (settings: SetupSettings) => evaluateWithFixes(geometryOf(settings)).map(checkSentence).join('\n');

describe('checks of exposure', () => {
  test('none is asked before a meter was read, and nothing is green for it', () => {
    expect(evaluateWithFixes(geometryOf(exposed({ meter: null }))).filter(({ kind }) => EXPOSURE_KINDS.has(kind))).toEqual([]);
  });

  test('every fix offered makes its check pass', () => {
    const setups = [
      exposed({ meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 16000, iso: 100 } }),
      exposed({ flash: true, meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 500, iso: 100 } }),
      exposed({ shutter: 'electronic', moving: { speedMs: 1.4, distanceM: 6 } }),
      exposed({ release: 'hand', meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 4, iso: 100 } }),
      exposed(
        { brackets: { count: 3, stepStops: 1, order: 'darkFirst' }, filmLeft: 2, reciprocity: { kind: 'none' } },
        {},
        view({ lens: fieldLens(inShutter) }),
      ),
      exposed({}, { fNumber: 22 }),
    ];
    let tried = 0;
    for (const settings of setups) {
      for (const found of evaluateWithFixes(geometryOf(settings))) {
        if (!EXPOSURE_KINDS.has(found.kind)) continue;
        for (const { patch } of found.fixes) {
          tried++;
          expect(evaluate(found.kind, geometryOf(patched(settings, patch)))?.state ?? 'passes').toBe('passes');
        }
      }
    }
    expect(tried).toBeGreaterThan(8);
  });

  test('a time beyond the shutter fails by its stops; without its values it is unknown', () => {
    const bright = exposed({ meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 16000, iso: 100 } });
    expect(of(bright, 'time')).toMatchObject({ state: 'fails', end: 'fast', spareStops: expect.closeTo(-2, 6) as number });
    expect(sentences(bright)).toContain(
      '1/16000 s is outside the range of the focal-plane shutter (fastest 1/4000 s): 2.0 stops overexposed.',
    );
    expect(of(exposed(), 'time')?.state).toBe('passes');
    expect(of(exposed({}, {}, mounted()), 'time')?.state).toBe('unknown');
    const long = exposed({ meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 90, iso: 100 } });
    expect(sentences(long)).toContain('open for 90 s and count (bulb)');
    expect(of(exposed({ shutter: 'electronic', meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 90, iso: 100 } }), 'time')?.state).toBe(
      'fails',
    );
  });

  test('a bracket that reaches beyond a second on unmeasured film is unknown, in any order, though the metered time is short', () => {
    const film1 = (order: 'darkFirst' | 'lightFirst' | 'middleFirst', shutterSpeedS: number) =>
      of(
        exposed(
          { meter: { kind: 'pair', fNumber: 8, shutterSpeedS, iso: 100 }, brackets: { count: 3, stepStops: 2, order } },
          {},
          view({ back: film({ reciprocityExponent: null }), lens: fieldLens(inShutter) }),
        ),
        'reciprocity',
      );
    for (const order of ['darkFirst', 'lightFirst', 'middleFirst'] as const) {
      expect(film1(order, 0.5)).toMatchObject({ state: 'unknown', meteredS: expect.closeTo(2, 1) as number });
      expect(film1(order, 1 / 8)).toBeUndefined();
    }
  });

  test('film without reciprocity data is unknown, with how to find out', () => {
    const slow = { meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 8, iso: 100 } } as const;
    const sheet = view({ lens: fieldLens(inShutter) });
    const unknown = of(exposed(slow, {}, sheet), 'reciprocity');
    expect(unknown?.state).toBe('unknown');
    expect(unknown && checkNote(unknown)).toMatch(/data sheet/);
    expect(
      of(
        exposed(
          {
            ...slow,
            reciprocity: {
              kind: 'table',
              rows: [
                { meteredS: 1, neededS: 2 },
                { meteredS: 4, neededS: 15 },
              ],
            },
          },
          {},
          sheet,
        ),
        'reciprocity',
      ),
    ).toMatchObject({ state: 'unknown', beyond: true });
    expect(
      of(exposed(slow, {}, view({ back: film({ reciprocityExponent: 1.3 }), lens: fieldLens(inShutter) })), 'reciprocity'),
    ).toMatchObject({ state: 'passes', neededS: expect.closeTo(8 ** 1.3, 6) as number });
    expect(of(exposed(slow), 'reciprocity')).toBeUndefined();
  });

  test('flash: any time of a leaf, not beyond the flash time of a focal plane, never electronic', () => {
    expect(of(exposed({ flash: true }, {}, view({ lens: fieldLens(inShutter) })), 'flash')?.state).toBe('passes');
    expect(of(exposed({ flash: true }), 'flash')?.state).toBe('passes');
    expect(of(exposed({ flash: true, meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 500, iso: 100 } }), 'flash')?.state).toBe(
      'fails',
    );
    expect(of(exposed({ flash: true, shutter: 'electronic' }), 'flash')?.state).toBe('fails');
    expect(of(exposed({ flash: true }, {}, mounted()), 'flash')?.state).toBe('unknown');
  });

  test('a walker six metres off is bent by a slow read-out, not by a leaf', () => {
    const walker = { moving: { speedMs: 1.4, distanceM: 6 } };
    const slow = of(exposed({ ...walker, shutter: 'electronic' }), 'readout');
    // v·t·f/u = 1.4 m/s × 0.032 s × 24 mm / 6 m = 0.179 mm, 41 px of 4.36 µm.
    expect(slow).toMatchObject({ state: 'fails', bentPx: expect.closeTo(41.1, 0) as number });
    expect(of(exposed(walker, {}, view({ lens: fieldLens(inShutter) })), 'readout')).toMatchObject({ state: 'passes', bentPx: 0 });
  });

  test('common practice on pixels of 3.76 µm: f/16 comfortable, f/22 just visible, f/32 visibly soft', () => {
    const px = (fNumber: number) =>
      of(
        {
          ...exposed({}, { fNumber }),
          rig: {
            ...exposed().rig,
            back: { name: 'b', widthMm: 36, heightMm: 24, columnsPx: Math.round(36 / 0.00376), rowsPx: Math.round(24 / 0.00376) },
          },
        },
        'diffraction',
      )?.state;
    expect([11, 16, 22, 32].map(px)).toEqual(['passes', 'passes', 'tight', 'fails']);
  });

  test('releasing by hand at 1/4 s is advised against; with a cable and the mirror up it is not', () => {
    const slow = { meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 4, iso: 100 } } as const;
    expect(of(exposed({ ...slow, release: 'hand' }), 'shake')).toMatchObject({
      state: 'tight',
      advice: ['release', 'mirror'],
    });
    expect(of(exposed({ ...slow, release: 'timer', mirrorUp: true }), 'shake')?.state).toBe('passes');
  });

  test('film is counted against the brackets, and not counted is unknown', () => {
    const sheet = view({ lens: fieldLens(inShutter) });
    const three = { brackets: { count: 3, stepStops: 1, order: 'darkFirst' }, reciprocity: { kind: 'none' } } as const;
    expect(of(exposed({ ...three, filmLeft: 2 }, {}, sheet), 'film')).toMatchObject({ state: 'fails', shots: 3 });
    expect(of(exposed({ ...three, filmLeft: 3 }, {}, sheet), 'film')?.state).toBe('passes');
    expect(of(exposed(three, {}, sheet), 'film')?.state).toBe('unknown');
    expect(of(exposed(three), 'film')).toBeUndefined();
  });
});
