import type { Geometry } from '../geometry/geometry';
import type { BenchStep } from '../model/step';
import type { CheckState } from '../state';
import { checkSentence, evaluateAll, marginOf } from './evaluate';
import type { Margin } from './fix';
import { CHECKS, type CheckKind } from './registry';

/**
 * Every check there is, with the step of the bench that it belongs to.
 *
 * @example
 * checkList()[0] // => {kind: 'inFrame', step: 'frame', weight: 'counts'}
 */
export function checkList(): readonly { readonly kind: CheckKind; readonly step: BenchStep; readonly weight: 'counts' | 'advice' }[] {
  return CHECKS.map(({ kind, step, weight }) => ({ kind, step, weight }));
}

/** What the checks say about a setup, in short. */
export interface CheckSummary {
  /** Whether no check fails and none is unknown. */
  readonly passes: boolean;
  readonly checks: readonly {
    readonly kind: CheckKind;
    readonly state: CheckState;
    readonly sentence: string;
    /** What is left, in its own unit; `null` when there is no such number. */
    readonly margin: Margin | null;
  }[];
}

/**
 * All checks that apply to a setup, worst first, without fixes, and whether it passes.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * checkSummary(frontGeometry).passes // => false
 */
export function checkSummary(geometry: Geometry): CheckSummary {
  const results = evaluateAll(geometry);
  return {
    passes: results.every(({ state }) => state !== 'fails' && state !== 'unknown'),
    checks: results.map((result) => ({
      kind: result.kind,
      state: result.state,
      sentence: checkSentence(result),
      margin: marginOf(result),
    })),
  };
}
