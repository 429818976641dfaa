import type { Geometry } from '../geometry/geometry';
import type { SetupPatch } from '../model/setup';
import type { BenchStep } from '../model/step';
import type { CheckState } from '../state';
import { checkNote, checkSentence, evaluateAll, evaluateWithFixes, marginOf, missingValue } from './evaluate';
import type { Margin } from './fix';
import { CHECKS, checkNamed, type CheckKind } from './registry';
import { fixSentence } from './wording';

/** One check of a setup as it goes out over the command line and HTTP. */
export interface CheckReport {
  readonly kind: CheckKind;
  readonly step: BenchStep;
  readonly state: CheckState;
  /** What is left, in its own unit; `null` when there is no such number. */
  readonly margin: Margin | null;
  readonly message: string;
  readonly note: string | null;
  /** What the check takes for granted. */
  readonly assumes: string;
  /** The value that has to be entered before the check can be evaluated; `null` when none is missing. */
  readonly missing: { readonly itemName: string; readonly label: string } | null;
  /** Changes that were tried and make the check pass, best first. */
  readonly fixes: readonly { readonly message: string; readonly patch: SetupPatch; readonly leaves: Margin }[];
}

/**
 * Every check there is, with the step of the bench that it belongs to.
 *
 * @example
 * checkList()[0] // => {kind: 'inFrame', step: 'frame', weight: 'counts'}
 */
export function checkList(): readonly { readonly kind: CheckKind; readonly step: BenchStep; readonly weight: 'counts' | 'advice' }[] {
  return CHECKS.map(({ kind, step, weight }) => ({ kind, step, weight }));
}

/**
 * All checks that apply to a setup, worst first, in full: state, margin, sentence, missing value and fixes.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * checkReport(frontGeometry)[0]?.state // => 'unknown'
 */
export function checkReport(geometry: Geometry): readonly CheckReport[] {
  return evaluateWithFixes(geometry).map((result) => {
    const missing = result.state === 'unknown' ? missingValue(result, geometry.settings.rig.parts) : null;
    return {
      kind: result.kind,
      step: checkNamed(result.kind).step,
      state: result.state,
      margin: marginOf(result),
      message: checkSentence(result),
      note: checkNote(result),
      assumes: checkNamed(result.kind).assumes,
      missing: missing && { itemName: missing.itemName, label: missing.label },
      fixes: result.fixes.map((fix) => ({ message: fixSentence(fix), patch: fix.patch, leaves: fix.leaves })),
    };
  });
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
