import type { Mark } from './drawing';
import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { FIRST_MOSAIC } from '../mosaic/mosaic';
import { assembled } from '../rig/assembled';
import { board, camera, view, fieldLens, film } from '../rig/parts.test-support';
import { anySetup, frontScene, setup } from '../setup/fixtures.test-support';
import { PLAIN_SCENE } from '../scene/scene';
import { cardPages, SPOT_SIZES } from './cardPages';
import { dayStart, jobPages, litWords, packingList } from './jobSheet';
import { leftOff, placeSteps, spotCard } from './spotCard';
import { clipped } from './setupDrawings';
import { evenly } from '../evenly.test-support';
import { FIRST_EXPOSURE } from '../setup/defaults';
import type { Scene } from '../model/scene';

const words = (settings: Parameters<typeof spotCard>[0]) => spotCard(settings).map(({ words: said }) => said);
const ids = (settings: Parameters<typeof spotCard>[0]) =>
  spotCard(settings)
    .filter(({ told }) => !told)
    .map(({ id }) => id);
const onFilm = () => ({
  ...setup().rig,
  parts: view({ back: film({ form: 'sheet', sheetsPerHolder: 2 }), lens: fieldLens({ shutterFastestPerS: 500, shutterSlowestS: 1 }) }),
});

/** How far a mark reaches along x and along y, mm. */
function reachOf(mark: Mark): readonly [readonly number[], readonly number[]] {
  if (mark.kind === 'line')
    return [
      [mark.x1, mark.x2],
      [mark.y1, mark.y2],
    ];
  if (mark.kind === 'rect')
    return [
      [mark.x, mark.x + mark.w],
      [mark.y, mark.y + mark.h],
    ];
  if (mark.kind === 'disc')
    return [
      [mark.x - mark.r, mark.x + mark.r],
      [mark.y - mark.r, mark.y + mark.r],
    ];
  if (mark.kind === 'polygon') return [mark.points.map(([x]) => x), mark.points.map(([, y]) => y)];
  return [[mark.x], [mark.y]];
}

test('the line of the image circle keeps the id under which stored cards know it', () => {
  const outside = spotCard(geometryOf(setup({ movements: { riseMm: 30, shiftMm: 0 } })));
  expect(outside.map(({ id }) => id)).toContain('finding lightCircle');
});

describe('the card for the spot', () => {
  test('goes in the order in which practitioners work', () => {
    const order = ids(
      geometryOf(setup({ front: { tiltDeg: 3, swingDeg: 0 }, exposure: { ...FIRST_EXPOSURE, meter: { kind: 'ev', ev: 12, iso: 100 } } })),
    );
    const wanted = [
      'open',
      'compose',
      'level again',
      'move',
      'focus',
      'tilt',
      'compose again',
      'corners',
      'stop',
      'meter',
      'set',
      'wait',
      'shoot',
      'review',
    ];
    expect(order.filter((id) => wanted.includes(id))).toEqual(wanted);
  });

  test('says the values as the mechanism reads them', () => {
    const { specs } = spotCard(geometryOf(setup({ movements: { riseMm: 3, shiftMm: -4 } }))).find(({ id }) => id === 'move') ?? {
      specs: '',
    };
    // One slide that rotates: 3 up and 4 left is 5 out at 143°.
    expect(specs).toBe('slide turned to 143° (0 right, 90 up), out by 5.0 mm: 3.0 mm of rise, 4.0 mm of shift to the left');
  });

  test('says where a slide on a line stands along it, and both what it raises and what it shifts', () => {
    const rig = { ...setup().rig, mechanism: { kind: 'line' as const, angleDeg: 90, forwardMm: 11, backMm: 11 } };
    const { specs } = spotCard(geometryOf(setup({ rig, movements: { riseMm: 5, shiftMm: 0 } }))).find(({ id }) => id === 'move') ?? {
      specs: '',
    };
    expect(specs).toBe('slide at 5.0 mm on its line (5.0 mm of rise, no shift)');
  });

  test('says how far the standards stand apart: flange focal length and extension, less what a raised board adds', () => {
    // 90 mm with a flange focal length of 98 mm on a board raised by 10 mm, at half a metre: extension 90²/410 = 19.76 mm.
    const parts = view({
      board: board(10),
      lens: fieldLens({ focalMm: 90, flangeFocalMm: 98 }),
      camera: camera({ bellowsMinMm: 60, bellowsMaxMm: 300 }),
    });
    const made = assembled({ name: 'rig', rigId: null, parts });
    if (!made.known) throw new Error('the rig is not known');
    const focus = spotCard(geometryOf(setup({ rig: made.value, focusM: 0.5 }))).find(({ id }) => id === 'focus');
    expect(focus?.specs).toContain('19.8 mm out from infinity');
    expect(focus?.specs).toContain('standards 107.8 mm apart');
  });

  test('follows shutter and back: cock, holder and dark slide with film behind a leaf, none of it with a sensor', () => {
    const sheet = ids(geometryOf(setup({ rig: onFilm() })));
    for (const id of ['close', 'cock', 'holder', 'dark slide', 'shoot', 'dark slide in']) expect(sheet).toContain(id);
    expect(sheet.indexOf('dark slide')).toBeLessThan(sheet.indexOf('shoot'));
    expect(ids(geometryOf(setup()))).not.toContain('dark slide');
    expect(ids(geometryOf(setup()))).toContain('mirror');
  });

  test('has every frame of a mosaic, the brackets with their shutter speeds, and cautions dismissed on screen too', () => {
    const settings = setup({
      mosaic: {
        ...FIRST_MOSAIC,
        series: { ...FIRST_MOSAIC.series, brackets: 3 },
        frames: [-6, 6].map((shiftMm) => ({ shiftMm, riseMm: 0, turned: false })),
      },
      exposure: {
        ...FIRST_EXPOSURE,
        meter: { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 60, iso: 100 },
        brackets: { count: 3, stepStops: 1, order: 'darkFirst' },
      },
    });
    expect(ids(geometryOf(settings))).toEqual(expect.arrayContaining(['frame 1', 'frame 2', 'series', 'brackets']));
    expect(spotCard(geometryOf(settings)).find(({ id }) => id === 'brackets')?.specs).toBe('1/125 s · 1/60 s · 1/30 s');
    expect(words(geometryOf(settings)).join()).toContain('Quays, slipways and roofs');
  });

  test('what the meter read is on the card, and what it is corrected for', () => {
    const read = (favour: 'centre' | 'corner') =>
      spotCard(geometryOf(setup({ exposure: { ...FIRST_EXPOSURE, favour, meter: { kind: 'ev', ev: 12, iso: 100 } } })))
        .filter(({ id }) => id === 'meter')
        .map(({ specs }) => specs)
        .join();
    expect(read('centre')).toContain('12.0');
    expect(read('centre')).not.toContain('corrected for');
    expect(read('corner')).toContain('corrected for');
  });

  test('where the camera is slid the other way each frame says how far; the first, and a camera that stays, say nothing of it', () => {
    const slid = (mover: 'counter' | 'lens') => {
      const frames = [-6, 0, 6].map((shiftMm) => ({ shiftMm, riseMm: 0, turned: false }));
      const card = spotCard(geometryOf(setup({ focusM: null, mosaic: { ...FIRST_MOSAIC, mover, frames } })));
      return ['frame 1', 'frame 2', 'frame 3'].map(
        (frame) => /camera slid .*/u.exec(card.find(({ id }) => id === frame)?.specs ?? '')?.[0] ?? '',
      );
    };
    // At infinity the camera goes as far as the lens, the other way, from where it stands for the first frame.
    expect(slid('counter')).toEqual(['', 'camera slid 6.0 mm left, 0.0 mm down', 'camera slid 12.0 mm left, 0.0 mm down']);
    expect(slid('lens')).toEqual(['', '', '']);
  });

  test('own steps, order and what is left out are as the photographer wanted; nothing is lost or doubled', () => {
    const own = {
      order: ['review', 'own 1', 'open'],
      own: [{ id: 'own 1', words: 'Ask the harbour master' }],
      left: ['corners', 'always'],
      ticked: [],
      notes: {},
    };
    const plain = ids(geometryOf(setup()));
    const settings = setup({ card: own });
    const order = ids(geometryOf(settings)).filter((id) => plain.includes(id) || id === 'own 1');
    expect(order.filter((id) => own.order.includes(id))).toEqual(own.order);
    expect(order).not.toContain('corners');
    expect(
      leftOff(geometryOf(settings))
        .map(({ id }) => id)
        .sort(),
    ).toEqual(['always', 'corners']);
    expect([...order, 'corners', 'always'].sort()).toEqual([...plain, 'own 1'].sort());
    fc.assert(
      fc.property(fc.shuffledSubarray(plain), (some) => {
        const ordered = ids(geometryOf(setup({ card: { ...own, left: [], own: [], order: some } })));
        expect([...ordered].sort()).toEqual([...plain].sort());
      }),
    );
  });

  test('any setup fits its pages: no mark beyond the paper, in either size', () => {
    fc.assert(
      fc.property(anySetup, fc.constantFrom('a5' as const, 'letterHalf' as const), (settings, size) => {
        for (const { widthMm, heightMm, marks } of cardPages({ name: 'A setup', job: 'A job', settings }, size)) {
          expect([widthMm, heightMm]).toEqual([SPOT_SIZES[size].widthMm, SPOT_SIZES[size].heightMm]);
          for (const mark of marks) {
            const [xs, ys] = reachOf(mark);
            for (const x of xs) expect(x >= 0 && x <= widthMm).toBe(true);
            for (const y of ys) expect(y >= 0 && y <= heightMm).toBe(true);
          }
        }
      }),
      { numRuns: 25 },
    );
  });

  test('a line is clipped to what lies in the box', () => {
    const box = { x: 0, y: 0, w: 10, h: 10 };
    expect(clipped([-5, 5], [15, 5], box)).toEqual([
      [0, 5],
      [10, 5],
    ]);
    expect(clipped([-5, -5], [-1, 20], box)).toBeNull();
    const at = fc.tuple(evenly(-30, 30), evenly(-30, 30));
    fc.assert(
      fc.property(at, at, (a, b) => {
        for (const [x, y] of clipped(a, b, box) ?? []) expect(x >= -1e-9 && x <= 10 + 1e-9 && y >= -1e-9 && y <= 10 + 1e-9).toBe(true);
      }),
    );
  });
});

describe('the sheet of a job', () => {
  test('packs each thing once, with the setups that need it', () => {
    const [a, b] = [
      { name: 'A', settings: setup() },
      { name: 'B', settings: setup({ exposure: { ...FIRST_EXPOSURE, filters: [{ name: 'grey 0.9', stops: 3 }], flash: true } }) },
    ];
    const list = packingList([a, b]);
    expect(list.find(({ kind }) => kind === 'lens')?.setups).toEqual(['A', 'B']);
    expect(list.filter(({ setups }) => setups.join() === 'B').map(({ name }) => name)).toEqual(['grey 0.9', 'flash']);
    expect(new Set(list.map(({ name, kind }) => `${kind} ${name}`)).size).toBe(list.length);
  });

  test('a day begins at midnight on the clocks of its zone, on the days that change them too', () => {
    expect(dayStart('2026-10-25', 'Europe/London').toISOString()).toBe('2026-10-24T23:00:00.000Z');
    expect(dayStart('2026-10-26', 'Europe/London').toISOString()).toBe('2026-10-26T00:00:00.000Z');
    expect(dayStart('2026-03-29', 'Europe/London').toISOString()).toBe('2026-03-29T00:00:00.000Z');
    expect(dayStart('2026-06-01', 'Asia/Kolkata').toISOString()).toBe('2026-05-31T18:30:00.000Z');
    expect(() => dayStart('noon', 'UTC')).toThrow(RangeError);
    expect(() => dayStart('2026-06-01', 'Nowhere/Here')).toThrow(RangeError);
  });

  test('says when a front is lit, or that its bearing is unknown', () => {
    const scene = {
      subject: { kind: 'front' as const, widthM: 8, heightM: 10, depthM: 5, storeys: 3, bays: 3, turnDeg: 0 },
      distanceM: 20,
      asideM: 0,
      cameraHeightM: 1.6,
      yawDeg: 0,
      pitchDeg: 0,
      rollDeg: 0,
      ...PLAIN_SCENE,
    };
    const text = (compassDeg: number | null) =>
      jobPages(
        'Job',
        { place: { name: 'Quay', latitudeDeg: 53, longitudeDeg: 0, heightM: 0 }, day: '2026-06-21', timeZone: 'Europe/London' },
        [{ name: 'Tower', settings: setup({ scene: { ...scene, compassDeg } }) }],
        'a5',
      )
        .flatMap(({ marks }) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : [])))
        .join(' ');
    expect(text(null)).toContain('which way it faces is unknown');
    expect(text(270)).toMatch(/Tower: faces east; sun on it 04:\d\d–13:\d\d/);
    // Without a bearing nothing is said of a direction, whatever else is there.
    expect(litWords({ bearingDeg: null, stretches: [] }, 'UTC')).toBe(
      'which way it faces is unknown: enter the compass bearing in the step Position',
    );
    expect(litWords({ bearingDeg: 90, stretches: [] }, 'UTC')).toMatch(/^faces east; no sun on it/u);
  });
});

test('how the camera is placed and held is said with its side, and nothing is turned within a twentieth of a degree', () => {
  const held = (more: Partial<Scene>) =>
    placeSteps(geometryOf(setup({ scene: { ...frontScene(18, 1.6), ...more } }))).map(({ specs }) => specs);
  expect([
    held({}),
    held({ asideM: 0.004, yawDeg: 0.04, pitchDeg: -0.04, rollDeg: 0.04 }),
    held({ asideM: 1.25, yawDeg: 3, pitchDeg: 2.5, rollDeg: 1 }),
    held({ asideM: -1.25, yawDeg: -3, pitchDeg: -2.5, rollDeg: -1 }),
    placeSteps(geometryOf(setup({ scene: null }))).map(({ specs }) => specs),
    placeSteps(geometryOf(setup({ scene: null, orientation: 'portrait' }))).map(({ specs }) => specs),
  ]).toMatchInlineSnapshot(`
   [
     [
       "18.0 m away, in front of its middle; lens 1.60 m up",
       "pitch 0°, roll 0°; back level",
     ],
     [
       "18.0 m away, in front of its middle; lens 1.60 m up",
       "pitch 0°, roll 0°; back level",
     ],
     [
       "18.0 m away, 1.25 m to the right of its middle; lens 1.60 m up",
       "turned 3.0° right, pitched 2.5° up, rolled 1.0° clockwise; back level",
     ],
     [
       "18.0 m away, 1.25 m to the left of its middle; lens 1.60 m up",
       "turned 3.0° left, pitched 2.5° down, rolled 1.0° anticlockwise; back level",
     ],
     [
       "no subject chosen: find the position on site",
       "back level",
     ],
     [
       "no subject chosen: find the position on site",
       "back upright",
     ],
   ]
  `);
});

test('a level that is known to be off says what it has to read; one that is right or unknown says nothing', () => {
  const own = (levelPitchDeg: number | null, levelRollDeg: number | null) => {
    const { rig, ...rest } = setup();
    const { back } = rig.parts;
    if (back.kind !== 'body') throw new Error('no body');
    const parts = { ...rig.parts, back: { ...back, specs: { ...back.specs, levelPitchDeg, levelRollDeg } } };
    const step = placeSteps(geometryOf({ ...rest, rig: { ...rig, parts } })).find(({ id }) => id.includes('ownLevel'));
    return step && `${step.words} ${step.specs}`;
  };
  expect(own(null, null)).toBeUndefined();
  expect(own(0, 0.04)).toBeUndefined();
  // Rolled clockwise when it reads zero, it is level when it reads as much the other way.
  expect(own(-0.2, 0.34)).toBe('The camera’s own level is off: set it to 0.2° up and 0.3° anticlockwise');
});
