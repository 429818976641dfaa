import { lengthWords } from '@gangway/messages/length';
import { settleText } from '@gangway/messages/core/settle';
import { checksText } from '@gangway/messages/core/checks';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { checkSentence } from '../checks/evaluate';
import { checkNamed, type CheckKind } from '../checks/registry';
import { focusWords, marginWords } from '../checks/wording';
import { RELEASES, SHUTTERS } from '../exposure/choices';
import { timeWords } from '../exposure/shutter';
import type { SetupSettings } from '../model/setup';
import { apertureWords, capital, fixed, mmWords, riseWords, shiftWords, stopsWords, turnWords, yawWords } from '../words';
import type { Excluded } from './certificate';
import type { Contradiction, Need } from './contradiction';
import type { Change } from './controls';
import type { Cost } from './ranking';
import type { Solution } from './settle';

/** Changes that are said together by the first of them. */
const SAID_WITH: Readonly<Record<string, string>> = {
  'front.swingDeg': 'front.tiltDeg',
  'rear.swingDeg': 'rear.tiltDeg',
  'scene.rollDeg': 'scene.pitchDeg',
};

/**
 * What has to be set, in the order in which hands do it: "portrait", "10.1 mm of rise", "f/9".
 *
 * @param solution a way to make every check pass
 *
 * @example
 * changeWords({ changes: [{ key: 'fNumber', group: 'aperture', from: 11, to: 8 }], settings: front }) // => ['f/8']
 */
export function changeWords({ changes, settings }: Pick<Solution, 'changes' | 'settings'>): readonly string[] {
  const keys = new Set(changes.map(({ key }) => key));
  return changes.flatMap(({ key }) => {
    const first = SAID_WITH[key];
    return first !== undefined && keys.has(first) ? [] : [wordsOf(key, settings)];
  });
}

function wordsOf(key: Change['key'], settings: SetupSettings): string {
  const { scene, movements, exposure, mosaic, stack } = settings;
  switch (key) {
    case 'rig':
      return say(settleText.rig, { name: settings.rig.name });
    case 'scene.distanceM': {
      const m = scene?.distanceM ?? 0;
      return say(checksText.mAway, { distanceM: lengthWords(m, m < 10 ? 2 : 1) });
    }
    case 'scene.asideM':
      return asideWords(scene?.asideM ?? 0);
    case 'scene.cameraHeightM':
      return say(checksText.theLensMUp, { cameraHeightM: lengthWords(scene?.cameraHeightM ?? 0, 2) });
    case 'scene.yawDeg':
      return say(checksText.turned, { yawDeg: yawWords(scene?.yawDeg ?? 0), pitch: '' });
    case 'scene.pitchDeg':
    case 'scene.rollDeg':
      return levelWords(scene?.pitchDeg ?? 0, scene?.rollDeg ?? 0);
    case 'orientation':
      return say(checksText.theFrameIn, { orientation: settings.orientation });
    case 'crop':
      return settings.crop === null ? settleText.wholeFrame : say(settleText.crop, { crop: fixed(settings.crop, 2) });
    case 'stack':
      return stack === null ? settleText.singleShot : say(settleText.stack, { shots: stack.shots, last: focusWords(stack.lastFocusM) });
    case 'mosaic':
      return mosaic === null ? settleText.singleFrame : say(settleText.mosaic, { count: mosaic.frames.length });
    case 'movements.riseMm':
      return riseWords(movements.riseMm);
    case 'movements.shiftMm':
      return shiftWords(movements.shiftMm);
    case 'front.tiltDeg':
    case 'front.swingDeg':
      return turnWords(settings.front);
    case 'rear.tiltDeg':
    case 'rear.swingDeg':
      return say(checksText.back, { rear: turnWords(settings.rear) });
    case 'focusM':
      return focusWords(settings.focusM);
    case 'fNumber':
      return apertureWords(settings.fNumber);
    case 'scene.light.shaded':
      return settleText.shade;
    default:
      return exposureWords(key, exposure);
  }
}

function exposureWords(key: Change['key'], exposure: SetupSettings['exposure']): string {
  switch (key) {
    case 'exposure.iso':
      return say(settleText.iso, { iso: exposure.iso });
    case 'exposure.shutter':
      return say(settleText.shutter, { name: exposure.shutter === null ? '' : SHUTTERS[exposure.shutter] });
    case 'exposure.filters':
      return say(settleText.filters, { count: exposure.filters.length });
    case 'exposure.brackets':
      return say(settleText.brackets, { count: exposure.brackets.count });
    case 'exposure.release':
      return say(settleText.release, { name: RELEASES[exposure.release] });
    case 'exposure.mirrorUp':
      return settleText.mirrorUp;
    case 'exposure.flashLight':
      if (exposure.flashLight === null) return settleText.noFlash;
      return say(settleText.flash, { time: timeWords(exposure.flashLight.shutterSpeedS), pops: exposure.flashLight.pops });
    default:
      return settleText.reciprocity;
  }
}

function asideWords(asideM: number): string {
  if (Math.abs(asideM) < 0.05) return settleText.noAside;
  return say(settleText.aside, { metres: lengthWords(Math.abs(asideM), 1), side: asideM > 0 ? 'right' : 'left' });
}

function levelWords(pitchDeg: number, rollDeg: number): string {
  const parts = [
    ...(Math.abs(pitchDeg) < 0.005
      ? []
      : [say(settleText.pitched, { deg: fixed(Math.abs(pitchDeg), 1), way: pitchDeg > 0 ? 'up' : 'down' })]),
    ...(Math.abs(rollDeg) < 0.005
      ? []
      : [say(settleText.rolled, { deg: fixed(Math.abs(rollDeg), 1), way: rollDeg > 0 ? 'right' : 'left' })]),
  ];
  return parts.length === 0 ? settleText.levelTheCamera : parts.join(', ');
}

/**
 * A solution as one sentence: what to set, and what is left.
 *
 * @param solution a way to make every check pass
 *
 * @example
 * solutionSentence({ changes: [], settings: front, tight: [], margins: [], cost: { controls: 0, movement: 0, softer: 0, frames: 1, kept: 1, longerStops: null } }) // => 'Nothing has to change: every check passes.'
 */
export function solutionSentence(solution: Solution): string {
  const words = changeWords(solution);
  if (words.length === 0) return settleText.nothing;
  const changes = capital(words.join(', '));
  const [least] = leastMargins(solution);
  return least === undefined
    ? say(settleText.passes, { changes })
    : say(settleText.passesTight, { changes, least: marginWords(least.margin) });
}

/**
 * The margins of the checks that are tight, the least first; of one that passes with room there are none.
 *
 * @param solution a way to make every check pass
 *
 * @example
 * leastMargins({ tight: ['travel'], margins: [{ kind: 'travel', margin: { value: 0.2, unit: 'mm' } }, { kind: 'level', margin: { value: 1, unit: '°' } }] }).length // => 1
 */
export function leastMargins({ margins, tight }: Pick<Solution, 'margins' | 'tight'>): Solution['margins'] {
  return margins.filter(({ kind }) => tight.includes(kind)).sort((a, b) => a.margin.value - b.margin.value);
}

/**
 * The name of a check, as it stands in a list.
 *
 * @param kind which check
 *
 * @example
 * checkName('pins') // => 'sharp pins'
 */
export function checkName(kind: CheckKind): string {
  return checkNamed(kind).name;
}

/** Less than this is no difference: two per cent of blur, a tenth of a stop. */
const NOTICED = { softer: 0.02, stops: 0.1 };

/**
 * What a solution costs: "13 % softer", "3 frames", "1.3 stops longer exposure"; empty when it costs nothing.
 *
 * @param cost what it costs beside the start
 *
 * @example
 * costWords({ controls: 1, movement: 1, softer: 0.125, frames: 1, kept: 1, longerStops: null }) // => ['13 % softer']
 */
export function costWords({ softer, frames, kept, longerStops }: Cost): readonly string[] {
  const parts: string[] = [];
  if (softer > NOTICED.softer) parts.push(say(settleText.softer, { percent: fixed(softer * 100, 0) }));
  if (softer < -NOTICED.softer) parts.push(say(settleText.sharper, { percent: fixed(-softer * 100, 0) }));
  if (kept !== null && kept < 1 - NOTICED.softer) parts.push(say(settleText.fewerPixels, { percent: fixed((1 - kept) * 100, 0) }));
  if (frames > 1) parts.push(say(settleText.frames, { count: frames }));
  if (longerStops !== null && longerStops > NOTICED.stops) parts.push(say(settleText.longer, { stops: stopsWords(longerStops) }));
  if (longerStops !== null && longerStops < -NOTICED.stops) parts.push(say(settleText.shorter, { stops: stopsWords(-longerStops) }));
  return parts;
}

/**
 * Requirements that contradict each other, in words with their values.
 *
 * @param contradiction what contradicts what
 *
 * @example
 * contradictionSentence({ kinds: ['inFrame'], found: [], needs: [{ orientation: 'portrait', tooTallMm: null, tooWideMm: null, riseMm: 15.7, shiftMm: 0, slideEndsMm: 12, circle: null, movement: 'rise' }] }) // => 'Portrait needs 15.7 mm of rise; the slide ends at 12.0 mm.'
 */
export function contradictionSentence({ needs, found }: Contradiction): string {
  if (needs.length > 0 && needs.every(isEnded)) return needs.map(needSentence).join(' ');
  if (found.length === 0) return settleText.noneFound;
  return say(settleText.notTogether, { count: found.length, sentences: found.map(checkSentence).join(' ') });
}

/** Whether something ends what one way round needs. */
function isEnded({ tooTallMm, tooWideMm, slideEndsMm, circle }: Need): boolean {
  return tooTallMm !== null || tooWideMm !== null || slideEndsMm !== null || circle !== null;
}

function needSentence({ orientation, tooTallMm, tooWideMm, riseMm, shiftMm, slideEndsMm, circle, movement }: Need): string {
  if (tooTallMm !== null) return say(settleText.tooTall, { orientation, mm: mmWords(tooTallMm) });
  if (tooWideMm !== null) return say(settleText.tooWide, { orientation, mm: mmWords(tooWideMm) });
  const needed = movement === 'rise' ? riseWords(riseMm) : shiftWords(shiftMm);
  if (slideEndsMm !== null) return say(settleText.slideEnds, { orientation, movement: needed, end: mmWords(slideEndsMm) });
  if (circle === null || circle.allowsMm === null) return say(settleText.circleTooSmall, { orientation });
  return say(settleText.circleEnds, {
    orientation,
    movement: needed,
    allows: mmWords(circle.allowsMm),
    fNumber: apertureWords(circle.fNumber),
  });
}

/**
 * What excludes one way round at some apertures, in words.
 *
 * @param excluded one line of a certificate
 *
 * @example
 * excludedSentence({ orientation: 'portrait', widestFNumber: 4, smallestFNumber: 8, kinds: ['inFrame', 'sharpCircle'] }) // => 'Portrait at f/4–f/8 rules out the whole subject in the frame and corners in the sharp circle together'
 */
export function excludedSentence({ orientation, widestFNumber, smallestFNumber, kinds }: Excluded): string {
  const [widest, smallest] = [apertureWords(widestFNumber), apertureWords(smallestFNumber)];
  return say(settleText.excluded, {
    orientation,
    aperture: widest === smallest ? widest : say(settleText.apertures, { widest, smallest }),
    checks: listed(kinds.map((kind) => checkName(kind))),
    count: kinds.length,
  });
}
