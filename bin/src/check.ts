import { DEMO_SETUPS } from '@gangway/contract/demo';
import { checkedSetups, givenSettings } from '@gangway/contract/givenSetup';
import { checkList } from '@gangway/core/checks/report';
import { checkReport } from '@gangway/core/settle/checkReport';
import { geometryOf } from '@gangway/core/geometry/geometry';
import type { Margin } from '@gangway/core/checks/fix';
import { printRows, type Format, type Row } from './format';
import { notJson, readStdin, refuse, print, write } from './streams';

/** Every check with its step, a line each. */
export function listChecks(): number {
  const checks = checkList();
  const width = Math.max(...checks.map(({ kind }) => kind.length));
  return print(checks.map(({ kind, step }) => `${kind.padEnd(width)}  ${step}`).join('\n'));
}

/** What the checks say about setups that come in as JSON: of one in full, of an array in short. One of an array that cannot be read does not stop the others; then the exit code is 1. */
export async function check(format: Format = 'json'): Promise<number> {
  let input: unknown;
  try {
    input = JSON.parse(await readStdin());
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  if (Array.isArray(input)) {
    const checked = checkedSetups(input);
    if (format === 'json') await write(JSON.stringify(checked));
    else await write(printRows(checked.flatMap(rowsOf), format));
    return checked.some((each) => 'error' in each) ? 1 : 0;
  }
  const settings = givenSettings(input);
  if ('error' in settings) return refuse(settings.error, 1);
  const report = checkReport(geometryOf(settings));
  if (format === 'json') await write(JSON.stringify(report));
  else
    await write(
      printRows(
        report.map(({ kind, state, margin, message }) => ({ kind, state, ...left(margin), sentence: message })),
        format,
      ),
    );
  return 0;
}

const left = (margin: Margin | null): Row => ({ margin: margin?.value ?? null, unit: margin?.unit ?? null });

function rowsOf(each: ReturnType<typeof checkedSetups>[number], i: number): readonly Row[] {
  const setup = i + 1;
  if ('error' in each) return [{ setup, kind: null, state: null, margin: null, unit: null, sentence: each.error.message }];
  return each.checks.map(({ kind, state, margin, sentence }) => ({ setup, kind, state, ...left(margin), sentence }));
}

/** The setups of the demo job, as `check` takes them. */
export async function demo(): Promise<number> {
  await write(JSON.stringify(DEMO_SETUPS.map(({ name, settings }) => ({ name, settings }))));
  return 0;
}
