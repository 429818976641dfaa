import { givenSetupText } from '@gangway/messages/contract/givenSetup';
import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { z } from 'zod';
import type { SetupSettings } from '@gangway/core/model/setup';
import { CONTROL_GROUPS, type ControlGroup } from '@gangway/core/fields/locks';
import type { CheckKind } from '@gangway/core/checks/registry';
import { requestOf, settle, type Settled, type Solution } from '@gangway/core/settle/settle';
import type { Cost } from '@gangway/core/settle/ranking';
import type { Excluded } from '@gangway/core/settle/certificate';
import { contradictionSentence, solutionSentence } from '@gangway/core/settle/wording';
import { checkSummary, type CheckSummary } from '@gangway/core/checks/report';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { firstIssue, type ApiError } from './apiError';
import { setupSettingsSchema } from './setup';
import { openedSettings } from './storedSetup';

export const SHAPE = '{settings}';

/** Something that cannot be done, as it goes out beside what could. */
export interface GivenError {
  readonly error: ApiError['error'];
}

/** Settings without what follows from the components of their rig: the pages and `gangway demo` give both. */
function withoutDerived(settings: unknown): unknown {
  if (typeof settings !== 'object' || settings === null || !('rig' in settings)) return settings;
  const { rig } = settings;
  if (typeof rig !== 'object' || rig === null) return settings;
  return { ...settings, rig: Object.fromEntries(Object.entries(rig).filter(([key]) => ['name', 'rigId', 'parts'].includes(key))) };
}

/** The settings of a setup that come in as JSON, or why they are none. */
export function givenSettings(settings: unknown): SetupSettings | GivenError {
  const parsed = setupSettingsSchema.safeParse(withoutDerived(settings));
  return parsed.success ? openedSettings(parsed.data) : { error: firstIssue(parsed.error) };
}

/** The controls that may be changed, from a list of their names, or why it is none. */
export function givenMay(names: unknown): readonly ControlGroup[] | GivenError {
  const parsed = z.array(z.enum([...CONTROL_GROUPS])).safeParse(names);
  if (parsed.success) return [...new Set(parsed.data)];
  const known = listed(CONTROL_GROUPS, 'disjunction');
  const all: readonly unknown[] = Array.isArray(names) ? names : [names];
  const given = all.find((each) => !CONTROL_GROUPS.some((group) => group === each));
  return { error: { code: 'unknown_control', path: ['may'], message: say(givenSetupText.mayOnly, { given: String(given), known }) } };
}

/** A way to make every check pass, as it goes out. */
export interface SolutionReport {
  /** The controls that are set, by where they stand in the settings, with their new values. */
  readonly changes: Readonly<Record<string, unknown>>;
  readonly settings: SetupSettings;
  readonly cost: Cost;
  readonly sentence: string;
}

/** What Settle finds for one setup, as it goes out. */
export interface SettleReport {
  readonly solutions: readonly SolutionReport[];
  /** Why there is no solution; `null` where there is one. */
  readonly conflict: {
    readonly kinds: readonly CheckKind[];
    readonly sentence: string;
    /** What excludes each way round and each aperture that may be set; `null` where nothing was found, which is no proof. */
    readonly certificate: readonly Excluded[] | null;
    /** What would do: with one thing more that may change, or with one requirement let go. */
    readonly would: readonly (SolutionReport & ({ readonly may: ControlGroup } | { readonly without: CheckKind }))[];
  } | null;
  /** Where a solution uses a last resort: why what is free does not do. */
  readonly because: string | null;
}

const solutionReport = (solution: Solution): SolutionReport => ({
  changes: Object.fromEntries(solution.changes.map(({ key, to }) => [key, to])),
  settings: solution.settings,
  cost: solution.cost,
  sentence: solutionSentence(solution),
});

/** What Settle finds, as it goes out over the command line and HTTP. */
export function settleReport({ solutions, conflict }: Settled): SettleReport {
  const sentence = conflict && contradictionSentence(conflict);
  const given = solutions.map(solutionReport);
  if (conflict === null || sentence === null || given.length > 0) return { solutions: given, conflict: null, because: sentence };
  return {
    solutions: given,
    conflict: {
      kinds: conflict.kinds,
      sentence,
      certificate: conflict.certificate,
      would: [
        ...conflict.would.map(({ group, solution }) => ({ may: group, ...solutionReport(solution) })),
        ...conflict.dropped.map(({ kind, solution }) => ({ without: kind, ...solutionReport(solution) })),
      ],
    },
    because: null,
  };
}

/**
 * Settle for each of many setups, in order; one that cannot be read does not
 * stop the others. The rigs of all of them are the kit that another rig is
 * taken from.
 *
 * @param given setups as `{settings}`
 * @param may what may be changed; what each setup's own locks say where it is left out
 */
export function settledSetups(given: readonly unknown[], may?: readonly ControlGroup[]): readonly (SettleReport | GivenError)[] {
  const opened = given.map(settingsOf);
  const rigs = new Map(opened.flatMap((each) => ('error' in each ? [] : [[each.rig.name, each.rig] as const])));
  return opened.map((settings) => {
    if ('error' in settings) return settings;
    const request = may === undefined ? requestOf(settings) : { may, lastResorts: [] };
    return settleReport(settle(settings, { ...request, rigs: [...rigs.values()] }));
  });
}

/** The same of a setup that comes in as `{settings}`. */
function settingsOf(given: unknown): SetupSettings | GivenError {
  if (typeof given !== 'object' || given === null || !('settings' in given))
    return { error: { code: 'invalid', path: ['settings'], message: say(givenSetupText.settingsAreMissing, { shape: SHAPE }) } };
  const settings = givenSettings(given.settings);
  return 'error' in settings ? { error: { ...settings.error, path: ['settings', ...settings.error.path] } } : settings;
}

/** What the checks say about each of many setups, in order; one that cannot be read does not stop the others. */
export function checkedSetups(given: readonly unknown[]): readonly (CheckSummary | GivenError)[] {
  return given.map((each) => {
    const settings = settingsOf(each);
    return 'error' in settings ? settings : checkSummary(geometryOf(settings));
  });
}
