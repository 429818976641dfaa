import { marginOf } from '../checks/evaluate';
import type { Margin } from '../checks/fix';
import { withPivotDoubt } from '../checks/pivotDoubt';
import { CHECKS, type CheckKind, type Found } from '../checks/registry';
import { freshGeometry } from '../geometry/geometry';
import type { SetupSettings } from '../model/setup';

/** What all checks come to for one setup. */
export interface Judged {
  /** Checks that fail or are unknown, in the order of the registry. */
  readonly bad: readonly Found[];
  /** Checks that pass with little to spare. */
  readonly tight: readonly Found[];
}

/**
 * All checks of a setup, from the start, without those that are let go.
 *
 * @param settings the settings of a setup
 * @param without checks that are let go
 */
export function judged(settings: SetupSettings, without: ReadonlySet<string> = new Set()): Judged {
  const geometry = freshGeometry(settings);
  const bad: Found[] = [];
  const tight: Found[] = [];
  for (const check of CHECKS) {
    if (without.has(check.kind)) continue;
    const facts = withPivotDoubt(check, geometry);
    if (facts === null || facts.state === 'passes') continue;
    // The registry pairs each kind with the facts that its definition returns.
    const found = { kind: check.kind, ...facts } as unknown as Found;
    if (facts.state !== 'tight') bad.push(found);
    else if (check.weight === 'counts') tight.push(found);
  }
  return { bad, tight };
}

/** A check with what it has left. */
export interface MarginLeft {
  readonly kind: CheckKind;
  readonly margin: Margin;
}

/** What each check has left, where that is a number. */
export function marginsLeft(settings: SetupSettings): readonly MarginLeft[] {
  const geometry = freshGeometry(settings);
  return CHECKS.flatMap((check): readonly MarginLeft[] => {
    if (check.weight !== 'counts') return [];
    const facts = withPivotDoubt(check, geometry);
    if (facts === null || facts.state === 'unknown') return [];
    const margin = marginOf({ kind: check.kind, ...facts } as unknown as Found);
    return margin === null || !Number.isFinite(margin.value) ? [] : [{ kind: check.kind, margin }];
  });
}

/**
 * Whether every check passes, tight ones counted: the same answer as by {@link judged}, sooner where one does not.
 *
 * @param settings the settings of a setup
 *
 * @example
 * passesAll({ ...front, pins: [], exposure: { ...front.exposure, meter: null } }) // => true
 */
export function passesAll(settings: SetupSettings): boolean {
  const geometry = freshGeometry(settings);
  return CHECKS.every((check) => {
    const facts = withPivotDoubt(check, geometry);
    return facts === null || facts.state === 'passes' || facts.state === 'tight';
  });
}
