import { itemOf, specsOf, type KitItem } from '../../kit/item';
import { adapter, board, body, camera, fieldLens, film, lens, mounted, reducer, view } from '../parts.test-support';
import { rigChangeLabel, rigFixesFor } from '../fixes';
import { offersFor, placed, whyNotSentence, type Offer } from '../offers';
import { EMPTY_PLAN, partsInOrder, partsOf, planOf } from '../parts';
import { sideView } from '../sideView';
import { compared } from '../comparison';
import { assembled } from '../assembled';
import { emptyValue } from '../../kit/spec';
import { verdictNote, verdictSentence, verdictsOf, type VerdictKind } from './verdicts';
import type { RigParts } from '../../model/rig';

/** A verdict with what it says. */
function said(parts: RigParts, kind: VerdictKind) {
  const found = verdictsOf(parts).find((each) => each.kind === kind);
  if (!found) throw new Error(`no verdict on ${kind}`);
  return { state: found.state, asks: found.asks, sentence: verdictSentence(found), note: verdictNote(found) };
}
const reason = (offer: Offer | undefined): string => (offer?.why ? whyNotSentence(offer.why) : '');
const kit = (...items: readonly KitItem[]): ReadonlyMap<string, KitItem> => new Map(items.map((item) => [item.id, item]));
/** A lens of which every verdict can be given. */
const whole = (specs: Parameters<typeof lens>[0]) => lens({ pupilDepthMm: 10, nearestM: 0.5, filterThreadMm: 52, ...specs });
const reflex = lens({ mount: 'long', flangeDistanceMm: 44.5 });

describe('verdicts on a rig', () => {
  test('a mechanism thicker than the flange distances leave room for', () => {
    const parts = mounted({ lens: reflex, between: [adapter({ thicknessMm: 32 }, 'shift mechanism')] });
    expect(said(parts, 'thickness')).toMatchObject({
      state: 'fails',
      sentence: 'Needs 26.5 mm between flanges; shift mechanism is 32.0 mm thick.',
    });
    // f²/x = 2500/5.5, and f: 504.5 mm.
    expect(said(parts, 'infinity')).toMatchObject({
      state: 'fails',
      sentence: 'The lens stands 5.5 mm too far out: nothing beyond 0.505 m is sharp.',
    });
  });

  test('an adapter that fits is said to, and one too thin asks for a spacer', () => {
    const fits = said(mounted({ lens: reflex, between: [adapter()] }), 'thickness');
    expect(fits.state).toBe('passes');
    expect(fits.sentence).toMatch(/^26\.5 mm between the flanges, exactly/);
    const thin = said(mounted({ lens: reflex, between: [adapter({ thicknessMm: 26.2 })] }), 'thickness');
    expect(thin.state).toBe('tight');
    expect(thin.note).toMatch(/spacer of 0\.3 mm/);
  });

  test('a lens made for a shorter flange distance than the body’s cannot be adapted', () => {
    expect(said(mounted({ back: body({ flangeDistanceMm: 44.5 }), between: [adapter({ thicknessMm: 1 })] }), 'thickness').sentence).toMatch(
      /^The lens would have to sit 26\.5 mm inside the body/,
    );
  });

  test('a wide lens on bellows that do not close enough names the board that would fix it', () => {
    const parts = view({ lens: fieldLens({ flangeFocalMm: 62 }) });
    const infinity = said(parts, 'infinity');
    expect(infinity.sentence).toMatch(/^Infinity needs the standards 62\.0 mm apart; the bellows close only to 80\.0 mm/);
    expect(infinity.note).toBe('A board recessed by at least 18.0 mm more would reach infinity.');
    expect(said({ ...parts, board: board(-18) }, 'infinity').state).not.toBe('fails');
    expect(said({ ...parts, board: board(-17.9) }, 'infinity').state).toBe('fails');
  });

  test('a long lens on bellows too short asks for a raised board; a telephoto needs none', () => {
    const long = view({ lens: fieldLens({ focalMm: 360, flangeFocalMm: 350 }) });
    expect(said(long, 'infinity').note).toBe('A board raised by at least 50.0 mm more would reach infinity.');
    expect(said(view({ lens: fieldLens({ focalMm: 360, flangeFocalMm: 240 }) }), 'infinity').state).toBe('passes');
  });

  test('nothing is green because nothing was checked: whatever spec is blanked, no verdict that used it holds on', () => {
    const complete: readonly RigParts[] = [
      mounted({
        lens: lens({ mount: 'long', flangeDistanceMm: 44.5, nearestM: 0.5, filterThreadMm: 52, pupilDepthMm: 10 }),
        between: [adapter()],
        front: [itemOf('filter', 'f', 'filter', { threadMm: 52, clearMm: 48, heightMm: 5 })],
      }),
      view(),
    ];
    let asked = 0;
    for (const parts of complete) {
      for (const item of partsInOrder(parts)) {
        for (const [key, spec] of specsOf(item.kind)) {
          const blank = { ...item, specs: { ...item.specs, [key]: emptyValue(spec) } } as KitItem;
          const next = JSON.parse(JSON.stringify(parts), (_key, value: unknown) =>
            isItem(value) && value.id === item.id ? blank : value,
          ) as RigParts;
          for (const verdict of verdictsOf(next)) {
            expect(verdictSentence(verdict)).not.toMatch(/NaN|undefined|\bnull\b/);
            if (verdict.state === 'unknown') {
              expect(verdict.asks.length).toBeGreaterThan(0);
              asked++;
            }
          }
        }
      }
    }
    expect(asked).toBeGreaterThan(30);
  });

  test.each([
    ['slides', whole({ slides: null }), ['movements', 'throat', 'front']],
    ['attachment', whole({ attachment: null }), ['fit']],
    ['contacts', whole({ contacts: null }), ['recording']],
    ['flange distance', whole({ flangeDistanceMm: null }), ['thickness', 'infinity', 'nearest']],
    ['pupil depth', whole({ pupilDepthMm: null }), ['front']],
    ['nearest focus', whole({ nearestM: null }), ['nearest']],
    ['lock of the tilt', whole({ tilts: 'both', tiltDeg: 8 }), ['movements']],
  ] as const)('without the %s just these are unknown', (_name, blanked, kinds) => {
    const parts = mounted({ lens: blanked, front: [itemOf('filter', 'f', 'filter', { threadMm: 52, clearMm: 48, heightMm: 5 })] });
    expect(
      verdictsOf(parts)
        .filter(({ state }) => state === 'unknown')
        .map(({ kind }) => kind),
    ).toEqual(kinds);
  });

  test('a reducer whose factor is unknown leaves everything open that it changes', () => {
    const blank = { ...reducer(), specs: { ...reducer().specs, factor: null } };
    const parts = mounted({
      lens: lens({ mount: 'long', flangeDistanceMm: 44.5, slides: 'rotating', travelMm: 10, nearestM: 0.5 }),
      between: [blank],
    });
    const open = verdictsOf(parts)
      .filter(({ state }) => state === 'unknown')
      .map(({ kind }) => kind);
    expect(open).toEqual(expect.arrayContaining(['specs', 'infinity', 'nearest', 'circle', 'movements', 'throat']));
  });

  test('a lens that focuses nearer than four focal lengths draws as large as its own spec says, and without it nobody knows', () => {
    // A lens moved out as a whole stands 4 f from its subject at life size, and never nearer (the lens equation).
    const close = (specs: Parameters<typeof lens>[0]) => said(mounted({ lens: whole({ focalMm: 100, ...specs }) }), 'nearest');
    expect(close({ nearestM: 0.4 }).sentence).toBe('Focuses down to 0.200 m from the lens, life size.');
    const shorter = close({ nearestM: 0.25 });
    expect(shorter.state).toBe('unknown');
    expect(shorter.sentence).toBe(
      'The nearest focus is unknown. A 100 mm lens cannot reach 0.250 m by extension alone; enter its maximum magnification.',
    );
    expect(shorter.asks.map(({ spec }) => spec)).toEqual(['nearestMagnification']);
    // Fact of the trade (common practice): marked 100 mm, twice life-size at 250 mm from the sensor, it acts as 55.6 mm: 1.5 × 55.6 = 83 mm from it.
    expect(close({ nearestM: 0.25, nearestMagnification: 2 }).sentence).toBe('Focuses down to 0.083 m from the lens, 2.0 times life size.');
  });

  test('no contacts anywhere in the chain means that the log must know', () => {
    expect(said(mounted(), 'recording').state).toBe('passes');
    expect(said(mounted({ lens: reflex, between: [adapter()] }), 'recording').sentence).toMatch(
      /^adapter has no contacts: the file will not record aperture and focal length/,
    );
    expect(said(view(), 'recording').sentence).toMatch(/^Film records nothing/);
    expect(said(mounted({ lens: lens({ contacts: null }) }), 'recording').state).toBe('unknown');
  });

  test('a reducer shrinks the circle below the frame', () => {
    const parts = mounted({ lens: lens({ mount: 'long', flangeDistanceMm: 44.5, imageCircleMm: 58 }), between: [reducer(0.71)] });
    expect(said(parts, 'circle')).toMatchObject({ state: 'fails' });
    expect(said(parts, 'circle').sentence).toMatch(/behind reducer is 41\.2 mm, the frame 43\.3 mm across: the corners are dark/);
  });

  test('a camera with a lens of its own takes only that lens', () => {
    const own = lens({ attachment: 'fixed' });
    const fixed: RigParts = { kind: 'fixed', back: body({ ownLens: true }), lens: own, front: [] };
    expect(said(fixed, 'fit').state).toBe('passes');
    expect(said({ ...fixed, lens: lens() }, 'fit').sentence).toMatch(/is not fixed in a body/);
    expect(said(mounted({ lens: own }), 'fit').sentence).toMatch(/cannot be used elsewhere/);
  });

  test('an unmounted lens made for a longer flange distance leaves slack to tilt in', () => {
    const held: RigParts = { kind: 'held', back: body(), lens: reflex, front: [] };
    expect(said(held, 'infinity').sentence).toBe(
      'Infinity is sharp with the lens held 26.5 mm before the body; within that it can be tilted.',
    );
    expect(said({ ...held, back: body({ flangeDistanceMm: 44.5 }), lens: lens() }, 'infinity').state).toBe('fails');
  });
});

function isItem(value: unknown): value is KitItem {
  return typeof value === 'object' && value !== null && 'specs' in value && 'id' in value;
}

describe('choosing along the chain', () => {
  const items = kit(
    body(),
    lens(),
    { ...reflex, id: 'reflex', name: 'reflex lens' },
    adapter(),
    adapter({ thicknessMm: 32 }, 'thick'),
    reducer(),
    camera(),
    film(),
    board(0, 'flat'),
    board(-18, 'recessed'),
    fieldLens(),
  );

  test('what fits is offered first, and what does not says why', () => {
    const plan = { ...EMPTY_PLAN, backId: 'body', lensId: 'reflex' };
    const offers = offersFor(plan, 'between', items);
    expect(offers.map(({ item, state }) => [item.id, state])).toEqual([
      ['adapter', 'fits'],
      ['reducer', 'fits'],
      ['thick', 'not'],
    ]);
    expect(reason(offers[2])).toBe('Needs 26.5 mm between flanges; thick is 32.0 mm thick.');
  });

  test('a lens with another mount says that it needs an adapter, one on a board that it needs a camera', () => {
    const offers = offersFor(
      { ...EMPTY_PLAN, backId: 'body' },
      'lens',
      kit(body(), { ...reflex, id: 'reflex' }, { ...fieldLens(), id: 'field' }, lens()),
    );
    expect(offers.map(({ item, state }) => [item.id, state])).toEqual(
      [
        ['lens', 'fits'],
        ['reflex', 'not'],
        ['field', 'not'],
      ].sort((a, b) => Number(b[1] === 'fits') - Number(a[1] === 'fits')),
    );
    expect(reason(offers.find(({ item }) => item.id === 'reflex'))).toMatch(/^Needs an adapter/);
    expect(reason(offers.find(({ item }) => item.id === 'field'))).toMatch(/needs a view camera or rail/);
  });

  test('a mount that is unknown is neither offered as fitting nor refused', () => {
    const offers = offersFor({ ...EMPTY_PLAN, backId: 'body' }, 'lens', kit(body(), lens({ mount: null })));
    expect(offers[0]).toMatchObject({ state: 'unknown' });
  });

  test('a plan and its parts say the same', () => {
    for (const parts of [mounted({ between: [adapter()] }), view({ bag: true })]) {
      const back = partsOf(planOf(parts), kit(...partsInOrder(parts)));
      expect(back).toEqual(parts);
    }
    expect(partsOf({ ...EMPTY_PLAN, kind: 'view' }, items)).toEqual({ open: ['back', 'camera', 'board', 'lens'] });
  });

  test('places in a row are filled, changed and emptied', () => {
    const two = placed(placed(EMPTY_PLAN, 'between', 'a', 0), 'between', 'b', 1);
    expect(two.betweenIds).toEqual(['a', 'b']);
    expect(placed(two, 'between', null, 0).betweenIds).toEqual(['b']);
  });

  test('every fix offered makes its verdict pass and worsens none', () => {
    const wide = { ...fieldLens({ flangeFocalMm: 62 }), id: 'wide' };
    const all = kit(film(), camera({ bagMinMm: 50, bagMaxMm: 120 }), board(0, 'flat'), board(-30, 'recessed'), board(25, 'raised'), wide);
    const plan = { ...EMPTY_PLAN, kind: 'view' as const, backId: 'film', cameraId: 'camera', boardId: 'flat', lensId: 'wide' };
    const cures = rigFixesFor('infinity', plan, all);
    expect(cures.map(({ change }) => rigChangeLabel(change))).toEqual(['the bag bellows', 'board -30']);
    for (const cure of cures) {
      const parts = partsOf(cure.plan, all);
      if ('open' in parts) throw new Error('unfinished');
      expect(said(parts, 'infinity').state).toBe('passes');
    }
    expect(rigFixesFor('fit', plan, all)).toEqual([]);
  });
});

describe('the side view', () => {
  test('puts the seat of the lens where infinity needs it, and follows the board', () => {
    const side = sideView(view({ board: board(-18), lens: fieldLens({ flangeFocalMm: 90 }) }));
    expect(side.infinityMm).toBe(90);
    expect(side.planes.find(({ name }) => name === 'seat of the lens')?.atMm).toBeCloseTo(90, 9);
    expect(side.planes.find(({ name }) => name === 'front standard')?.atMm).toBeCloseTo(108, 9);
    const mountedSide = sideView(mounted({ lens: reflex, between: [adapter()] }));
    expect(mountedSide.planes.at(-1)).toEqual({ name: 'flange of the lens', atMm: 44.5 });
  });

  test('marks what is drawn without being known', () => {
    expect(sideView(mounted()).blocks.find(({ kind }) => kind === 'lens')?.known).toBe(false);
  });
});

describe('rigs compared', () => {
  const rig = (parts: RigParts) => {
    const built = assembled({ name: 'r', rigId: null, parts });
    if (!built.known) throw new Error('unknown');
    return built.value;
  };

  test('field of view by published angles: 50 mm on 36 × 24 sees 39.6° by 27.0°, 46.8° across', () => {
    // Jacobson et al., The Manual of Photography, table of fields of view (from memory): 50 mm, 47° diagonal, 40° horizontal, 27° vertical.
    const { field } = compared(rig(mounted()), { widthMm: 36, heightMm: 24 }, 'diagonal');
    expect(field.levelDeg).toBeCloseTo(39.6, 1);
    expect(field.uprightDeg).toBeCloseTo(27, 0);
    expect(field.diagonalDeg).toBeCloseTo(46.8, 1);
  });

  test('normal lenses of sheet formats are equal by diagonal: 150 on 4 × 5 in is 300 on 8 × 10 in', () => {
    // Common practice: 150 mm for 4 × 5 in, 300 mm for 8 × 10 in.
    const sheet = compared(
      rig(view({ lens: fieldLens({ focalMm: 150, flangeFocalMm: 145 }) })),
      { widthMm: 245, heightMm: 194 },
      'diagonal',
    );
    expect(Math.abs(sheet.equalFocalMm - 300)).toBeLessThan(15);
    expect(sheet.equalFNumber).toBeCloseTo(sheet.fNumber * (sheet.equalFocalMm / 150), 9);
  });

  test('movements widen the field, and unknown travel leaves it unknown', () => {
    const moving = compared(rig(mounted({ lens: lens({ slides: 'rotating', travelMm: 5 }) })), { widthMm: 36, heightMm: 24 }, 'width');
    expect(moving.withMovements?.levelDeg ?? 0).toBeGreaterThan(moving.field.levelDeg);
    expect(compared(rig(mounted({ lens: lens({ slides: null }) })), { widthMm: 36, heightMm: 24 }, 'width').withMovements).toBeNull();
  });
});
