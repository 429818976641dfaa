import { lengthWords } from '@gangway/messages/length';
import { cardText } from '@gangway/messages/core/card';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import type { Geometry } from '../geometry/geometry';
import type { AnyBack } from '../model/rig';
import type { FlashLight } from '../model/exposure';
import { CAUTIONS } from '../cautions/cautions';
import { checkSentence, evaluateAll } from '../checks/evaluate';
import { verdictLine, verdictState } from '../checks/verdict';
import { focusWords } from '../checks/wording';
import { timeWords } from '../exposure/shutter';
import { BRACKET_ORDERS, FAVOURS, RELEASES, SHUTTERS } from '../exposure/choices';
import { bracketStops } from '../exposure/brackets';
import { setupBrackets, setupShutter, totalShots, workingExposure } from '../exposure/working';
import { stackAlongMm } from '../geometry/stack';
import { mosaicGiven } from '../stitching/metrics';
import { mosaicPlan } from '../stitching/plan';
import { HELD_STEPS } from '../rig/heldSteps';
import { onSlide, slidePosition } from '../rig/mechanism';
import { partsInOrder } from '../rig/parts';
import { standards } from '../rig/reach';
import { lensTilt } from '../rig/tilt';
import { apertureWords, capital, fixed, metresWords, mmWords, riseWords, shiftWords, turnWords, ORIENTATION_LABELS } from '../words';
import type { CheckResult } from '../checks/evaluate';
import { railOutMm } from '../planning/railOut';

/** The parts of a card, in their order. */
export const CARD_GROUPS = {
  bring: cardText.rigAndWhatToBring,
  place: cardText.positionAndLevel,
  work: cardText.procedure,
  mosaic: cardText.framesOfTheMosaic,
  mind: cardText.cautions,
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
  /** The values to set, as the mechanism reads them; empty when there are none. */
  readonly specs: string;
  readonly own: boolean;
  /** A caution or a check: read, not ticked. */
  readonly told: boolean;
}

/** The id of a step: what was ticked, noted or left out is stored under it, so it never changes. */
const stepId = (id: string): string => id;

const step = (group: CardGroup, id: string, words: string, specs = ''): CardStep => ({
  id,
  group,
  words,
  specs,
  own: false,
  told: false,
});

/** What belongs in the bag whatever the rig (common practice). */
/** A level that is off by less is as good as right, degrees. */
const LEVEL_SEEN_DEG = 0.05;
const ALWAYS = cardText.tripodLevelCableClothOr;

/**
 * The list for the spot, made from a setup: own steps, order and what is left off as its photographer wanted.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * spotCard(frontGeometry).length > 10 // => true
 */
export function spotCard(geometry: Geometry): readonly CardStep[] {
  const { card } = geometry.settings;
  const natural = [...bring(geometry), ...placeSteps(geometry), ...work(geometry), ...mosaicSteps(geometry)].filter(
    ({ id }) => !card.left.includes(id),
  );
  const own = card.own.map(({ id, words }): CardStep => ({ id, group: 'work', words, specs: '', own: true, told: false }));
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
  return [...bring(geometry), ...placeSteps(geometry), ...work(geometry)].filter(({ id }) => geometry.settings.card.left.includes(id));
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
  const loose = [...exposure.filters.map(({ name }) => name), ...(exposure.centreFilterStops === null ? [] : [cardText.centreFilter])];
  return [
    step(
      'bring',
      'rig',
      capital(rig.name),
      partsInOrder(rig.parts)
        .map(({ name }) => name)
        .join(' · '),
    ),
    ...(loose.length > 0 ? [step('bring', 'filters', cardText.filtersToHoldOrScrew, loose.join(', '))] : []),
    ...(exposure.flash ? [step('bring', 'flash', cardText.flashItsCablesAndBatteries)] : []),
    step('bring', 'always', cardText.inTheBag, ALWAYS),
  ];
}

/** Where the camera stands and how it is held. */
export function placeSteps({ settings: { scene, orientation, rig } }: Geometry): readonly CardStep[] {
  const own = ownLevel(rig.parts.back);
  const back = orientation === 'portrait' ? 'upright' : 'level';
  if (!scene)
    return [
      step('place', 'stand', cardText.setUpTheTripod, cardText.noSubjectChosenFindThe),
      step('place', 'level', cardText.levelTheCameraBothWays, say(cardText.back, { back })),
      ...own,
    ];
  const aside =
    Math.abs(scene.asideM) < 0.005
      ? cardText.beforeItsMiddle
      : say(cardText.mToTheRightOf, { asideM: lengthWords(Math.abs(scene.asideM), 2), asideM2: scene.asideM > 0 ? 'yes' : 'no' });
  const turns = [
    Math.abs(scene.yawDeg) < 0.05
      ? ''
      : say(cardText.turnedRight, { yawDeg: fixed(Math.abs(scene.yawDeg), 1), yawDeg2: scene.yawDeg > 0 ? 'yes' : 'no' }),
    Math.abs(scene.pitchDeg) < 0.05
      ? cardText.pitch0
      : say(cardText.pitchedUp, { pitchDeg: fixed(Math.abs(scene.pitchDeg), 1), pitchDeg2: scene.pitchDeg > 0 ? 'yes' : 'no' }),
    Math.abs(scene.rollDeg) < 0.05
      ? cardText.roll0
      : say(cardText.rolledClockwise, { rollDeg: fixed(Math.abs(scene.rollDeg), 1), rollDeg2: scene.rollDeg > 0 ? 'yes' : 'no' }),
  ].filter((words) => words !== '');
  return [
    step(
      'place',
      'stand',
      cardText.setUpTheTripod,
      say(cardText.awayLensMUp, { distanceM: metresWords(scene.distanceM), aside, cameraHeightM: lengthWords(scene.cameraHeightM, 2) }),
    ),
    step('place', 'level', cardText.levelTheCamera, say(cardText.back2, { turns: turns.join(', '), back })),
    ...own,
  ];
}

/** What the camera’s own level has to read, where it is known to be off. */
function ownLevel({ kind, specs }: AnyBack): readonly CardStep[] {
  if (kind !== 'body') return [];
  const { levelPitchDeg, levelRollDeg } = specs;
  const off = [
    ...(levelPitchDeg === null || Math.abs(levelPitchDeg) < LEVEL_SEEN_DEG
      ? []
      : [say(cardText.readsPitch, { deg: fixed(Math.abs(levelPitchDeg), 1), way: levelPitchDeg > 0 ? 'down' : 'up' })]),
    ...(levelRollDeg === null || Math.abs(levelRollDeg) < LEVEL_SEEN_DEG
      ? []
      : [say(cardText.readsRoll, { deg: fixed(Math.abs(levelRollDeg), 1), way: levelRollDeg > 0 ? 'against' : 'with' })]),
  ];
  return off.length === 0 ? [] : [step('place', 'ownLevel', cardText.ownLevelIsOff, listed(off))];
}

/** How the slides are set, as their scales read. */
export function slideWords({ settings: { rig, movements } }: Geometry): string {
  const { mechanism } = rig;
  const { riseMm, shiftMm } = movements;
  if (Math.hypot(riseMm, shiftMm) < 0.05) return cardText.centred;
  if (mechanism.kind === 'disc') {
    const deg = ((((Math.atan2(riseMm, shiftMm) * 180) / Math.PI) % 360) + 360) % 360;
    return say(cardText.slideTurnedTo0Right, {
      deg: fixed(deg, 0),
      riseMm: mmWords(Math.hypot(riseMm, shiftMm)),
      riseMm2: riseWords(riseMm),
      shiftMm: shiftWords(shiftMm),
    });
  }
  if (mechanism.kind === 'line') {
    const along = slidePosition(mechanism, movements);
    const on = onSlide(mechanism, along);
    return say(cardText.slideAtOnItsLine, { along: mmWords(along), riseMm: riseWords(on.riseMm), shiftMm: shiftWords(on.shiftMm) });
  }
  return `${riseWords(riseMm)}, ${shiftWords(shiftMm)}`;
}

/** Where the lens is focused, by distance and on the rail. */
export function focusValues(geometry: Geometry): string {
  const { rig, focusM } = geometry.settings;
  const said = [focusWords(focusM)];
  const out = railOutMm(geometry);
  if (Math.abs(out) >= 0.05) said.push(say(cardText.outFromInfinity, { out: mmWords(Math.abs(out)), out2: out > 0 ? 'yes' : 'no' }));
  if (rig.parts.kind === 'view') {
    const at = standards(rig.parts);
    if (at.known) {
      const apartMm = at.value.atInfinityMm + out;
      said.push(say(cardText.standardsApart, { apartMm: mmWords(apartMm) }));
    }
  }
  const m = geometry.magnification;
  if (m > 0.05) said.push(say(cardText.ofLifeSize, { m: fixed(m, 2) }));
  return said.join('; ');
}

function work(geometry: Geometry): readonly CardStep[] {
  const { rig, front, rear, exposure, pins, mosaic, stack } = geometry.settings;
  const widest = apertureWords(rig.lens.widestFNumber);
  const held = rig.parts.kind === 'held';
  const film = rig.parts.back.kind === 'film';
  const shutter = setupShutter(geometry.settings);
  const tilted = front.tiltDeg !== 0 || front.swingDeg !== 0;
  const turnedBack = rear.tiltDeg !== 0 || rear.swingDeg !== 0;
  const sharp = pins.filter(({ role }) => role === 'sharp').map(({ name }) => name);
  const soft = pins.filter(({ role }) => role === 'soft').map(({ name }) => name);
  const tilt = lensTilt(rig.parts);
  const scale =
    tilt.kind === 'mount' && tilt.stepDeg !== null ? say(cardText.itsScaleIsMarkedEvery, { stepDeg: fixed(tilt.stepDeg, 1) }) : '';
  const working = workingExposure(geometry);
  const brackets = setupBrackets(geometry.settings);
  const steps: CardStep[] = [];
  const add = (id: string, words: string, specs = ''): void => void steps.push(step('work', id, words, specs));
  add('open', film || shutter.kind === 'leaf' ? cardText.openTheShutterAndThe : cardText.openTheApertureViewingBright, widest);
  add(
    'compose',
    cardText.composeAllMovementsAtZero,
    `${ORIENTATION_LABELS[geometry.settings.orientation]}${geometry.settings.crop === null ? '' : say(cardText.croppedTo1, { crop: fixed(geometry.settings.crop, 2) })}`,
  );
  add(stepId('level again'), cardText.levelAgainNothingMayLean);
  add('move', cardText.riseAndShift, slideWords(geometry));
  if (turnedBack) add('back', cardText.turnTheBack, turnWords(rear));
  if (held) for (const [i, words] of (HELD_STEPS[0]?.steps ?? []).entries()) add(stepId(`held ${i + 1}`), words);
  add(
    'focus',
    sharp.length > 1 ? cardText.focusOnTheFarAnd : cardText.focusMagnifiedAndWideOpen,
    `${focusValues(geometry)}${sharp.length > 0 ? say(cardText.sharp, { sharp: sharp.join(', ') }) : ''}`,
  );
  if (tilted) {
    add('tilt', cardText.tiltThenFocusAgainRepeat, `${turnWords(front)}${scale}`);
    add(stepId('compose again'), cardText.composeAgainTiltingHasMoved);
  }
  if (soft.length > 0) add('soft', cardText.checkThatTheseAreSoft, soft.join(', '));
  add('corners', cardText.checkTheCornersAtThe, cornersValue(geometry));
  add(
    'stop',
    cardText.stopDown,
    `${apertureWords(geometry.settings.fNumber)}${sharp.length > 0 ? cardText.checkOnceMoreThatEverything : ''}`,
  );
  add(
    'meter',
    exposure.throughLens ? cardText.meterThroughTheLensAs : cardText.meter,
    exposure.meter === null ? cardText.noReadingYet : meterValue(geometry),
  );
  if (working) {
    const parts = working.lines
      .filter(({ stops }) => stops === null || Math.abs(stops) >= 0.05)
      .map(({ words, stops }) => `${words} ${stops === null ? '?' : `${stops > 0 ? '+' : ''}${fixed(stops, 1)}`}`);
    if (parts.length > 0) add('count', cardText.exposureCorrectionsInStops, parts.join(', '));
  }
  const middle = working?.shots.find(({ stops }) => stops === 0);
  add(
    'set',
    cardText.setManually,
    [
      say(cardText.iso, { iso: exposure.iso }),
      apertureWords(geometry.settings.fNumber),
      middle ? timeWords(middle.shutterSpeedS) : cardText.shutterSpeedFromTheReading,
      film ? '' : cardText.colourBalanceFixedStabiliserOff,
    ]
      .filter((words) => words !== '')
      .join(', '),
  );
  const light = exposure.flash ? exposure.flashLight : null;
  if (light) add('flash', cardText.flash, flashValue(light));
  for (const [id, words] of shutterSteps(geometry)) add(id, words);
  if (brackets.count > 1) {
    // In the order of the shots; where the film is not known for so long, that is said.
    const times =
      working === null || working.shots.length === 0
        ? []
        : bracketStops(brackets).map((by) => {
            const shot = working.shots.find(({ stops }) => stops === by);
            return shot ? timeWords(shot.shutterSpeedS) : cardText.unknownTime;
          });
    add(
      'brackets',
      say(cardText.bracketExposuresStopsApart, {
        count: brackets.count,
        stepStops: fixed(brackets.stepStops, 1),
        bracketOrder: BRACKET_ORDERS[brackets.order],
      }),
      times.length > 0 ? times.join(' · ') : '',
    );
  }
  if (stack)
    add(
      'stack',
      cardText.shootTheStack,
      say(cardText.stackSteps, { shots: stack.shots, last: focusWords(stack.lastFocusM), step: fixed(stepOf(geometry), 3) }),
    );
  if (mosaic) add('series', cardText.shootTheMosaicInOrder, seriesWords(geometry));
  add('review', film ? cardText.markHolderAndFrameAnd : cardText.reviewMagnifiedCornersEdgesWhat);
  return steps;
}

/** How many shots a mosaic takes, and the room that they need. */
function seriesWords(geometry: Geometry): string {
  const shots = say(cardText.shotsInAll, { geometry: totalShots(geometry) });
  const bytes = mosaicGiven(geometry)?.bytes ?? null;
  return bytes === null ? shots : `${shots}, ${say(cardText.roomOnTheCard, { gb: fixed(bytes / 1e9, 1) })}`;
}

/** How far a focus stack moves the lens from shot to shot, mm on the rail. */
function stepOf({ settings }: Geometry): number {
  const [first = 0, second = 0] = stackAlongMm(settings);
  return Math.abs(first - second);
}

/** How bright the flash is, how often it is fired, and what the shutter does meanwhile. */
function flashValue({ reading, pops, opening, recycleS }: FlashLight): string {
  const read =
    reading.kind === 'meter'
      ? say(cardText.flashReads, { fNumber: apertureWords(reading.fNumber), iso: reading.iso })
      : say(cardText.flashFrom, { guideNumberM: fixed(reading.guideNumberM, 0), distanceM: lengthWords(reading.distanceM, 1) });
  if (pops === 1) return say(cardText.onePop, { read });
  const apart = recycleS === null ? '' : say(cardText.secondsApart, { recycleS: fixed(recycleS, 1) });
  return say(opening === 'one' ? cardText.popsInOneOpening : cardText.popsEachOpening, { read, pops, apart });
}

function cornersValue(geometry: Geometry): string {
  const found = evaluateAll(geometry).filter(({ kind }) => kind === 'imageCircle' || kind === 'sharpCircle');
  const bad = found.filter(({ state }) => state !== 'passes');
  if (found.length === 0) return '';
  return bad.length === 0 ? cardText.plannedInsideTheCircle : bad.map(checkSentence).join(' ');
}

function meterValue({ settings: { exposure } }: Geometry): string {
  const { meter, favour } = exposure;
  if (!meter) return '';
  const read =
    meter.kind === 'ev'
      ? say(cardText.evAtIso, { ev: fixed(meter.ev, 1), iso: meter.iso })
      : say(cardText.atIso, { fNumber: apertureWords(meter.fNumber), shutterSpeedS: timeWords(meter.shutterSpeedS), iso: meter.iso });
  return say(cardText.plannedWith, { read, favour: favour === 'centre' ? '' : say(cardText.madeUpFor, { favour: FAVOURS[favour] }) });
}

/** The procedure of this shutter and back (common practice). */
function shutterSteps(geometry: Geometry): readonly (readonly [string, string])[] {
  const { rig, exposure } = geometry.settings;
  const film = rig.parts.back.kind === 'film';
  const { kind } = setupShutter(geometry.settings);
  const bulb = workingExposure(geometry)?.shots.some((shot) => shot.bulb) ?? false;
  const sheet = rig.parts.back.kind === 'film' && rig.parts.back.specs.form === 'sheet';
  const steps: (readonly [string, string])[] = [];
  if (kind === 'leaf') steps.push(['close', cardText.closeTheShutter], ['cock', cardText.cockItAndFireIt]);
  if (kind === 'leaf' && film) steps.push([stepId('cock again'), cardText.cockItAgain]);
  if (film)
    steps.push(
      ['holder', sheet ? cardText.putTheHolderInAgainst : cardText.filmToTheNextFrame],
      [stepId('dark slide'), cardText.drawTheDarkSlide],
    );
  if (kind === 'focal') steps.push(['mirror', exposure.mirrorUp ? cardText.mirrorUpOrElectronicFirst : cardText.shutterAsItIs]);
  if (kind === 'electronic') steps.push(['electronic', cardText.electronicShutterNoShakeBut]);
  if (kind === 'cap') steps.push(['cap', cardText.holdTheCapAHands]);
  steps.push([
    'wait',
    exposure.release === 'hand'
      ? cardText.waitUntilNothingMovesRelease
      : say(cardText.waitUntilNothingMovesHands, { release: RELEASES[exposure.release] }),
  ]);
  steps.push([
    'shoot',
    bulb ? say(cardText.shootHoldItOpenAnd, { shutter: SHUTTERS[kind] }) : say(cardText.shoot, { shutter: SHUTTERS[kind] }),
  ]);
  if (film) steps.push([stepId('dark slide in'), sheet ? cardText.darkSlideInWithIts : cardText.darkSlideIn]);
  return steps;
}

function mosaicSteps(geometry: Geometry): readonly CardStep[] {
  const plan = mosaicPlan(geometry);
  if (!plan) return [];
  return plan.frames.map((row) => {
    const at = [
      row.stopMm === null || row.stopMm === 0
        ? ''
        : say(cardText.backStopRight, { stopMm: mmWords(Math.abs(row.stopMm)), stopMm2: row.stopMm > 0 ? 'yes' : 'no' }),
      row.slideRiseMm === null ? cardText.beyondTheSlides : riseWords(row.slideRiseMm),
      row.slideShiftMm === null ? '' : shiftWords(row.slideShiftMm),
      row.turned ? cardText.turnedAQuarter : '',
      Math.hypot(row.cameraLeftMm, row.cameraDownMm) < 0.05
        ? ''
        : say(cardText.cameraSlidLeftDown, { cameraLeftMm: mmWords(row.cameraLeftMm), cameraDownMm: mmWords(row.cameraDownMm) }),
    ].filter((words) => words !== '');
    return step('mosaic', stepId(`frame ${row.order}`), say(cardText.frame, { order: row.order }), at.join(', '));
  });
}

/** Checks that do not pass, and every caution that concerns the setup, those dismissed on screen among them. */
function mind(geometry: Geometry): readonly CardStep[] {
  const told = (id: string, words: string): CardStep => ({ ...step('mind', id, words), told: true });
  const found = evaluateAll(geometry);
  // What is tight says so itself, right below.
  const verdict = verdictState(found) === 'tight' ? [] : [told('verdict', verdictLine(found, geometry.settings.rig.parts))];
  return [
    ...verdict,
    ...found
      .filter(({ state }) => state !== 'passes')
      .map((each) => told(cardId(each.kind), `${stateLabel(each)}: ${checkSentence(each)}`)),
    ...CAUTIONS.filter(({ concerns }) => concerns(geometry)).map(({ id, words }) => told(stepId(`caution ${id}`), words)),
  ];
}

/** The id of a check's line on the card. Cards that are stored know the image circle by its first name. */
function cardId(kind: CheckResult['kind']): string {
  return stepId(`finding ${kind === 'imageCircle' ? 'lightCircle' : kind}`);
}

function stateLabel(found: CheckResult): string {
  if (found.state === 'fails') return cardText.fails;
  if (found.state === 'tight') return cardText.tight;
  return cardText.unknown;
}
