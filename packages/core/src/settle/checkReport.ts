import { checkNote, checkSentence, marginOf, missingValue } from '../checks/evaluate';
import type { Margin } from '../checks/fix';
import { checkNamed, type CheckKind } from '../checks/registry';
import { fixSentence } from '../checks/wording';
import type { Geometry } from '../geometry/geometry';
import type { SetupPatch } from '../model/setup';
import type { BenchStep } from '../model/step';
import type { CheckState } from '../state';
import { checksWithFixes } from './fixes';

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
 * All checks that apply to a setup, worst first, in full: state, margin, sentence, missing value and fixes within its locks.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * checkReport(frontGeometry)[0]?.state // => 'unknown'
 */
export function checkReport(geometry: Geometry): readonly CheckReport[] {
  return checksWithFixes(geometry).map((result) => {
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
