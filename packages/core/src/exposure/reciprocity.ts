import { exposureText } from '@gangway/messages/core/exposure';
import { say } from '@gangway/messages/say';
import { CoreError, requirePositive } from '../errors';
import { reciprocityTime } from './exposure';
import type { Reciprocity, ReciprocityRow } from '../model/exposure';

/** The time that is needed; *beyond* the last row of a table nobody has measured. */
export interface Needed {
  readonly shutterSpeedS: number;
  readonly beyond: boolean;
}

/**
 * The time that film needs where a meter says t (s). By table: as metered up
 * to its first row where that row asks no more, else from one second on (from
 * a tenth of the first row where that is a second or less); straight between rows
 * on paper with logarithmic axes; beyond the last row its last slope goes on,
 * and `beyond` says so. Throws `table_not_rising` when the rows do not rise.
 */
export function neededTime(shutterSpeedS: number, law: Exclude<Reciprocity, { kind: 'film' }>): Needed {
  requirePositive('shutterSpeedS', shutterSpeedS);
  if (law.kind === 'none') return { shutterSpeedS, beyond: false };
  if (law.kind === 'exponent') return { shutterSpeedS: reciprocityTime(shutterSpeedS, law.exponent), beyond: false };
  const rows = whole(law.rows);
  const last = rows[rows.length - 1];
  const first = rows[0];
  if (!first || !last || shutterSpeedS <= first.meteredS) return { shutterSpeedS, beyond: false };
  let [a, b] = [first, last];
  for (let i = 1; i < rows.length; i++) {
    const [from, to] = [rows[i - 1], rows[i]];
    if (!from || !to) continue;
    [a, b] = [from, to];
    if (shutterSpeedS <= to.meteredS) break;
  }
  const slope = Math.log(b.neededS / a.neededS) / Math.log(b.meteredS / a.meteredS);
  return { shutterSpeedS: a.neededS * (shutterSpeedS / a.meteredS) ** slope, beyond: shutterSpeedS > last.meteredS * (1 + 1e-9) };
}

/**
 * What a meter would have to say for film to need a time (s): the law read backward.
 *
 * @param neededS how long the film is exposed, s
 * @param law how the film loses speed
 *
 * @example
 * meteredTime(100, { kind: 'exponent', exponent: 2 }) // => 10
 */
export function meteredTime(neededS: number, law: Exclude<Reciprocity, { kind: 'film' }>): number {
  // Film never needs less than is metered, and what it needs rises with it.
  let [low, high] = [requirePositive('neededS', neededS) / 2 ** 40, neededS];
  for (let i = 0; i < 80; i++) {
    const middle = Math.sqrt(low * high);
    if (neededTime(middle, law).shutterSpeedS < neededS) low = middle;
    else high = middle;
  }
  return high;
}

/** The rows with a beginning at which nothing is lost, where the first row already asks for more. */
function whole(given: readonly ReciprocityRow[]): readonly ReciprocityRow[] {
  given.forEach(({ meteredS, neededS }, i) => {
    requirePositive(`rows[${i}].meteredS`, meteredS);
    if (requirePositive(`rows[${i}].neededS`, neededS) < meteredS)
      throw new CoreError('table_not_rising', ['rows', i, 'neededS'], say(exposureText.rowNeedsSWhereThe, { i: i + 1, neededS, meteredS }));
    const before = given[i - 1];
    if (before && (before.meteredS >= meteredS || before.neededS > neededS))
      throw new CoreError('table_not_rising', ['rows', i], say(exposureText.rowDoesNotRiseFrom, { i: i + 1 }));
  });
  const [first] = given;
  if (!first || first.neededS === first.meteredS)
    return given.length === 1 && first ? [first, { meteredS: first.meteredS * 10, neededS: first.neededS * 10 }] : given;
  const from = first.meteredS > 1 ? 1 : first.meteredS / 10;
  return [{ meteredS: from, neededS: from }, ...given];
}
