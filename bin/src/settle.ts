import { calcText } from '@gangway/messages/cli/calc';
import { say } from '@gangway/messages/say';
import { CONTROL_GROUPS, type ControlGroup } from '@gangway/core/fields/locks';
import { givenMay, settledSetups, SHAPE } from '@gangway/contract/givenSetup';
import { printRows, type Format, type Row } from './format';
import { notJson, readStdin, refuse, write } from './streams';

/** The controls named after `--may`, or `undefined` where it is left out. */
function mayOf(names: string | undefined): readonly ControlGroup[] | undefined | { readonly error: unknown } {
  if (names === undefined) return undefined;
  return givenMay(
    names
      .split(',')
      .map((name) => name.trim())
      .filter((name) => name !== ''),
  );
}

/** Settles each of an array of setups that come in as JSON. The exit code is 1 when one of them could not be read. */
export async function settleAll(names: string | undefined, format: Format): Promise<number> {
  const may = mayOf(names);
  if (may !== undefined && 'error' in may) return refuse(may.error, 2);
  let input: unknown;
  try {
    input = JSON.parse(await readStdin());
  } catch (error) {
    return refuse(notJson(error), 2);
  }
  if (!Array.isArray(input)) return refuse({ code: 'wrong_type', path: [], message: say(calcText.theInputIsNotAn, { shape: SHAPE }) }, 2);
  const settled = settledSetups(input, may);
  if (format === 'json') await write(JSON.stringify(settled));
  else
    await write(
      printRows(
        settled.flatMap((each, i) => rowsOf(each, i + 1)),
        format,
      ),
    );
  return settled.some((each) => 'error' in each) ? 1 : 0;
}

function rowsOf(each: ReturnType<typeof settledSetups>[number], setup: number): readonly Row[] {
  if ('error' in each) return [{ setup, solution: '', sentence: each.error.message }];
  if (each.conflict) return [{ setup, solution: '', sentence: each.conflict.sentence }];
  return each.solutions.map(({ sentence }, i) => ({ setup, solution: i + 1, sentence }));
}

/** The names that `--may` takes. */
export const MAY_NAMES = CONTROL_GROUPS.join(',');
