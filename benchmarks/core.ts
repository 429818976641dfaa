import { geometryOf } from '@gangway/core/geometry/geometry';
import { sharpCircleAt } from '@gangway/core/geometry/circles';
import direct from 'ml-direct';
import polygonClipping, { type Polygon } from 'polygon-clipping';
import { DEMO_SETUPS } from '@gangway/contract/demo';
import { CALCULATORS } from '@gangway/core/calculators/registry';
import { contour } from '@gangway/core/coverage/shiftLimit';
import { shiftScale } from '@gangway/core/planning/shiftScale';
import { lensAxis } from '@gangway/core/space/axis';
import { blurAt } from '@gangway/core/focus/blur';
import { widestAperture } from '@gangway/core/focus/widestAperture';
import { focusPlane, hingeMm, wedge } from '@gangway/core/focus/plane';
import { dot, scaled, type Vec3 } from '@gangway/core/space/vector';
import { evaluateAll } from '@gangway/core/checks/evaluate';
import { checksWithFixes, fixesWithin } from '@gangway/core/settle/fixes';
import { proposals } from '@gangway/core/stitching/goals';
import { sectionOf } from '@gangway/core/planning/section';
import { solveFocus } from '@gangway/core/planning/solveFocus';
import { setupTiltMechanism } from '@gangway/core/planning/setupTilt';
import { ringOf } from '@gangway/core/coverage/apertures';
import { CONTROL_GROUPS } from '@gangway/core/fields/locks';
import { changesBetween } from '@gangway/core/settle/controls';
import { judged } from '@gangway/core/settle/judge';
import { costOf, orderOf } from '@gangway/core/settle/ranking';
import { settle } from '@gangway/core/settle/settle';
import type { Pin } from '@gangway/core/model/pin';
import type { SetupSettings } from '@gangway/core/model/setup';

/** Median time of one call in ms, over rounds long enough to measure. */
function medianMs(call: () => unknown, forMs = 400): number {
  const rounds: number[] = [];
  let calls = 1;
  for (let begun = performance.now(); performance.now() - begun < forMs;) {
    const at = performance.now();
    for (let i = 0; i < calls; i++) call();
    const took = performance.now() - at;
    if (took < 4) calls *= 2;
    else rounds.push(took / calls);
  }
  rounds.sort((a, b) => a - b);
  return rounds[Math.floor(rounds.length / 2)] ?? Number.NaN;
}

const APERTURES = [3.5, 4, 5.6, 8, 9, 11, 13, 16, 22];

function nineContours(settings: SetupSettings): number {
  let points = 0;
  for (const n of APERTURES)
    points += contour(geometryOf(settings).frame, sharpCircleAt(geometryOf(settings), n)?.diameterMm ?? 0, 360).length;
  return points;
}

/** The contour by the general polygon package: four circles of 360 sides overlapped. */
function referenceContour(settings: SetupSettings): unknown {
  const { widthMm, heightMm } = geometryOf(settings).frame;
  const radius = (geometryOf(settings).sharpCircle?.diameterMm ?? 0) / 2;
  const circle = (x: number, y: number): Polygon => [
    [...Array(360).keys()].map(
      (i) => [x + radius * Math.cos((i * Math.PI) / 180), y + radius * Math.sin((i * Math.PI) / 180)] as [number, number],
    ),
  ];
  const [x, y] = [widthMm / 2, heightMm / 2];
  return polygonClipping.intersection(circle(x, y), circle(-x, y), circle(x, -y), circle(-x, -y));
}

/** A hundred scenes of twelve pins before a 90 mm lens, the same at every run. */
function scenes(): readonly (readonly Vec3[])[] {
  let seed = 20261;
  const next = (): number => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed / 2 ** 32;
  };
  return [...Array(100).keys()].map(() =>
    [...Array(12).keys()].map((): Vec3 => {
      const z = 0.8 + next() * 12;
      return [(next() - 0.5) * z, (next() - 0.5) * z, z];
    }),
  );
}

/** What an axis costs at its best focus, as the general optimiser is given it. */
function objective(f: number, pins: readonly Vec3[]): (parameters: number[]) => number {
  return ([a = 0, b = 0]) => {
    const l: Vec3 = [Math.sin(a), -Math.sin(b) * Math.cos(a), Math.cos(a) * Math.cos(b)];
    let low = Infinity;
    let high = -Infinity;
    for (const p of pins) {
      const q = (dot(scaled(p, 1000), l) - f) / (f * p[2] * 1000);
      low = Math.min(low, q);
      high = Math.max(high, q);
    }
    return low <= 0 ? 1e6 : (high - low) / (high + low);
  };
}

function widestApertureLines(): readonly string[] {
  const [f, c] = [90, 0.02];
  const all = scenes();
  let i = 0;
  const ours = medianMs(() => widestAperture({ focalMm: f, pointsM: all[i++ % all.length] ?? [], cocMm: c }));
  let worse = 0;
  const times: number[] = [];
  for (const pins of all) {
    const at = performance.now();
    const found = (direct(objective(f, pins), [-1, -1], [1, 1], { iterations: 60 }).minFunctionValue * f) / c;
    times.push(performance.now() - at);
    if (widestAperture({ focalMm: f, pointsM: pins, cocMm: c }).fNumber > found * (1 + 1e-6)) worse++;
  }
  times.sort((a, b) => a - b);
  const theirs = times[50] ?? Number.NaN;
  return [
    'least aperture of 12 pins, 100 scenes:',
    `  ${ours.toFixed(3)} ms (target: under 1 ms); the general global optimiser takes ${theirs.toFixed(1)} ms, ${Math.round(theirs / ours)} times as long (target: 100), and found a wider opening in ${worse} of 100 scenes`,
  ];
}

/** What Settle may change in its shorter bound, as the general optimiser is given it. */
const MAY = ['movements', 'orientation', 'aperture', 'focus', 'tilt'] as const;

/** The general optimiser is given up at so many times what Settle took. */
const GIVEN_UP_AT = 100;
/** More rounds than come about in that time. */
const ROUNDS = 10_000;

/** Numbers from 0 to 1, the same at every run. */
function throwsFrom(start: number): () => number {
  let seed = start;
  return () => {
    seed = (Math.imul(seed, 1664525) + 1013904223) >>> 0;
    return seed / 2 ** 32;
  };
}

/** A setup set by six numbers from 0 to 1: orientation, aperture, rise, shift, focus and tilt, as far as a hand could leave them. */
function setBy(
  base: SetupSettings,
  [turned = 0, opened = 0, up = 0.5, right = 0.5, near = 0.5, leans = 0.5]: readonly number[],
): SetupSettings {
  const ring = ringOf(base.rig.lens);
  const { mechanism } = base.rig;
  const far = mechanism.kind === 'disc' ? mechanism.radiusMm : 20;
  const slide = (share: number): number => (mechanism.kind === 'fixed' ? 0 : Math.round((2 * share - 1) * far * 10) / 10 + 0);
  const tilts = setupTiltMechanism(base);
  const mostDeg = tilts?.kind === 'cone' ? tilts.maxDeg : 8;
  return {
    ...base,
    orientation: turned < 0.5 ? 'landscape' : 'portrait',
    fNumber: ring[Math.min(ring.length - 1, Math.floor(opened * ring.length))] ?? base.fNumber,
    movements: { riseMm: slide(up), shiftMm: slide(right) },
    focusM: (base.scene?.distanceM ?? 10) * 4 ** (2 * near - 1),
    front: tilts === null ? base.front : { tiltDeg: Math.round((2 * leans - 1) * mostDeg * 100) / 100 + 0, swingDeg: base.front.swingDeg },
  };
}

/** Settle from random starts of all demo setups, against a general global optimiser on the same checks. */
function settleLines(): readonly string[] {
  const [first] = DEMO_SETUPS;
  if (!first) throw new Error('the demo has no setups');
  const next = throwsFrom(20262);
  const starts = Array.from({ length: 200 }, (_, i) =>
    setBy((DEMO_SETUPS[i % DEMO_SETUPS.length] ?? first).settings, Array.from({ length: 6 }, next)),
  );
  for (const start of starts.slice(0, 24)) settle(start, { may: MAY, lastResorts: [], waysOut: false });
  const timed = (request: Parameters<typeof settle>[1], some: readonly SetupSettings[]): readonly number[] =>
    some
      .map((start) => {
        const at = performance.now();
        settle(start, request);
        return performance.now() - at;
      })
      .sort((a, b) => a - b);
  const short = timed({ may: MAY, lastResorts: [], waysOut: false }, starts);
  const rigs = DEMO_SETUPS.map(({ settings }) => settings.rig);
  const whole = timed({ may: [...CONTROL_GROUPS], lastResorts: [], rigs }, starts.slice(0, 24));
  const against = starts.slice(0, 16).map((start) => againstOptimiser(start));
  const at = (of: readonly number[], share: number): string =>
    (of[Math.min(of.length - 1, Math.floor(of.length * share))] ?? Number.NaN).toFixed(0);
  return [
    'settle, 200 random starts of the demo setups:',
    `  movements, orientation, aperture, focus, tilt: ${at(short, 0.5)} ms in the middle (target: under 60 ms), 95 % within ${at(short, 0.95)} ms (target: 250 ms)`,
    `  with everything that may change, other rigs among it: ${at(whole, 0.5)} ms in the middle, 95 % within ${at(whole, 0.95)} ms (target: 1500 ms)`,
    `  against the general global optimiser from 16 starts, given up at ${GIVEN_UP_AT} times as long: it came to something as simple from ${against.filter(({ arrived }) => arrived).length}${ratiosOf(against)}, passed every check from ${against.filter(({ passes }) => passes).length}, where Settle did from ${against.filter(({ settled }) => settled).length}`,
  ];
}

interface Against {
  /** Whether it came to a setting as simple as that of Settle. */
  readonly arrived: boolean;
  /** Whether it came to any setting that passes every check. */
  readonly passes: boolean;
  /** Whether Settle found one. */
  readonly settled: boolean;
  /** How many times as long as Settle it took. */
  readonly ratio: number;
}

const ratiosOf = (against: readonly Against[]): string => {
  const ratios = against.filter(({ arrived }) => arrived).map(({ ratio }) => ratio.toFixed(1));
  return ratios.length === 0 ? '' : ` (after ${ratios.join(', ')} times as long)`;
};

/** The same setup for the general optimiser: until it comes to something as simple, or is given up. */
function againstOptimiser(start: SetupSettings): Against {
  const ours = performance.now();
  const [best] = settle(start, { may: MAY, lastResorts: [], waysOut: false }).solutions;
  const ms = performance.now() - ours;
  const goal = best ? orderOf(best.cost, 0) + 1e-9 : 100;
  let least = Infinity;
  const theirs = performance.now();
  const enough = new Error('enough');
  // What passes is counted as Settle counts it, tight or not; what does not pass is worse than all that does.
  const cost = (numbers: number[]): number => {
    const set = setBy(start, numbers);
    const lacks = judged(set).bad.length;
    const found = lacks > 0 ? 100 + lacks : orderOf(costOf(start, set, changesBetween(start, set)), 0);
    least = Math.min(least, found);
    if (least <= goal || performance.now() - theirs > GIVEN_UP_AT * ms) throw enough;
    return found;
  };
  try {
    direct(cost, [0, 0, 0, 0, 0, 0], [1, 1, 1, 1, 1, 1], { iterations: ROUNDS });
  } catch (error) {
    if (error !== enough) throw error;
  }
  return {
    arrived: least <= goal && best !== undefined,
    passes: least < 100,
    settled: best !== undefined,
    ratio: (performance.now() - theirs) / ms,
  };
}

/** All that a setup with focus asks of the core at one step of a drag. */
function wholeWithFocus(settings: SetupSettings, pins: readonly Vec3[]): unknown {
  const { focalMm } = settings.rig.lens;
  const set = widestAperture({ focalMm, pointsM: pins, cocMm: 0.03, mechanism: { kind: 'cone', maxDeg: 8 } });
  const plane = focusPlane(focalMm, set.imageMm, set.tiltDeg, set.swingDeg);
  const limits = wedge({ focalMm, imageMm: set.imageMm, tiltDeg: set.tiltDeg, swingDeg: set.swingDeg, fNumber: 11, cocMm: 0.03 });
  const blurs = pins.map((pin) =>
    blurAt({ focalMm, imageMm: set.imageMm, tiltDeg: set.tiltDeg, swingDeg: set.swingDeg, fNumber: 11, pointM: pin }),
  );
  return [
    evaluateAll(geometryOf(settings)),
    shiftScale(geometryOf(settings)),
    nineContours(settings),
    plane,
    limits,
    hingeMm(focalMm, set.totalDeg),
    lensAxis(set.tiltDeg, set.swingDeg),
    blurs,
  ];
}

/** What the step Focus asks at one step of a drag with twelve pins, and what is sought off the page. */
function focusLines(): readonly string[] {
  const slipway = DEMO_SETUPS.find(({ name }) => name.startsWith('Slipway'))?.settings;
  if (!slipway) return [];
  const pin = (i: number): Pin => ({
    id: String(i),
    name: `pin ${i}`,
    role: i % 5 === 4 ? 'best' : 'sharp',
    weight: 1,
    place: { kind: 'point', at: [((i * 7) % 11) / 11 - 0.5, (i % 4) * 0.15, 0.2 + i * 1.7] },
  });
  const twelve: SetupSettings = { ...slipway, front: { tiltDeg: 4, swingDeg: 0 }, pins: Array.from({ length: 12 }, (_, i) => pin(i)) };
  const all: SetupSettings = {
    ...slipway,
    pins: [
      { ...pin(0), place: { kind: 'thing', thing: 'stakes' } },
      { ...pin(1), place: { kind: 'thing', thing: 'ground' } },
    ],
  };
  const points = geometryOf(all).placedPins.reduce((sum, each) => sum + each.points.length, 0);
  const step = medianMs(() => [evaluateAll(geometryOf(twelve)), sectionOf(geometryOf(twelve), 'side')]);
  const solved = medianMs(() => solveFocus(geometryOf(twelve), 'front'));
  const whole = medianMs(() => solveFocus(geometryOf(all), 'front'));
  const fixes = medianMs(() => fixesWithin(geometryOf(twelve)));
  return [
    'the step Focus, twelve pins:',
    `  findings and section at one step of a drag: ${step.toFixed(2)} ms; pins solved: ${solved.toFixed(2)} ms; fixes sought off the page: ${fixes.toFixed(1)} ms`,
    `  a pin on whole things, ${points} points: solved in ${whole.toFixed(1)} ms off the page (target: within 50 ms)`,
  ];
}

/** Candidate layouts of a goal, laid out and ranked. */
function mosaicLines(): readonly string[] {
  const ledger = DEMO_SETUPS.find(({ name }) => name === 'Ledger sheet')?.settings;
  if (!ledger) throw new Error('no ledger sheet');
  // Everything the circle holds is the goal with most candidates.
  const { tried } = proposals(geometryOf(ledger), { for: 'everything' }, 0.2);
  const ms = medianMs(() => proposals(geometryOf(ledger), { for: 'everything' }, 0.2));
  return [
    `layouts of a goal, ledger sheet: ${tried} candidates ranked in ${ms.toFixed(0)} ms, ${((ms / tried) * 10_000).toFixed(0)} ms for ten thousand (target: under 200 ms, off the page)`,
  ];
}

/** Ten thousand cases for the batch, every calculator in turn, as JSON. */
export function batchCases(): string {
  return JSON.stringify(
    [...Array(10_000).keys()].map((i) => {
      const calc = CALCULATORS[i % CALCULATORS.length];
      return { calc: calc?.name, in: calc?.example };
    }),
  );
}

/** The lines of the report. */
export function run(): readonly string[] {
  const setups = DEMO_SETUPS.flatMap(({ name, settings }) => {
    const contours = medianMs(() => nineContours(settings));
    const found = medianMs(() => checksWithFixes(geometryOf(settings)));
    const whole = medianMs(() => [evaluateAll(geometryOf(settings)), shiftScale(geometryOf(settings)), nineContours(settings)]);
    const [pins = []] = scenes();
    const focused = medianMs(() => wholeWithFocus(settings, pins));
    const reference = medianMs(() => referenceContour(settings));
    return [
      `${name}:`,
      `  contour of 360 directions × 9 apertures: ${contours.toFixed(3)} ms, ${Math.round(1000 / contours)} a second; one contour is ${Math.round(reference / (contours / 9))} times as fast as the polygon package's overlap of four circles (${reference.toFixed(2)} ms)`,
      `  all findings with their fixes, sought off the page: ${found.toFixed(3)} ms, ${Math.round(1000 / found)} a second`,
      `  one full evaluation (findings, shift scale, nine contours): ${whole.toFixed(3)} ms (target: under 1 ms)`,
      `  the same with focus (least aperture of 12 pins, plane, wedge, blur of each): ${focused.toFixed(3)} ms (target: under 1 ms)`,
    ];
  });
  return [...setups, ...widestApertureLines(), ...settleLines(), ...focusLines(), ...mosaicLines()];
}
