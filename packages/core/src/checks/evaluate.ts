import { freshGeometry, type Geometry } from '../geometry/geometry';
import type { RigParts } from '../model/rig';
import type { MissingValue } from '../rig/missing';
import { patched } from '../setup/patch';
import { STATE_ORDER, type CheckState } from '../state';
import { firstDistinct } from './distinct';
import type { Fix, Margin, Trial } from './fix';
import { doubtSentence, withPivotDoubt } from './pivotDoubt';
import { CHECKS, checkNamed, type CheckKind, type Found, type FoundOf } from './registry';

/** What a check has found, with the fixes that were sought for it; none were sought where the list is empty. */
export type CheckResult = Found & { readonly fixes: readonly Fix[] };

/** The most fixes that are offered for one check. */
const MOST_OFFERED = 3;

/** One check of a setup; `null` where there is nothing to check. Cheap: no fixes are sought. */
export function evaluate<K extends CheckKind>(kind: K, geometry: Geometry): FoundOf<K> | null {
  const facts = withPivotDoubt(checkNamed(kind), geometry);
  // The registry pairs each kind with the facts that its definition returns.
  return facts && ({ kind, ...facts } as unknown as FoundOf<K>);
}

/**
 * All checks of a setup, worst first, without fixes: what a drag can ask for at every step.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * evaluateAll(frontGeometry)[0]?.state // => 'unknown'
 */
export function evaluateAll(geometry: Geometry): readonly CheckResult[] {
  return worstFirst(found(geometry).map((each) => ({ ...each, fixes: [] })));
}

/**
 * All checks of a setup, worst first, each with the fixes that were tried and make it pass.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * evaluateWithFixes(frontGeometry).length === evaluateAll(frontGeometry).length // => true
 */
export function evaluateWithFixes(geometry: Geometry): readonly CheckResult[] {
  return worstFirst(found(geometry).map((each) => ({ ...each, fixes: fixesFor(each, geometry) })));
}

/**
 * The fixes of every check that applies; seeking them takes some milliseconds.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * Object.keys(fixesOf(frontGeometry)).includes('sharpCircle') // => true
 */
export function fixesOf(geometry: Geometry): Partial<Record<CheckKind, readonly Fix[]>> {
  return Object.fromEntries(found(geometry).map((each) => [each.kind, fixesFor(each, geometry)]));
}

/** What is left, in the unit of the control concerned; `null` when there is no such number. */
export function marginOf(result: Found): Margin | null {
  return result.doubt ? null : checkNamed(result.kind).margin(result);
}

/**
 * A check as one sentence with its margin.
 *
 * @param result what a check has found
 *
 * @example
 * checkSentence(evaluateAll(frontGeometry)[0]).endsWith('.') // => true
 */
export function checkSentence(result: Found): string {
  const check = checkNamed(result.kind);
  return result.doubt && check.onPivots ? doubtSentence(check.onPivots.whether, result.doubt) : check.message(result);
}

/**
 * What stands behind the sentence, or how to find the missing value; `null` when nothing more is to be said.
 *
 * @param result what a check has found
 *
 * @example
 * checkNote(evaluateAll(frontGeometry)[0]) // => 'Enter the rig’s nearest focus and whether it reaches infinity.'
 */
export function checkNote(result: Found): string | null {
  return result.doubt ? (result.doubt.asks[0]?.how ?? null) : checkNamed(result.kind).note(result);
}

/**
 * The value of the rig that a check lacks; `null` when it is entered at the check's own step.
 *
 * @param result what a check has found
 * @param parts the components of a rig
 *
 * @example
 * missingValue({ kind: 'sharpCircle' }, parts)?.itemName // => 'normal lens'
 */
export function missingValue(result: Pick<Found, 'kind' | 'doubt'>, parts: RigParts): MissingValue | null {
  return result.doubt?.asks[0] ?? checkNamed(result.kind).missing(parts);
}

function found(geometry: Geometry): readonly Found[] {
  return CHECKS.flatMap(({ kind }): readonly Found[] => {
    const each = evaluate(kind, geometry);
    return each ? [each] : [];
  });
}

function worstFirst(results: readonly CheckResult[]): readonly CheckResult[] {
  return [...results].sort((a, b) => STATE_ORDER.indexOf(a.state) - STATE_ORDER.indexOf(b.state));
}

/** Up to three changes of which no two say the same, each of which makes the check pass and no other worse. */
export function fixesFor(result: Found, geometry: Geometry): readonly Fix[] {
  if (result.state === 'passes' || result.state === 'unknown') return [];
  const search = { geometry, trial: trialOf(result.kind, geometry) };
  return firstDistinct(checkNamed(result.kind).fixes(search, result), MOST_OFFERED);
}

/** Tries changes on a setup for the sake of one check. What only reminds may come about with a change. */
export function trialOf(kind: CheckKind, geometry: Geometry): Trial {
  const others = CHECKS.filter((other) => other.kind !== kind && other.weight === 'counts').map((other) => ({
    other,
    rank: rank(withPivotDoubt(other, geometry)?.state),
  }));
  return (patch) => {
    const next = freshGeometry(patched(geometry.settings, patch));
    const result = evaluate(kind, next);
    // What is no longer asked is fixed as well.
    if (result !== null && result.state !== 'passes') return null;
    if (others.some(({ other, rank: before }) => rank(withPivotDoubt(other, next)?.state) < before)) return null;
    return (result && marginOf(result)) ?? { value: 0, unit: '' };
  };
}

/** What is not asked is as good as what passes. */
function rank(state: CheckState = 'passes'): number {
  return STATE_ORDER.indexOf(state);
}
