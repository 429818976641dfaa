import { catalogue } from './catalogue';
import { inFeet } from './language';
import { fixedNumber } from './number';
import { say } from './say';

const lengthText = catalogue({
  metres: '{n} m',
  feet: '{n} ft',
  inches: '{n} in',
  feetAndInches: '{feet} ft {inches} in',
});

/** The foot and the inch of the international yard and pound agreement of 1959, exact. */
export const FOOT_M = 0.3048;
const INCH_M = 0.0254;
/** From so many feet on inches are not worth saying; below so many a tenth of an inch is. */
const WHOLE_FEET = 100;
const FINE_FEET = 10;

/**
 * A distance as it is chosen to be written: in metres with so many decimals, or in feet and inches.
 *
 * @param m the distance, m
 * @param decimals decimal places of metres
 *
 * @example
 * lengthWords(24, 1) // => '24.0 m'
 */
export function lengthWords(m: number, decimals: number): string {
  return inFeet() && Number.isFinite(m) ? feetWords(m) : say(lengthText.metres, { n: fixedNumber(m, decimals) });
}

function feetWords(m: number): string {
  const feet = Math.abs(m) / FOOT_M;
  const sign = m < 0 ? -1 : 1;
  if (feet >= WHOLE_FEET) return say(lengthText.feet, { n: fixedNumber(sign * Math.round(feet), 0) });
  const decimals = feet < FINE_FEET ? 1 : 0;
  const inches = Number((Math.abs(m) / INCH_M).toFixed(decimals));
  const whole = Math.floor(inches / 12);
  const left = inches - 12 * whole;
  if (whole === 0) return say(lengthText.inches, { n: fixedNumber(sign * left, decimals, 0) });
  if (Number(left.toFixed(decimals)) === 0) return say(lengthText.feet, { n: fixedNumber(sign * whole, 0) });
  return say(lengthText.feetAndInches, { feet: fixedNumber(sign * whole, 0), inches: fixedNumber(left, decimals, 0) });
}
