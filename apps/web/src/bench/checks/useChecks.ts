import type { Geometry } from '@gangway/core/geometry/geometry';
import type { CheckResult } from '@gangway/core/checks/evaluate';
import { checksOf } from '../../setup/checksOf';
import { useSought } from './solverClient';

export interface Findings {
  readonly checks: readonly CheckResult[];
  /** Whether the fixes are of this setup; while they are sought anew those of a moment ago are shown, not to be pressed. */
  readonly fresh: boolean;
  /** Whether seeking them went wrong, so that nobody knows whether there are any. */
  readonly failed: boolean;
}

/** The checks of a setup at once, and their fixes as soon as they are found. */
export function useChecks(geometry: Geometry): Findings {
  const quick = checksOf(geometry.settings);
  const needs = quick.some(({ state }) => state === 'fails' || state === 'tight');
  const sought = useSought('fixes', geometry.settings, needs);
  if (!needs || !sought) return { checks: quick, fresh: !needs, failed: false };
  const { fixes, failed } = sought.answer;
  return {
    checks: quick.map((check): CheckResult =>
      check.state === 'fails' || check.state === 'tight' ? { ...check, fixes: fixes[check.kind] ?? [] } : check,
    ),
    fresh: sought.fresh,
    failed,
  };
}
