import { presentRegion } from './language';

const formats = new Map<string, Intl.NumberFormat>();

/**
 * A number as the region writes it: so many decimals, no grouping, western
 * digits, a true minus sign and never "−0"; ∞ as itself.
 *
 * @param value the number
 * @param decimals decimal places, or the most of them when `least` is given
 * @param least fewest decimal places
 *
 * @example
 * fixedNumber(-2.5, 1) // => '−2.5'
 */
export function fixedNumber(value: number, decimals: number, least: number = decimals): string {
  if (value === Number.POSITIVE_INFINITY) return '∞';
  const text = formatOf(decimals, least).format(Math.abs(value));
  return value < 0 && /[1-9]/.test(text) ? `−${text}` : text;
}

/** The character between whole and decimals where the region writes numbers: "." or ",". */
export function decimalSign(): string {
  return /[^0-9]/.exec(formatOf(1, 1).format(0.5))?.[0] ?? '.';
}

function formatOf(decimals: number, least: number): Intl.NumberFormat {
  const region = presentRegion();
  const key = `${region} ${decimals} ${least}`;
  const known = formats.get(key);
  if (known) return known;
  const format = new Intl.NumberFormat(region, {
    numberingSystem: 'latn',
    useGrouping: false,
    minimumFractionDigits: least,
    maximumFractionDigits: decimals,
  });
  formats.set(key, format);
  return format;
}
