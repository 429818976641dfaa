import { geometryOf } from '../geometry/geometry';
import { body, fieldLens, film, mounted, view } from '../rig/parts.test-support';
import { setup } from '../setup/fixtures.test-support';
import { patched } from '../setup/patch';
import { evaluate, checkNote, checkSentence, evaluateWithFixes } from './evaluate';
import { CHECKS, type CheckKind } from './registry';
import { fixSetting } from './wording';
import type { Exposure, FlashLight } from '../model/exposure';
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
      exposed({
        flash: true,
        meter: { kind: 'ev', ev: 6, iso: 100 },
        flashLight: {
          reading: { kind: 'guide', guideNumberM: 20, distanceM: 6, iso: 100 },
          pops: 1,
          opening: 'one',
          shutterSpeedS: 1 / 60,
          recycleS: 3,
        },
      }),
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

  test('a lens in the hand is advised against beyond one over its focal length as the small format counts it', () => {
    // 24 mm on half the diagonal frames like 48 mm: 1/48 s is the limit, 1/24 s would be that of the whole frame.
    const base = exposed({ release: 'hand', mirrorUp: true });
    const { back } = base.rig;
    const at = (shutterSpeedS: number) =>
      of(
        {
          ...base,
          rig: {
            ...base.rig,
            back: { ...back, widthMm: 18.02, heightMm: 12 },
            lens: { ...base.rig.lens, focalMm: 24 },
            parts: { kind: 'held', back: known.back, lens: known.lens, front: [] },
          },
          exposure: { ...base.exposure, meter: { kind: 'pair', fNumber: 8, shutterSpeedS, iso: 100 } },
        },
        'shake',
      );
    expect(at(1 / 30)).toMatchObject({ state: 'tight', advice: ['heldLens'] });
    expect(at(1 / 60)).toMatchObject({ state: 'passes' });
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

describe('checks of flash', () => {
  const LIGHT: FlashLight = {
    reading: { kind: 'meter', fNumber: 8, iso: 100 },
    pops: 1,
    opening: 'one',
    shutterSpeedS: 1 / 60,
    recycleS: 4,
  };
  const lit = (
    light: Partial<FlashLight> | null,
    exposure: Partial<Exposure> = {},
    more: Partial<SetupSettings> = {},
    parts: RigParts = known,
  ) => exposed({ meter: null, flash: true, flashLight: light && { ...LIGHT, ...light }, ...exposure }, more, parts);
  const view4 = view({ lens: fieldLens(inShutter), back: film() });

  test('without a reading the light of the flash is unknown; without flash there is no such check', () => {
    const found = of(lit(null), 'flashPower');
    expect(found?.state).toBe('unknown');
    expect(found && checkSentence(found)).toBe('How much light the flash gives is unknown.');
    expect(found && checkNote(found)).toContain('guide number and distance');
    expect(of(exposed(), 'flashPower')).toBeUndefined();
    expect(of(lit({}, { flash: false }), 'flashPower')).toBeUndefined();
  });

  test('one pop at its own aperture is right; two stops smaller it underexposes, and four pops are offered', () => {
    const right = of(lit({}), 'flashPower');
    expect(right?.state).toBe('passes');
    expect(right && checkSentence(right)).toBe('1 pop exposes correctly at f/8.');
    expect(right && checkNote(right)).toContain('Ambient light is not counted');
    const dark = lit({}, {}, { fNumber: 16 });
    const found = of(dark, 'flashPower');
    expect(found && checkSentence(found)).toBe('1 pop underexposes by 2.0 stops at f/16.');
    expect(found && checkNote(found)).toBe('The flash can also be turned up by 2.0 stops, if it has that in reserve.');
    // On film that is one pop per doubling less a third of a stop: 4 · 2^(−1/3) = 3.2.
    expect(of(lit({}, {}, { fNumber: 16 }, view4), 'flashPower')?.fixes.map(fixSetting)).toContain('4 pops');
  });

  test('the share of ambient light is given, and where ambient light alone is too much the note says so', () => {
    // EV 9 at ISO 100 and f/8: 1/8 s, so 1/30 s is two stops under: 0.25 beside 1.
    const beside = of(lit({ shutterSpeedS: 1 / 30 }, { meter: { kind: 'ev', ev: 9, iso: 100 } }), 'flashPower');
    expect(beside && checkSentence(beside)).toBe('1 pop and ambient light expose correctly at f/8; 20 % of the light is ambient.');
    expect(beside && checkNote(beside)).toBeNull();
    const bright = of(lit({ shutterSpeedS: 1 / 2 }, { meter: { kind: 'ev', ev: 9, iso: 100 } }), 'flashPower');
    expect(bright && checkSentence(bright)).toMatch(/^1 pop and ambient light overexpose by 2\.3 stops at f\/8\.$/);
    expect(bright && checkNote(bright)).toContain('Ambient light alone is too much');
  });

  test('with a guide number, moving the flash is a fix: a stop for each factor of √2 in distance', () => {
    const weak = lit({ reading: { kind: 'guide', guideNumberM: 32, distanceM: 8, iso: 100 } });
    const found = of(weak, 'flashPower');
    expect(found && checkSentence(found)).toContain('underexposes by 2.0 stops');
    expect(found?.fixes.map(fixSetting)).toContain('flash at 4.0 m');
  });

  test('the shutter speed that is set is held against the sync speed, not the time that ambient light would need', () => {
    const bright = { meter: { kind: 'ev', ev: 15, iso: 100 } } as const;
    expect(of(lit({ shutterSpeedS: 1 / 125 }, bright), 'flash')?.state).toBe('passes');
    const fast = of(lit({ shutterSpeedS: 1 / 500 }, bright), 'flash');
    expect(fast?.state).toBe('fails');
    const fixes = of(lit({ shutterSpeedS: 1 / 500 }), 'flash')?.fixes.map(fixSetting);
    expect(fixes?.[0]).toBe('shutter at 1/200 s');
    expect(of(lit({ shutterSpeedS: 1 / 125 }, bright), 'time')?.state).toBe('passes');
  });

  test('where flash gives nearly all the light, shake and reciprocity are not checked', () => {
    const dim = { meter: { kind: 'ev', ev: 2, iso: 100 } } as const;
    // By hand at 1/60 s: EV 2 at f/8 wants 16 s, so that the ambient light gives a thousandth.
    expect(of(lit({}, { ...dim, release: 'hand' }), 'shake')).toBeUndefined();
    expect(of(lit({ shutterSpeedS: 8 }, { ...dim, release: 'hand' }), 'shake')).toBeDefined();
    expect(of(lit({ shutterSpeedS: 1 / 60 }, dim, {}, view4), 'reciprocity')).toBeUndefined();
    expect(of(exposed({ ...dim, flash: false }, {}, view4), 'reciprocity')).toBeDefined();
  });

  test('several pops take their time, which must fit into the one opening', () => {
    expect(of(lit({ pops: 1 }), 'pops')).toBeUndefined();
    const unknown = of(lit({ pops: 4, recycleS: null }), 'pops');
    expect(unknown?.state).toBe('unknown');
    expect(unknown && checkNote(unknown)).toContain('recycling time');
    const short = of(lit({ pops: 4 }, {}, { fNumber: 16 }, view4), 'pops');
    expect(short && checkSentence(short)).toBe('4 pops take 12 s, but the shutter is open for only 1/60 s.');
    expect(short && checkNote(short)).not.toContain('recycling time');
    expect(short?.fixes.map(fixSetting)).toEqual(['shutter at 14 s', 'an opening for each pop']);
    const long = of(lit({ pops: 4, shutterSpeedS: 14 }, {}, { fNumber: 16 }, view4), 'pops');
    expect(long?.state).toBe('passes');
    expect(long && checkSentence(long)).toBe('4 pops take 12 s; no moving subject is entered.');
  });

  test('a moving subject shows at each pop; on a sensor one pop at a higher ISO is a fix', () => {
    // 0.01 m/s at 5 m by 24 mm: 0.048 mm/s, in 12 s 0.576 mm or 132 px of 36/8256 mm.
    const moving = lit({ pops: 4, opening: 'each' }, { moving: { speedMs: 0.01, distanceM: 5 } }, { fNumber: 16, focusM: null });
    const found = of(moving, 'pops');
    expect(found?.state).toBe('fails');
    expect(found && checkSentence(found)).toMatch(
      /^The moving subject travels 132 px between the first and last of 4 pops, 12 s apart; tolerance/,
    );
    expect(found?.fixes.map(fixSetting)).toEqual(['one pop at ISO 400']);
    const slow = of(lit({ pops: 4, opening: 'each' }, { moving: { speedMs: 0.000_01, distanceM: 5 } }, { fNumber: 16 }), 'pops');
    expect(slow?.state).toBe('passes');
  });
});
