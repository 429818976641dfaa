import { assemblyPlan, scaledPlan } from '@gangway/core/assembly/plan';
import { randomFrom } from '@gangway/core/assembly/picture.test-support';
import { cardPages } from '@gangway/core/card/cardPages';
import { drawingSvg } from '@gangway/core/card/drawing';
import { jobPages } from '@gangway/core/card/jobSheet';
import { shiftCardDrawing } from '@gangway/core/card/shiftCardDrawing';
import { circleMarks, sectionMarks } from '@gangway/core/card/setupDrawings';
import { shiftCard, shiftCardRows } from '@gangway/core/card/shiftCard';
import { leftOff, spotCard } from '@gangway/core/card/spotCard';
import { FIRST_BACK, shotsFor } from '@gangway/core/capture/shots';
import { cautionsFor } from '@gangway/core/cautions/cautions';
import { circleReading } from '@gangway/core/checks/reading';
import { checkNote, checkSentence, evaluateAll, evaluateWithFixes } from '@gangway/core/checks/evaluate';
import { fixSentence } from '@gangway/core/checks/wording';
import { verdictLine } from '@gangway/core/checks/verdict';
import { ringOf } from '@gangway/core/coverage/apertures';
import { equivalentPairs, flashAtApertures, flashAtSpeeds, meanShotS, workingExposure } from '@gangway/core/exposure/working';
import { farthestCornerDeg, lossLines, setupFalloff } from '@gangway/core/exposure/losses';
import { flareState } from '@gangway/core/framing/flare';
import { frameSpare, takenUp } from '@gangway/core/framing/inFrame';
import { levelState, setupTolerance } from '@gangway/core/framing/level';
import { apart, picked } from '@gangway/core/framing/pick';
import { stretchInPicture } from '@gangway/core/framing/stretch';
import { horizonAt, meetingPoint, uprightSlope } from '@gangway/core/framing/trueLines';
import { setupContour, setupMargin, setupOneWay, sharpCircleAt } from '@gangway/core/geometry/circles';
import { freshGeometry, type Geometry } from '@gangway/core/geometry/geometry';
import { pinStates } from '@gangway/core/geometry/pins';
import { seriesOf, shotOf, settingWords, shotWords } from '@gangway/core/log/shot';
import { matched, type FileToMatch, type ShotToMatch } from '@gangway/core/log/matching';
import type { Exposure, FlashLight } from '@gangway/core/model/exposure';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { SharpnessStandard } from '@gangway/core/model/sharpness';
import { FIRST_MOSAIC } from '@gangway/core/mosaic/mosaic';
import { apertureChoice, choiceSentences } from '@gangway/core/planning/apertureChoice';
import { converging } from '@gangway/core/planning/converge';
import { fittedTo } from '@gangway/core/planning/fitted';
import { riseToGetIn, standOffOf } from '@gangway/core/planning/getIn';
import { givenBack } from '@gangway/core/planning/givenBack';
import { isolate, miniature } from '@gangway/core/planning/isolate';
import { railOutMm } from '@gangway/core/planning/railOut';
import { riseOrPitch } from '@gangway/core/planning/riseOrPitch';
import { sectionOf, wedgeArea } from '@gangway/core/planning/section';
import { setupTiltMechanism } from '@gangway/core/planning/setupTilt';
import { shiftScale } from '@gangway/core/planning/shiftScale';
import { solveFocus } from '@gangway/core/planning/solveFocus';
import { stackFor, withStack } from '@gangway/core/planning/stackFor';
import { tiltOrStack } from '@gangway/core/planning/tiltOrStack';
import { turnInOffer } from '@gangway/core/planning/turnInOffer';
import { movesOf } from '@gangway/core/rig/moves';
import { rigPivots } from '@gangway/core/rig/pivots';
import { focusReach, nearReach, railReach } from '@gangway/core/rig/reach';
import { sideView } from '@gangway/core/rig/sideView';
import { throatShading } from '@gangway/core/rig/shading/throat';
import { verdictNote, verdictSentence, verdictsOf } from '@gangway/core/rig/verdicts/verdicts';
import { weightOf } from '@gangway/core/rig/weight';
import { changesBetween } from '@gangway/core/settle/controls';
import { checksWithFixes } from '@gangway/core/settle/fixes';
import { costOf } from '@gangway/core/settle/ranking';
import { requestOf, settle, type Solution } from '@gangway/core/settle/settle';
import { changeWords, costWords, solutionSentence } from '@gangway/core/settle/wording';
import type { Scene } from '@gangway/core/model/scene';
import type { Pin } from '@gangway/core/model/pin';
import { thingsOf } from '@gangway/core/scene/things';
import { gridLayout } from '@gangway/core/mosaic/layout';
import { slidesOf } from '@gangway/core/mosaic/slides';
import { proposals, type Goal } from '@gangway/core/stitching/goals';
import { depthRange, mosaicGiven, mosaicParallax, zoneStates } from '@gangway/core/stitching/metrics';
import { mosaicPlan } from '@gangway/core/stitching/plan';
import { DEMO_SETUPS } from './demo';
import { digest, line, rounded } from '@gangway/core/recorded.test-support';

// A record of everything that Gangway says about the demo setups and about
// variations of them. It proves nothing right: that is what the tests beside
// each calculation are for. It shows which values a change of the code moves,
// so that none moves unseen. If you mean to move them, read the diff and record
// again with `npx jest recorded -u`.

/** How often each setup is varied. */
const VARIATIONS = 7;
/** Of a variation less is written out than of a demo setup. */
const VARIATION_LINE = 40;
/** What of a setup differs from another. */
const changed = (from: SetupSettings, to: SetupSettings): unknown =>
  Object.fromEntries(
    Object.entries(to).filter(
      ([key, value]) => key !== 'rig' && JSON.stringify(value) !== JSON.stringify(from[key as keyof SetupSettings]),
    ),
  );

const READINGS: readonly [FlashLight['reading'], ...FlashLight['reading'][]] = [
  { kind: 'guide', guideNumberM: 36, distanceM: 4, iso: 100 },
  { kind: 'meter', fNumber: 5.6, iso: 100 },
  { kind: 'guide', guideNumberM: 9, distanceM: 6, iso: 100 },
];
const FLASHES: readonly [Omit<FlashLight, 'reading'>, ...Omit<FlashLight, 'reading'>[]] = [
  { pops: 2, opening: 'one', shutterSpeedS: 1 / 60, recycleS: 3 },
  { pops: 1, opening: 'one', shutterSpeedS: 1 / 125, recycleS: null },
  { pops: 4, opening: 'each', shutterSpeedS: 1 / 30, recycleS: 2 },
  { pops: 5, opening: 'one', shutterSpeedS: 2, recycleS: null },
];

type Random = () => number;

const between = (random: Random, from: number, to: number, step: number): number =>
  Math.round((from + (to - from) * random()) / step) * step + 0;
const oneOf = <T>(random: Random, all: readonly [T, ...T[]]): T => all[Math.floor(random() * all.length)] ?? all[0];

/** Some of the things in a scene as pins. */
const pinsOn = (scene: Scene): readonly Pin[] =>
  thingsOf(scene)
    .slice(0, 3)
    .map(({ key }, i) => ({
      id: `00000000-0000-4000-8000-00000000020${i}`,
      name: key,
      role: i < 2 ? 'sharp' : 'best',
      weight: 1,
      place: { kind: 'thing', thing: key },
    }));

/** The same place and rig with most of the controls set to something else. */
function varied(start: SetupSettings, random: Random): SetupSettings {
  const { scene, rig } = start;
  const tilt = setupTiltMechanism(start) !== null && random() < 0.6;
  const rear = rig.parts.kind === 'view' && random() < 0.4;
  const turn = (most: number) => ({
    tiltDeg: between(random, -most, most, 0.25),
    swingDeg: random() < 0.5 ? 0 : between(random, -most, most, 0.25),
  });
  const ring = ringOf(rig.lens);
  const distanceM = (scene?.distanceM ?? 20) * 2 ** (random() - 0.5);
  const settings: SetupSettings = {
    ...start,
    orientation: oneOf(random, ['landscape', 'portrait']),
    crop: random() < 0.2 ? 1.25 : null,
    movements: { riseMm: between(random, -6, 12, 0.1), shiftMm: random() < 0.4 ? 0 : between(random, -9, 9, 0.1) },
    front: tilt ? turn(5) : start.front,
    rear: rear ? turn(4) : start.rear,
    fNumber: ring[Math.floor(random() * ring.length)] ?? start.fNumber,
    focusM: random() < 0.15 ? null : Number((distanceM * 2 ** (random() - 0.5)).toPrecision(3)),
    scene: scene && {
      ...scene,
      distanceM: Number(distanceM.toPrecision(3)),
      asideM: random() < 0.5 ? 0 : between(random, -2, 2, 0.1),
      cameraHeightM: Number((scene.cameraHeightM * 2 ** (random() - 0.5)).toPrecision(3)),
      yawDeg: random() < 0.5 ? 0 : between(random, -15, 15, 0.5),
      pitchDeg: random() < 0.5 ? scene.pitchDeg : scene.pitchDeg + between(random, -8, 8, 0.5),
      rollDeg: random() < 0.7 ? 0 : between(random, -1, 1, 0.1),
      light:
        random() < 0.5 ? scene.light : { bearingDeg: between(random, -80, 80, 5), heightDeg: between(random, 5, 60, 5), shaded: false },
    },
    pins: start.pins.length > 0 || !scene ? start.pins : pinsOn(scene),
    sharpness: oneOf<SharpnessStandard>(random, [
      start.sharpness,
      { school: 'diagonal', divisor: 1500 },
      { school: 'pixels', pixels: 2, columnsPx: rig.back.columnsPx ?? 8000 },
    ]),
    exposure: {
      ...start.exposure,
      meter: oneOf<Exposure['meter']>(random, [
        null,
        { kind: 'ev', ev: between(random, 5, 15, 0.5), iso: 100 },
        { kind: 'pair', fNumber: 8, shutterSpeedS: 1 / 30, iso: 200 },
      ]),
      iso: oneOf(random, [100, 200, 400]),
      filters: random() < 0.6 ? [] : [{ name: 'polariser', stops: 1.5 }],
      brackets: random() < 0.6 ? start.exposure.brackets : { ...start.exposure.brackets, count: 3, stepStops: 1 },
      flash: random() < 0.5,
      moving: random() < 0.6 ? null : { speedMs: between(random, 0, 3, 0.1), distanceM: between(random, 2, 20, 1) },
      flashLight: { ...oneOf(random, FLASHES), reading: oneOf<FlashLight['reading']>(random, READINGS) },
    },
  };
  if (random() < 0.45) {
    const mover = oneOf(random, ['back', 'lens'] as const);
    const { widthMm, heightMm } = rig.back;
    const wanted = { columns: 3, rows: 2, widthMm: widthMm + 16, heightMm: heightMm + 12, middle: { riseMm: 2, shiftMm: 0 } };
    const layout = gridLayout({ slides: slidesOf(rig, mover), orientation: settings.orientation, ...wanted });
    const zones =
      random() < 0.5
        ? []
        : [{ name: 'people', left: between(random, -20, 0, 1), right: 12, lower: -9, upper: 6, speedMs: 1.2, distanceM: 12 }];
    if (layout) return { ...settings, mosaic: { ...FIRST_MOSAIC, frames: layout.frames, mover, zones } };
  }
  const stacked = random() < 0.3 ? withStack(settings) : null;
  if (!stacked?.stack) return stacked ?? settings;
  // One that does, and one with too few shots.
  return random() < 0.5 ? stacked : { ...stacked, stack: { ...stacked.stack, shots: Math.max(2, Math.round(stacked.stack.shots / 2)) } };
}

/** A setup somewhat out of order. */
function nudged(start: SetupSettings, random: Random): SetupSettings {
  const ring = ringOf(start.rig.lens);
  const { riseMm, shiftMm } = start.movements;
  return {
    ...start,
    orientation: random() < 0.3 ? 'landscape' : start.orientation,
    movements: { riseMm: riseMm + between(random, -4, 4, 0.1), shiftMm: shiftMm + between(random, -4, 4, 0.1) },
    front: random() < 0.3 ? { tiltDeg: between(random, -2, 2, 0.25), swingDeg: 0 } : start.front,
    scene:
      start.scene && random() < 0.4
        ? { ...start.scene, pitchDeg: start.scene.pitchDeg + between(random, -2, 2, 0.5), rollDeg: between(random, -1, 1, 0.5) }
        : start.scene,
    fNumber: ring[Math.floor(random() * ring.length)] ?? start.fNumber,
    focusM: start.focusM && Number((start.focusM * 2 ** (0.4 * random() - 0.2)).toPrecision(3)),
  };
}

/** Setups to look at: those of the demo, and each with other values. */
const ALL = DEMO_SETUPS.flatMap(({ name, settings }, i) => {
  const random = randomFrom(9000 + i);
  return [
    { name, settings },
    ...Array.from({ length: VARIATIONS }, (_, n) => ({ name: `${name}, variation ${n + 1}`, settings: varied(settings, random) })),
  ];
});

/** Every so many of the setups, where more would take too long. */
const every = (n: number, from: number) => ALL.filter((_, i) => i % n === from);

/** What each of the setups comes to, as lines by name. */
function recordOf(of: (geometry: Geometry) => Readonly<Record<string, unknown>>, among = ALL): Readonly<Record<string, readonly string[]>> {
  return Object.fromEntries(
    among.map(({ name, settings }) => {
      const most = DEMO_SETUPS.some((demo) => demo.name === name) ? undefined : VARIATION_LINE;
      return [name, Object.entries(of(freshGeometry(settings))).map(([key, value]) => `${key}: ${line(value, most)}`)];
    }),
  );
}

const PLACES: readonly (readonly [number, number])[] = [
  [0, 0],
  [9, -6],
  [-11, 8],
];

test('where everything is, circles and margins', () => {
  expect(
    recordOf((geometry) => ({
      geometry: { ...geometry, seen: undefined },
      reading: circleReading(geometry),
      margins: [geometry.imageCircle, geometry.sharpCircle].map((circle) => circle && setupMargin(geometry, circle)),
      contour: geometry.sharpCircle && setupContour(geometry, geometry.sharpCircle),
      oneWay:
        geometry.sharpCircle &&
        (['rise', 'shift'] as const).map((way) => geometry.sharpCircle && setupOneWay(geometry, geometry.sharpCircle, way)),
      sharp: [4, 8, 22].map((fNumber) => sharpCircleAt(geometry, fNumber)),
      scale: shiftScale(geometry),
    })),
  ).toMatchSnapshot();
});

test('the picture: level, frame, lines, stretch and what is looked at', () => {
  expect(
    recordOf((geometry) => {
      const places = PLACES.map(([x, y]) => picked(geometry, x, y));
      const [first, second] = places;
      return {
        level: [setupTolerance(geometry), levelState(geometry)],
        frame: [takenUp(geometry), frameSpare(geometry)],
        lines: [meetingPoint(geometry, [0, 1, 0]), ...PLACES.map((place) => uprightSlope(geometry, place)), horizonAt(geometry, 5)],
        stretch: PLACES.map(([x, y]) => stretchInPicture(geometry, x, y)),
        places,
        apart: first && second && apart(geometry, first, second),
        flare: flareState(geometry),
      };
    }),
  ).toMatchSnapshot();
});

const fixesTold = (checks: ReturnType<typeof evaluateWithFixes>): Readonly<Record<string, string>> =>
  Object.fromEntries(
    checks.map((each) => [
      each.kind,
      [each.state, checkSentence(each), checkNote(each) ?? '', ...each.fixes.map((fix) => fixSentence(fix))].join(' | '),
    ]),
  );

test('every check with its sentence, its note and its fixes', () => {
  expect(
    recordOf((geometry) => ({
      verdict: verdictLine(evaluateAll(geometry), geometry.settings.rig.parts),
      ...fixesTold(evaluateWithFixes(geometry)),
      facts: evaluateAll(geometry).map((each) => digest(JSON.stringify(rounded(each)))),
    })),
  ).toMatchSnapshot();
});

test('fixes of several controls', () => {
  expect(recordOf((geometry) => fixesTold(checksWithFixes(geometry)), every(VARIATIONS + 1, 2))).toMatchSnapshot();
});

test('focus: pins, section, solutions, stacks and apertures', () => {
  expect(
    recordOf((geometry) => {
      const [pin] = geometry.settings.pins;
      return {
        pins: pinStates(geometry),
        section: (['side', 'plan'] as const).map((view) => [sectionOf(geometry, view), wedgeArea(geometry, view, 1, 60)]),
        solved: (['front', 'rear', 'none'] as const).map((by) => solveFocus(geometry, by)),
        stack: [stackFor(geometry), tiltOrStack(geometry)],
        isolated: pin && (['tilt', 'swing'] as const).map((movement) => isolate(geometry, pin.id, movement, 0.2)),
        miniature: miniature(geometry, [0, 1, 0], [0, 1, 4], 20),
        aperture: [apertureChoice(geometry), choiceSentences(apertureChoice(geometry))],
      };
    }),
  ).toMatchSnapshot();
});

test('position: standing off, rise, pitch and turning in', () => {
  expect(
    recordOf((geometry) => ({
      getIn: [riseToGetIn(geometry), standOffOf(geometry)],
      rise: riseOrPitch(geometry),
      converging: converging(geometry, 1),
      turnIn: turnInOffer(geometry),
      back: [givenBack(geometry), railOutMm(geometry)],
    })),
  ).toMatchSnapshot();
});

test('exposure: losses, times, brackets and flash', () => {
  expect(
    recordOf((geometry) => ({
      losses: [farthestCornerDeg(geometry), setupFalloff(geometry), lossLines(geometry)],
      working: workingExposure(geometry),
      pairs: equivalentPairs(geometry),
      flash: [flashAtApertures(geometry), flashAtSpeeds(geometry)],
      mean: meanShotS(geometry),
    })),
  ).toMatchSnapshot();
});

test('mosaics: layouts for goals', () => {
  const goals: readonly Goal[] = [
    { for: 'subject' },
    { for: 'megapixels', megapixels: 120, ratio: 1.5 },
    { for: 'everything' },
    { for: 'count', columns: 2, rows: 2 },
    { for: 'field', widthDeg: 70, heightDeg: 60 },
  ];
  expect(
    recordOf((geometry) => Object.fromEntries(goals.map((goal) => [goal.for, proposals(geometry, goal, 0.2)])), every(VARIATIONS + 1, 1)),
  ).toMatchSnapshot();
});

test('mosaics: measures, plan and the plan of assembly', () => {
  expect(
    recordOf((geometry) => {
      const plan = assemblyPlan(geometry);
      return {
        given: [mosaicGiven(geometry), depthRange(geometry), mosaicParallax(geometry), zoneStates(geometry)],
        plan: mosaicPlan(geometry),
        assembly: plan && [plan, scaledPlan(plan, 0.25)],
        shots: shotsFor(geometry, FIRST_BACK),
      };
    }),
  ).toMatchSnapshot();
});

/** Every other step ticked. */
const ticked = (settings: SetupSettings): SetupSettings => ({
  ...settings,
  card: {
    ...settings.card,
    ticked: spotCard(freshGeometry(settings))
      .filter((_, i) => i % 2 === 0)
      .map(({ id }) => id),
  },
});

test('the card, its drawings, its cautions and what is logged', () => {
  const box = { x: 0, y: 0, w: 80, h: 60 };
  expect(
    recordOf((geometry) => ({
      ...Object.fromEntries(spotCard(geometry).map(({ id, words, specs }) => [id, `${words} | ${specs}`])),
      pages: (['a5', 'letterHalf'] as const).map((size) =>
        cardPages({ job: 'Ropeworks', name: 'A setup', settings: ticked(geometry.settings) }, size).map(drawingSvg),
      ),
      off: leftOff(geometry).map(({ id }) => id),
      circle: circleMarks(geometry, box),
      section: sectionMarks(geometry, box),
      cautions: (['position', 'focus', 'expose', 'card'] as const).map((step) => cautionsFor(geometry, step, [])),
      logged: seriesOf(geometry).map((place) => {
        const shot = shotOf(geometry, 'setup', place, null);
        return [shotWords(shot), ...settingWords(shot)];
      }),
    })),
  ).toMatchSnapshot();
  expect(
    line(
      jobPages(
        'Ropeworks',
        { place: { name: 'Quay', latitudeDeg: 54.2, longitudeDeg: -1.4, heightM: 5 }, day: '2026-10-05', timeZone: 'UTC' },
        DEMO_SETUPS,
        'a5',
      ),
    ),
  ).toMatchSnapshot();
});

test('the rigs: how far they move and reach, what they weigh and what is said of them', () => {
  const rigs = [...new Map(DEMO_SETUPS.map(({ settings }) => [settings.rig.name, settings.rig])).values()];
  expect(
    Object.fromEntries(
      rigs.map((rig) => [
        rig.name,
        [
          ...verdictsOf(rig.parts).map((verdict) => `${verdictSentence(verdict)} ${verdictNote(verdict) ?? ''}`),
          ...[
            movesOf(rig.parts),
            rigPivots(rig.parts),
            focusReach(rig.parts),
            nearReach(rig.parts),
            railReach(rig.parts),
            weightOf(rig.parts),
          ].map(line),
          line(sideView(rig.parts)),
          line(throatShading(rig.parts)),
          line(shiftCardDrawing(shiftCard(rig), 'a6')),
          ...shiftCardRows(shiftCard(rig)).map((row) => row.join(' ')),
          ...DEMO_SETUPS.map(({ name, settings }) => `${name}: ${line(changed(settings, fittedTo(rig, settings)))}`),
        ],
      ]),
    ),
  ).toMatchSnapshot();
});

test('what Settle does from each of the demo setups put out of order', () => {
  const told = (solution: Solution, start: SetupSettings): string =>
    `${solutionSentence(solution)} ${line(changed(start, solution.settings))}`;
  const starts = DEMO_SETUPS.flatMap(({ name, settings }, i) => {
    const random = randomFrom(400 + i);
    return [1, 2].map((n) => ({ name: `${name}, start ${n}`, settings: nudged(settings, random) }));
  });
  expect(
    Object.fromEntries(
      starts.map(({ name, settings }) => {
        const { solutions, conflict } = settle(settings, { ...requestOf(settings), waysOut: false });
        return [
          name,
          [
            ...solutions.map((each) => told(each, settings)),
            ...solutions.map(({ cost, margins }) => line({ cost, margins })),
            ...(conflict
              ? [
                  line({ ...conflict, dropped: [], would: [] }),
                  ...conflict.dropped.map(({ kind, solution }) => `without ${kind}: ${told(solution, settings)}`),
                ]
              : []),
            ...(conflict?.would.map(({ group, solution }) => `with ${group}: ${told(solution, settings)}`) ?? []),
          ],
        ];
      }),
    ),
  ).toMatchSnapshot();
});

test('what is said of every change between a demo setup and a variation of it, and what it costs', () => {
  const record = ALL.map(({ name, settings }, i) => {
    const from = DEMO_SETUPS[Math.floor(i / (VARIATIONS + 1))]?.settings ?? settings;
    return [from, settings].flatMap((to, back) => {
      const start = back === 0 ? settings : from;
      const changes = changesBetween(start, to);
      const cost = costOf(start, to, changes);
      return [`${name}: ${changeWords({ changes, settings: to }).join(' | ')}`, [line(cost), ...costWords(cost)].join(' | ')];
    });
  });
  expect(record).toMatchSnapshot();
});

test('matching of days of work with the clocks of two cameras', () => {
  const start = Date.UTC(2026, 9, 5, 9);
  const record = Array.from({ length: 24 }, (_, seed) => {
    const random = randomFrom(700 + seed);
    const shots: ShotToMatch[] = [];
    const files: FileToMatch[] = [];
    let s = 0;
    for (let i = 0; i < 18; i++) {
      s += between(random, 3, seed % 3 === 0 ? 12 : 200, 1);
      const shutterSpeedS = oneOf(random, [1 / 60, 1 / 15, 1]);
      const camera = random() < 0.2 ? 'B' : 'A';
      if (random() < 0.93) shots.push({ id: `shot ${i}`, atMs: start + s * 1000, shutterSpeedS, iso: 100 });
      const clockS = (camera === 'A' ? 3600 : -77) + (seed % 4 === 0 && i > 9 ? 3600 : 0) + between(random, -2, 7, 0.1);
      if (random() < 0.93)
        files.push({
          name: `${camera}${i}`,
          atMs: seed % 6 === 5 && i % 5 === 0 ? null : start + (s + clockS) * 1000,
          camera,
          shutterSpeedS: random() < 0.9 ? shutterSpeedS : 30,
          iso: random() < 0.9 ? 100 : 400,
        });
    }
    return `${seed}: ${line(matched(shots, files))}`;
  });
  expect(record).toMatchSnapshot();
});
