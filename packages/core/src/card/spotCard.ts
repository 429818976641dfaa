import type { Geometry } from '../geometry/geometry';
import { CAUTIONS } from '../cautions/cautions';
import { checkSentence, evaluateAll } from '../checks/evaluate';
import { focusWords } from '../checks/wording';
import { timeWords } from '../exposure/shutter';
import { BRACKET_ORDERS, FAVOURS, RELEASES, SHUTTERS } from '../exposure/choices';
import { bracketStops } from '../exposure/brackets';
import { standBrackets, standShutter, totalTakes, workingExposure } from '../exposure/working';
import { mosaicPlan } from '../stitching/plan';
import { HELD_STEPS } from '../rig/heldSteps';
import { onSlide, slidePosition } from '../rig/mechanism';
import { partsInOrder } from '../rig/parts';
import { standards } from '../rig/reach';
import { lensTilt } from '../rig/tilt';
import { apertureWords, capital, fixed, metresWords, mmWords, riseWords, shiftWords, turnWords } from '../words';
import type { CheckResult } from '../checks/evaluate';
import { extensionMm } from '../planning/extension';

/** The parts of a card, in their order. */
export const CARD_GROUPS = {
  bring: 'Rig and what to bring',
  place: 'Position and level',
  work: 'Procedure',
  mosaic: 'Frames of the mosaic',
  mind: 'Cautions',
} as const;
export type CardGroup = keyof typeof CARD_GROUPS;

/**
 * The steps under the heading of each part, in the order of the parts; a part without a step is left out.
 *
 * @param steps steps of a card
 *
 * @example
 * stepsByPart([]).length // => 0
 */
export function stepsByPart(
  steps: readonly CardStep[],
): readonly { readonly group: CardGroup; readonly heading: string; readonly inside: readonly CardStep[] }[] {
  return Object.entries(CARD_GROUPS)
    .map(([key, heading]) => ({ group: key as CardGroup, heading, inside: steps.filter(({ group }) => group === key) }))
    .filter(({ inside }) => inside.length > 0);
}

/** One line of a card. */
export interface CardStep {
  readonly id: string;
  readonly group: CardGroup;
  readonly words: string;
  /** The figures to set, as the mechanism reads them; empty when there are none. */
  readonly figures: string;
  readonly own: boolean;
  /** A caution or a finding: read, not ticked. */
  readonly told: boolean;
}

const step = (group: CardGroup, id: string, words: string, figures = ''): CardStep => ({
  id,
  group,
  words,
  figures,
  own: false,
  told: false,
});

/** What belongs in the bag whatever the rig (common practice). */
const ALWAYS = 'tripod, level, cable, cloth or loupe, tape or rangefinder, cards or film, spare battery, gloves, this card';

/**
 * The list for the spot, made from a setup: own steps, order and what is left off as its photographer wished.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * spotCard(frontGeometry).length > 10 // => true
 */
export function spotCard(geometry: Geometry): readonly CardStep[] {
  const { card } = geometry.settings;
  const natural = [...bring(geometry), ...place(geometry), ...work(geometry), ...mosaicSteps(geometry)].filter(
    ({ id }) => !card.left.includes(id),
  );
  const own = card.own.map(({ id, words }): CardStep => ({ id, group: 'work', words, figures: '', own: true, told: false }));
  return [...ordered([...natural, ...own], card.order), ...mind(geometry)];
}

/**
 * Steps left off, to be taken back.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * leftOff(frontGeometry) // => []
 */
export function leftOff(geometry: Geometry): readonly CardStep[] {
  return [...bring(geometry), ...place(geometry), ...work(geometry)].filter(({ id }) => geometry.settings.card.left.includes(id));
}

/** Within each part the steps that are named in their order; a step that is not named keeps its place behind the one before it. */
function ordered(steps: readonly CardStep[], order: readonly string[]): readonly CardStep[] {
  return stepsByPart(steps).flatMap(({ inside }) => {
    const named = order.flatMap((id) => inside.filter((each) => each.id === id));
    const result = [...named];
    inside.forEach((each, i) => {
      if (named.includes(each)) return;
      const before = inside
        .slice(0, i)
        .reverse()
        .find((other) => result.includes(other));
      result.splice(before ? result.indexOf(before) + 1 : 0, 0, each);
    });
    return result;
  });
}

function bring({ settings: { rig, exposure } }: Geometry): readonly CardStep[] {
  const loose = [...exposure.filters.map(({ name }) => name), ...(exposure.centreFilterStops === null ? [] : ['centre filter'])];
  return [
    step(
      'bring',
      'rig',
      capital(rig.name),
      partsInOrder(rig.parts)
        .map(({ name }) => name)
        .join(' · '),
    ),
    ...(loose.length > 0 ? [step('bring', 'filters', 'Filters to hold or screw on', loose.join(', '))] : []),
    ...(exposure.flash ? [step('bring', 'flash', 'Flash, its cables and batteries')] : []),
    step('bring', 'always', 'In the bag', ALWAYS),
  ];
}

function place({ settings: { scene, orientation } }: Geometry): readonly CardStep[] {
  const back = orientation === 'portrait' ? 'upright' : 'level';
  if (!scene)
    return [
      step('place', 'stand', 'Set up the tripod', 'no subject chosen: find the position on site'),
      step('place', 'level', 'Level the camera both ways', `back ${back}`),
    ];
  const aside =
    Math.abs(scene.asideM) < 0.005
      ? 'before its middle'
      : `${fixed(Math.abs(scene.asideM), 2)} m to the ${scene.asideM > 0 ? 'right' : 'left'} of its middle`;
  const turns = [
    Math.abs(scene.yawDeg) < 0.05 ? '' : `turned ${fixed(Math.abs(scene.yawDeg), 1)}° ${scene.yawDeg > 0 ? 'right' : 'left'}`,
    Math.abs(scene.pitchDeg) < 0.05 ? 'pitch 0°' : `pitched ${fixed(Math.abs(scene.pitchDeg), 1)}° ${scene.pitchDeg > 0 ? 'up' : 'down'}`,
    Math.abs(scene.rollDeg) < 0.05
      ? 'roll 0°'
      : `rolled ${fixed(Math.abs(scene.rollDeg), 1)}° ${scene.rollDeg > 0 ? 'clockwise' : 'anticlockwise'}`,
  ].filter((words) => words !== '');
  return [
    step(
      'place',
      'stand',
      'Set up the tripod',
      `${metresWords(scene.distanceM)} away, ${aside}; lens ${fixed(scene.cameraHeightM, 2)} m up`,
    ),
    step('place', 'level', 'Level the camera', `${turns.join(', ')}; back ${back}`),
  ];
}

/** How the slides are set, as their scales read. */
function slideWords({ settings: { rig, movements } }: Geometry): string {
  const { mechanism } = rig;
  const { riseMm, shiftMm } = movements;
  if (Math.hypot(riseMm, shiftMm) < 0.05) return 'centred';
  if (mechanism.kind === 'disc') {
    const deg = ((((Math.atan2(riseMm, shiftMm) * 180) / Math.PI) % 360) + 360) % 360;
    return `slide turned to ${fixed(deg, 0)}° (0 right, 90 up), out by ${mmWords(Math.hypot(riseMm, shiftMm))}: ${riseWords(riseMm)}, ${shiftWords(shiftMm)}`;
  }
  if (mechanism.kind === 'line') {
    const along = slidePosition(mechanism, movements);
    const on = onSlide(mechanism, along);
    return `slide at ${mmWords(along)} on its line (${riseWords(on.riseMm)}, ${shiftWords(on.shiftMm)})`;
  }
  return `${riseWords(riseMm)}, ${shiftWords(shiftMm)}`;
}

/** Where the lens is focused, by distance and on the rail. */
function focusFigures(geometry: Geometry): string {
  const { rig, focusM } = geometry.settings;
  const said = [focusWords(focusM)];
  const out = extensionMm(geometry.settings);
  if (Math.abs(out) >= 0.05) said.push(`${mmWords(Math.abs(out))} ${out > 0 ? 'out' : 'in'} from infinity`);
  if (rig.parts.kind === 'view') {
    const at = standards(rig.parts);
    if (at.known) {
      const apartMm = at.value.atInfinityMm + out;
      said.push(`standards ${mmWords(apartMm)} apart`);
    }
  }
  const m = geometry.magnification;
  if (m > 0.05) said.push(`${fixed(m, 2)} of life size`);
  return said.join('; ');
}

function work(geometry: Geometry): readonly CardStep[] {
  const { rig, front, rear, exposure, pins, mosaic } = geometry.settings;
  const widest = apertureWords(rig.lens.widestFNumber);
  const held = rig.parts.kind === 'held';
  const film = rig.parts.back.kind === 'film';
  const shutter = standShutter(geometry.settings);
  const tilted = front.tiltDeg !== 0 || front.swingDeg !== 0;
  const turnedBack = rear.tiltDeg !== 0 || rear.swingDeg !== 0;
  const sharp = pins.filter(({ role }) => role === 'sharp').map(({ name }) => name);
  const soft = pins.filter(({ role }) => role === 'soft').map(({ name }) => name);
  const tilt = lensTilt(rig.parts);
  const scale = tilt.kind === 'mount' && tilt.stepDeg !== null ? `; its scale is marked every ${fixed(tilt.stepDeg, 1)}°` : '';
  const working = workingExposure(geometry);
  const brackets = standBrackets(geometry.settings);
  const steps: CardStep[] = [];
  const add = (id: string, words: string, figures = ''): void => void steps.push(step('work', id, words, figures));
  add(
    'open',
    film || shutter.kind === 'leaf' ? 'Open the shutter and the aperture for viewing' : 'Open the aperture, viewing bright',
    widest,
  );
  add(
    'compose',
    'Compose, all movements at zero',
    `${geometry.settings.orientation}${geometry.settings.crop === null ? '' : `, cropped to ${fixed(geometry.settings.crop, 2)} : 1`}`,
  );
  add('level again', 'Level again: nothing may lean before anything is shifted');
  add('move', 'Rise and shift', slideWords(geometry));
  if (turnedBack) add('back', 'Turn the back', turnWords(rear));
  if (held) for (const [i, words] of (HELD_STEPS[0]?.steps ?? []).entries()) add(`held ${i + 1}`, words);
  add(
    'focus',
    sharp.length > 1
      ? 'Focus on the far and the near thing in turn, magnified, wide open; note both on the rail'
      : 'Focus, magnified and wide open',
    `${focusFigures(geometry)}${sharp.length > 0 ? `; sharp: ${sharp.join(', ')}` : ''}`,
  );
  if (tilted) {
    add('tilt', 'Tilt, then focus again; repeat until both are sharp', `${turnWords(front)}${scale}`);
    add('compose again', 'Compose again: tilting has moved the picture');
  }
  if (soft.length > 0) add('soft', 'Check that these are soft enough', soft.join(', '));
  add('corners', 'Check the corners at the working aperture: none dark, none soft', cornersFigure(geometry));
  add(
    'stop',
    'Stop down',
    `${apertureWords(geometry.settings.fNumber)}${sharp.length > 0 ? '; check once more that everything is sharp' : ''}`,
  );
  add(
    'meter',
    exposure.throughLens ? 'Meter through the lens as it is set' : 'Meter',
    exposure.meter === null ? 'no reading yet' : meterFigure(geometry),
  );
  if (working) {
    const parts = working.lines
      .filter(({ stops }) => stops === null || Math.abs(stops) >= 0.05)
      .map(({ words, stops }) => `${words} ${stops === null ? '?' : `${stops > 0 ? '+' : ''}${fixed(stops, 1)}`}`);
    if (parts.length > 0) add('count', 'Exposure corrections, in stops', parts.join(', '));
  }
  const middle = working?.takes.find(({ stops }) => stops === 0);
  add(
    'set',
    'Set manually',
    [
      `ISO ${exposure.iso}`,
      apertureWords(geometry.settings.fNumber),
      middle ? timeWords(middle.timeS) : 'shutter speed from the reading',
      film ? '' : 'colour balance fixed, stabiliser off',
    ]
      .filter((words) => words !== '')
      .join(', '),
  );
  for (const [id, words] of shutterSteps(geometry)) add(id, words);
  if (brackets.count > 1) {
    // In the order of the shots; where the film is not known for so long, that is said.
    const times =
      working === null || working.takes.length === 0
        ? []
        : bracketStops(brackets).map((by) => {
            const take = working.takes.find(({ stops }) => stops === by);
            return take ? timeWords(take.timeS) : 'unknown';
          });
    add(
      'brackets',
      `Bracket: ${brackets.count} exposures ${fixed(brackets.stepStops, 1)} stops apart, ${BRACKET_ORDERS[brackets.order]}`,
      times.length > 0 ? times.join(' · ') : '',
    );
  }
  if (mosaic)
    add(
      'series',
      `Shoot the mosaic in order, with a hand in the frame before the first and after the last`,
      `${totalTakes(geometry)} shots in all`,
    );
  add(
    'review',
    film
      ? 'Mark holder and frame, and log the shot'
      : 'Review magnified: corners, edges, what must be sharp, highlights; then log the shot',
  );
  return steps;
}

function cornersFigure(geometry: Geometry): string {
  const found = evaluateAll(geometry).filter(({ kind }) => kind === 'imageCircle' || kind === 'sharpCircle');
  const bad = found.filter(({ state }) => state !== 'passes');
  if (found.length === 0) return '';
  return bad.length === 0 ? 'planned inside the circle' : bad.map(checkSentence).join(' ');
}

function meterFigure({ settings: { exposure } }: Geometry): string {
  const { meter, favour } = exposure;
  if (!meter) return '';
  const read =
    meter.kind === 'ev'
      ? `EV ${fixed(meter.ev, 1)} at ISO ${meter.iso}`
      : `${apertureWords(meter.fNumber)} at ${timeWords(meter.timeS)}, ISO ${meter.iso}`;
  return `planned with ${read}${favour === 'centre' ? '' : `; made up for ${FAVOURS[favour]}`}`;
}

/** The procedure of this shutter and back (common practice). */
function shutterSteps(geometry: Geometry): readonly (readonly [string, string])[] {
  const { rig, exposure } = geometry.settings;
  const film = rig.parts.back.kind === 'film';
  const { kind } = standShutter(geometry.settings);
  const bulb = workingExposure(geometry)?.takes.some((take) => take.bulb) ?? false;
  const sheet = rig.parts.back.kind === 'film' && rig.parts.back.figures.form === 'sheet';
  const steps: (readonly [string, string])[] = [];
  if (kind === 'leaf') steps.push(['close', 'Close the shutter'], ['cock', 'Cock it, and fire it once without film to hear it run']);
  if (kind === 'leaf' && film) steps.push(['cock again', 'Cock it again']);
  if (film)
    steps.push(['holder', sheet ? 'Put the holder in against its stop' : 'Film to the next frame'], ['dark slide', 'Draw the dark slide']);
  if (kind === 'focal') steps.push(['mirror', exposure.mirrorUp ? 'Mirror up or electronic first curtain (EFCS)' : 'Shutter as it is']);
  if (kind === 'electronic') steps.push(['electronic', 'Electronic shutter: no shake, but watch for movement and flickering lamps']);
  if (kind === 'cap') steps.push(['cap', 'Hold the cap a hand’s breadth before the lens, wait for the air to be still, and lift it aside']);
  steps.push([
    'wait',
    exposure.release === 'hand'
      ? 'Wait until nothing moves: release by hand, gently'
      : `Wait until nothing moves: hands off, release by ${RELEASES[exposure.release]}`,
  ]);
  steps.push(['shoot', bulb ? `Shoot: hold it open and count (${SHUTTERS[kind]})` : `Shoot (${SHUTTERS[kind]})`]);
  if (film) steps.push(['dark slide in', sheet ? 'Dark slide in with its marked side out: exposed' : 'Dark slide in']);
  return steps;
}

function mosaicSteps(geometry: Geometry): readonly CardStep[] {
  const plan = mosaicPlan(geometry);
  if (!plan) return [];
  return plan.frames.map((row) => {
    const at = [
      row.stopMm === null || row.stopMm === 0 ? '' : `back stop ${mmWords(Math.abs(row.stopMm))} ${row.stopMm > 0 ? 'right' : 'left'}`,
      row.slideRiseMm === null ? 'beyond the slides' : riseWords(row.slideRiseMm),
      row.slideShiftMm === null ? '' : shiftWords(row.slideShiftMm),
      row.turned ? 'turned a quarter' : '',
      Math.hypot(row.cameraLeftMm, row.cameraDownMm) < 0.05
        ? ''
        : `camera slid ${mmWords(row.cameraLeftMm)} left, ${mmWords(row.cameraDownMm)} down`,
    ].filter((words) => words !== '');
    return step('mosaic', `frame ${row.order}`, `Frame ${row.order}`, at.join(', '));
  });
}

/** Checks that do not pass, and every caution that concerns the setup, those dismissed on screen among them. */
function mind(geometry: Geometry): readonly CardStep[] {
  const told = (id: string, words: string): CardStep => ({ ...step('mind', id, words), told: true });
  return [
    ...evaluateAll(geometry)
      .filter(({ state }) => state !== 'passes')
      .map((found) => told(cardId(found.kind), `${stateLabel(found)}: ${checkSentence(found)}`)),
    ...CAUTIONS.filter(({ concerns }) => concerns(geometry)).map(({ id, words }) => told(`caution ${id}`, words)),
  ];
}

/** The id of a check's line on the card. Cards that are stored know the image circle by its first name. */
function cardId(kind: CheckResult['kind']): string {
  return `finding ${kind === 'imageCircle' ? 'lightCircle' : kind}`;
}

function stateLabel(found: CheckResult): string {
  if (found.state === 'fails') return 'Fails';
  if (found.state === 'tight') return 'Tight';
  return 'Unknown';
}
