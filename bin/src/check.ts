import { firstIssue } from '@gangway/contract/apiError';
import { setupSettingsSchema } from '@gangway/contract/setup';
import { openedSettings } from '@gangway/contract/storedSetup';
import { checkList, checkReport } from '@gangway/core/checks/report';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { notJson, readStdin, refuse, print, write } from './streams';

/** Every check with its step, a line each. */
export function listChecks(): number {
  const checks = checkList();
  const width = Math.max(...checks.map(({ kind }) => kind.length));
  return print(checks.map(({ kind, step }) => `${kind.padEnd(width)}  ${step}`).join('\n'));
}

/** All that the checks say about the settings of a setup that come in as JSON. */
export async function check(): Promise<number> {
  let input: unknown;
  try {
    input = JSON.parse(await readStdin());
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  const settings = setupSettingsSchema.safeParse(input);
  if (!settings.success) return refuse(firstIssue(settings.error), 1);
  await write(JSON.stringify(checkReport(geometryOf(openedSettings(settings.data)))));
  return 0;
}
