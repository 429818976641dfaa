import { say } from '@gangway/messages/say';
import { settleText } from '@gangway/messages/web/bench/settle';
import { LOCK_FIELDS } from '@gangway/core/fields/locks';
import type { Conflict, Solution } from '@gangway/core/settle/settle';
import { checkName } from '@gangway/core/settle/wording';

/** A way on where nothing passes as things may change, and what it takes. */
interface Way {
  readonly heading: string;
  readonly solution: Solution;
}

/** What would work with one thing more that may change, or with one requirement let go; those that are shown already are left out. */
export function waysOut({ would, dropped }: Conflict, shown: readonly Solution[]): readonly Way[] {
  return [
    ...would
      .filter(({ solution }) => !shown.includes(solution))
      .map(({ group, solution }) => ({ heading: say(settleText.allow, { what: LOCK_FIELDS[group].label.toLowerCase() }), solution })),
    ...dropped
      .filter(({ solution }) => solution.changes.length > 0)
      .map(({ kind, solution }) => ({ heading: say(settleText.without, { what: checkName(kind) }), solution })),
  ];
}
