import { lengthWords } from '@gangway/messages/length';
import { fixedNumber } from '@gangway/messages/number';
import { wordsText } from '@gangway/messages/core/words';
import { say } from '@gangway/messages/say';

/**
 * A length in mm to a tenth, with its unit and a true minus sign: "9.4 mm".
 *
 * @param mm millimetres
 *
 * @example
 * mmWords(3.04) // => '3.0 mm'
 */
export function mmWords(mm: number): string {
  return `${fixed(mm, 1)} mm`;
}

/**
 * A number to so many decimals as the region writes it, with a true minus sign, never "−0"; ∞ as itself.
 *
 * @param value the number
 * @param decimals decimal places
 *
 * @example
 * fixed(-2.5, 1) // => '−2.5'
 */
export function fixed(value: number, decimals: number): string {
  return fixedNumber(value, decimals);
}

/**
 * An f-number as marked: "f/8", "f/5.6", "f/6.72".
 *
 * @param fNumber marked f-number
 *
 * @example
 * apertureWords(5.6) // => 'f/5.6'
 */
export function apertureWords(fNumber: number): string {
  return `f/${fixedNumber(fNumber, 2, 0)}`;
}

/**
 * "9.4 mm of rise", "6.0 mm of shift to the left", "no movement" in the words a photographer sets them by.
 *
 * @param riseMm rise, mm, up positive
 *
 * @example
 * riseWords(-3) // => '3.0 mm of fall'
 */
export function riseWords(riseMm: number): string {
  if (Math.abs(riseMm) < 0.05) return wordsText.noRise;
  return riseMm > 0 ? say(wordsText.ofRise, { riseMm: mmWords(riseMm) }) : say(wordsText.ofFall, { riseMm: mmWords(-riseMm) });
}

/**
 * As `riseWords`, of shift.
 *
 * @param shiftMm shift, mm, right positive
 *
 * @example
 * shiftWords(-3) // => '3.0 mm of shift to the left'
 */
export function shiftWords(shiftMm: number): string {
  if (Math.abs(shiftMm) < 0.05) return wordsText.noShift;
  return say(wordsText.ofShiftToTheRight, { shiftMm: mmWords(Math.abs(shiftMm)), shiftMm2: shiftMm > 0 ? 'yes' : 'no' });
}

/**
 * How a camera is turned from straight ahead: "12.5° to the right", "straight ahead".
 *
 * @param yawDeg yaw, degrees, right positive
 *
 * @example
 * yawWords(-12) // => '12.0° to the left'
 */
export function yawWords(yawDeg: number): string {
  if (Math.abs(yawDeg) < 0.05) return wordsText.straightAhead;
  return say(wordsText.toTheRight, { yawDeg: fixed(Math.abs(yawDeg), 1), yawDeg2: yawDeg > 0 ? 'yes' : 'no' });
}

/**
 * How a lens or back is turned, in words without signs: "tilt 2.4° forward, swing 0.3° right", "no tilt".
 *
 * @param turn tilt (forward positive) and swing (right positive), degrees
 *
 * @example
 * turnWords({ tiltDeg: 2.4, swingDeg: 0 }) // => 'tilt 2.4° forward'
 */
export function turnWords({ tiltDeg, swingDeg }: { readonly tiltDeg: number; readonly swingDeg: number }): string {
  const degreesWords = (deg: number): string => `${fixed(Math.abs(deg), Math.abs(deg * 10 - Math.round(deg * 10)) < 0.05 ? 1 : 2)}°`;
  const parts: string[] = [];
  if (Math.abs(tiltDeg) >= 0.005)
    parts.push(say(wordsText.tiltForward, { tiltDeg: degreesWords(tiltDeg), tiltDeg2: tiltDeg > 0 ? 'yes' : 'no' }));
  if (Math.abs(swingDeg) >= 0.005)
    parts.push(say(wordsText.swingRight, { swingDeg: degreesWords(swingDeg), swingDeg2: swingDeg > 0 ? 'yes' : 'no' }));
  return parts.length === 0 ? wordsText.noTilt : parts.join(', ');
}

/**
 * So many stops: "1.3 stops", "a third of a stop".
 *
 * @param stops stops
 *
 * @example
 * stopsWords(1.5) // => '1.5 stops'
 */
export function stopsWords(stops: number): string {
  return Math.abs(stops - 1) < 0.05 ? wordsText.n1Stop : say(wordsText.stops, { stops: fixed(stops, 1) });
}

/**
 * A distance as it is paced out: "24 m", "2.31 m", "0.286 m", "infinity" for `null` or ∞.
 *
 * @param m metres; `null` is infinity
 *
 * @example
 * metresWords(12.34) // => '12.3 m'
 */
export function metresWords(m: number | null): string {
  if (m === null || m === Infinity) return wordsText.infinity;
  return lengthWords(m, decimalsOfMetres(m));
}

function decimalsOfMetres(m: number): number {
  if (m >= 20) return 0;
  if (m >= 10) return 1;
  if (m >= 1) return 2;
  return 3;
}

/**
 * A magnification as it is spoken of: "0.21 of life size", "1.4 times life size", "life size".
 *
 * @param m image size over subject size
 *
 * @example
 * magnificationWords(0.21) // => '0.21 of life size'
 */
export function magnificationWords(m: number): string {
  if (Math.abs(m - 1) < 0.005) return wordsText.lifeSize;
  return m < 1 ? say(wordsText.ofLifeSize, { m: fixed(m, m < 0.1 ? 3 : 2) }) : say(wordsText.timesLifeSize, { m: fixed(m, 1) });
}

/**
 * The words with a capital at their beginning.
 *
 * @param words the words
 *
 * @example
 * capital('rise') // => 'Rise'
 */
export function capital(words: string): string {
  // An f-number keeps its small letter.
  if (words.startsWith('f/')) return words;
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** How a frame is held, in one word. */
export const ORIENTATION_LABELS = { landscape: wordsText.landscape, portrait: wordsText.portrait } as const;
