import { evaluateAll, fixesFor, trialOf, type CheckResult } from '../checks/evaluate';
import { firstDistinct } from '../checks/distinct';
import { offer, type Fix } from '../checks/fix';
import type { CheckKind } from '../checks/registry';
import { CONTROL_GROUPS, type ControlGroup, type Lock } from '../fields/locks';
import type { Geometry } from '../geometry/geometry';
import type { SetupPatch, SetupSettings } from '../model/setup';
import { patched } from '../setup/patch';
import { candidate, candidatesAt, type Search } from './candidates';

/** What is set together to fix one check: no step that costs more than turning knobs. */
const TOGETHER: readonly ControlGroup[] = ['orientation', 'movements', 'aperture', 'focus', 'tilt'];
/** More than so many ways are not tried for one check: the simplest are the first. */
const MOST_TRIED = 80;
/** So many are offered for one check. */
const MOST_OFFERED = 3;

/**
 * All checks of a setup, worst first, each with fixes that keep to its locks:
 * the fixes of the check itself where there are any, otherwise several controls
 * set together, as Settle finds them.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * checksWithFixes(frontGeometry).length === evaluateAll(frontGeometry).length // => true
 */
export function checksWithFixes(geometry: Geometry): readonly CheckResult[] {
  const fixes = fixesWithin(geometry);
  return evaluateAll(geometry).map((check) => ({ ...check, fixes: fixes[check.kind] ?? [] }));
}

/**
 * The fixes of every check that fails or is tight, within the locks of the
 * setup. Each makes its check pass and no other worse.
 *
 * @param geometry what follows from the settings of a setup
 *
 * @example
 * (fixesWithin(frontGeometry).pins ?? []).length > 0 // => false
 */
export function fixesWithin(geometry: Geometry): Partial<Record<CheckKind, readonly Fix[]>> {
  const { settings } = geometry;
  const checks = evaluateAll(geometry);
  const bad = checks.filter(({ state }) => state === 'fails' || state === 'unknown').map(({ kind }) => kind);
  const groups = (wanted: readonly Lock[]): ReadonlySet<ControlGroup> =>
    new Set(CONTROL_GROUPS.filter((group) => wanted.includes(settings.locks[group])));
  const free = groups(['free']);
  const unlocked = groups(['free', 'ifNeeded']);
  const ways: Search['ways'] = new Map();
  return Object.fromEntries(
    checks.map((check): [CheckKind, readonly Fix[]] => {
      const keepsTo = (may: ReadonlySet<ControlGroup>, { patch }: Fix): boolean =>
        candidate({ start: settings, may }, patched(settings, patch)) !== null;
      const own = fixesFor(check, geometry).filter((fix) => keepsTo(unlocked, fix));
      const simple = own.some((fix) => keepsTo(free, fix));
      if (simple || check.state !== 'fails') return [check.kind, own];
      const without = new Set<string>(bad.filter((kind) => kind !== check.kind));
      const may = new Set(TOGETHER.filter((group) => free.has(group)));
      const search: Search = { start: settings, may, without, ways, yaws: [] };
      // To turn several knobs comes before what is a last resort.
      return [check.kind, firstDistinct([...firstDistinct(together(check.kind, geometry, search), MOST_OFFERED), ...own], MOST_OFFERED)];
    }),
  );
}

/** Several controls set together so that one check passes and no other is worse, the simplest first. */
function* together(kind: CheckKind, geometry: Geometry, search: Search): Generator<Fix | null> {
  const trial = trialOf(kind, geometry);
  const inOrder = [...candidatesAt(search.start, search)].sort((a, b) => a.least - b.least).slice(0, MOST_TRIED);
  const offered: (readonly string[])[] = [];
  for (const { settings, changes } of inOrder) {
    const keys = changes.map(({ key }) => key);
    // What only sets more than another would be no other way.
    if (offered.some((fewer) => fewer.every((key) => keys.includes(key)))) continue;
    const fix = offer('several', patchBetween(search.start, settings), trial);
    if (fix) offered.push(keys);
    yield fix;
  }
}

/** What has to be laid over a setup to come to another that differs in frame, movements, focus and aperture. */
function patchBetween(from: SetupSettings, to: SetupSettings): SetupPatch {
  const { riseMm, shiftMm } = to.movements;
  const moved = {
    ...(riseMm !== from.movements.riseMm && { riseMm }),
    ...(shiftMm !== from.movements.shiftMm && { shiftMm }),
  };
  const turned = (standard: 'front' | 'rear') =>
    (['tiltDeg', 'swingDeg'] as const).some((turn) => from[standard][turn] !== to[standard][turn]);
  return {
    ...(to.orientation !== from.orientation && { orientation: to.orientation }),
    ...(Object.keys(moved).length > 0 && { movements: moved }),
    ...(turned('front') && { front: to.front, composed: to.composedAt === to.front }),
    ...(turned('rear') && { rear: to.rear }),
    ...(to.focusM !== from.focusM && { focusM: to.focusM }),
    ...(to.fNumber !== from.fNumber && { fNumber: to.fNumber }),
  };
}
