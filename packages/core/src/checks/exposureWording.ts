import { SHUTTERS, timeWords } from '../exposure/shutter';
import { apertureWords, capital, fixed, stopsWords } from '../words';
import { EXPOSURE_KINDS } from './exposureKinds';
import type {
  DiffractionFinding,
  FilmFinding,
  Finding,
  FlashFinding,
  ReadoutFinding,
  ReciprocityFinding,
  ShakeFinding,
  TimeFinding,
} from './finding';

type ExposureFinding = TimeFinding | ReciprocityFinding | FlashFinding | ReadoutFinding | DiffractionFinding | ShakeFinding | FilmFinding;

/** Whether a finding is about exposure. */
export function isExposureFinding(finding: Finding): finding is ExposureFinding {
  return (EXPOSURE_KINDS as readonly string[]).includes(finding.kind);
}

/** A finding about exposure as one sentence with its margin. */
export function exposureSentence(finding: ExposureFinding): string {
  switch (finding.kind) {
    case 'time':
      return timeSentence(finding);
    case 'reciprocity':
      return reciprocitySentence(finding);
    case 'flash':
      return flashSentence(finding);
    case 'readout':
      return readoutSentence(finding);
    case 'diffraction':
      return diffractionSentence(finding);
    case 'shake':
      return finding.state === 'tight'
        ? `${capital(timeWords(finding.longestS))} can shake: ${finding.advice.join('; ')}.`
        : `Nothing shakes the camera at ${timeWords(finding.longestS)} as it is released.`;
    case 'film':
      return filmSentence(finding);
  }
}

/** What stands behind it, or what to do; `null` when nothing more is to be said. */
export function exposureNote(finding: ExposureFinding): string | null {
  switch (finding.kind) {
    case 'time':
      return finding.state === 'unknown'
        ? 'Its figures are in the kit: of the body, or of the lens in its shutter.'
        : finding.bulb
          ? 'Held open and counted: the step Expose has a countdown.'
          : null;
    case 'reciprocity':
      return finding.state === 'unknown'
        ? 'Type the table or the exponent of the film’s data sheet, in the step Expose; and bracket to the long side.'
        : null;
    case 'flash':
      return finding.state === 'unknown'
        ? 'Its shortest time with flash is a figure of the body; the time comes from a reading.'
        : 'Mains power and wet floors do not go together; lamps and cables by local rules.';
    case 'readout':
      return finding.state === 'fails' ? 'An upright that moves is drawn slanted: the rows are read one after another.' : null;
    case 'diffraction':
      return finding.state === 'holds'
        ? null
        : 'Depth gained by stopping down is paid for everywhere; a stack or a tilt costs nothing of this.';
    case 'film':
      return finding.state === 'unknown' ? 'Say how many frames are left, in the step Expose.' : null;
    case 'shake':
      return null;
  }
}

function timeSentence({ state, shutter, neededS, endS, end, spareStops, lacks, bulb }: TimeFinding): string {
  if (state === 'unknown' || neededS === null || spareStops === null)
    return `Whether the shutter can do it is not known: ${lacks} is missing.`;
  const name = SHUTTERS[shutter];
  if (state === 'fails')
    return `${capital(timeWords(neededS))} is beyond the ${name}: it ends at ${timeWords(endS ?? 0)}, ${stopsWords(-spareStops)} ${end === 'fast' ? 'too much light' : 'too little'}.`;
  if (bulb) return `The ${name} is held open for ${timeWords(neededS)} and counted.`;
  return `The ${name} does ${timeWords(neededS)}${spareStops === Infinity ? '' : `, with ${stopsWords(Math.max(0, spareStops))} to its end`}.`;
}

function reciprocitySentence({ meteredS, neededS, beyond }: ReciprocityFinding): string {
  if (neededS === null) return `What this film loses at ${timeWords(meteredS)} is not known.`;
  if (beyond)
    return `${capital(timeWords(meteredS))} is beyond the table of this film; ${timeWords(neededS)} goes on at its last slope, which nobody has measured.`;
  return `The film’s own loss is counted: ${timeWords(meteredS)} metered becomes ${timeWords(neededS)}.`;
}

function flashSentence({ state, shutter, syncS, shortestS }: FlashFinding): string {
  const name = SHUTTERS[shutter];
  if (syncS === 0) return `Flash lights the whole frame at any time of the ${name}.`;
  if (syncS === Infinity) return `The ${name} cannot be used with flash.`;
  if (state === 'unknown' || syncS === null || shortestS === null)
    return `Whether flash lights the whole frame with the ${name} is not known.`;
  return state === 'fails'
    ? `At ${timeWords(shortestS)} flash leaves a part of the frame dark: the ${name} is open whole only to ${timeWords(syncS)}.`
    : `At ${timeWords(shortestS)} flash lights the whole frame; the ${name} is open whole to ${timeWords(syncS)}.`;
}

function readoutSentence({ shutter, readoutMs, bentPx, allowedPx, film }: ReadoutFinding): string {
  if (bentPx === null || readoutMs === null) return `Whether what moves is bent by the ${SHUTTERS[shutter]} is not known.`;
  if (readoutMs === 0) return `The ${SHUTTERS[shutter]} exposes all of the frame at once: what moves is not bent.`;
  const px = film ? 'px of 5 µm' : 'px';
  return `What moves is bent by ${fixed(bentPx, bentPx < 10 ? 1 : 0)} ${px} while the ${SHUTTERS[shutter]} passes in ${fixed(readoutMs, 0)} ms; ${fixed(allowedPx, 1)} ${px} pass.`;
}

function diffractionSentence({ state, fNumber, airyMm, allowedMm, pixelMm }: DiffractionFinding): string {
  const size = pixelMm === null ? `${fixed(airyMm * 1000, 0)} µm` : `${fixed(airyMm / pixelMm, 1)} px`;
  const most = pixelMm === null ? `${fixed(allowedMm * 1000, 0)} µm` : `${fixed(allowedMm / pixelMm, 0)} px`;
  if (state === 'holds')
    return `At ${apertureWords(fNumber)} diffraction draws a point ${size} wide; up to ${most} the picture stays crisp.`;
  return `At ${apertureWords(fNumber)} diffraction draws a point ${size} wide, over the ${most} of a crisp picture: ${state === 'tight' ? 'just to be seen' : 'plainly soft'}.`;
}

function filmSentence({ state, takes, left }: FilmFinding): string {
  const needs = `${takes} ${takes === 1 ? 'frame' : 'frames'} of film`;
  if (left === null)
    return `Whether there is film for ${needs === '1 frame of film' ? 'this frame' : `these ${takes} frames`} is not known.`;
  return state === 'fails'
    ? `It takes ${needs}, and ${left === 0 ? 'none is' : `only ${left} ${left === 1 ? 'is' : 'are'}`} left.`
    : `It takes ${needs}; ${left} ${left === 1 ? 'is' : 'are'} left.`;
}
