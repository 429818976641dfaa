import { givenSetupText } from '@gangway/messages/contract/givenSetup';
import { say } from '@gangway/messages/say';
import type { SetupSettings } from '@gangway/core/model/setup';
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
