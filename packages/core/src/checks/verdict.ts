import { settleText } from '@gangway/messages/core/settle';
import { say } from '@gangway/messages/say';
import type { RigParts } from '../model/rig';
import { worstState, type CheckState } from '../state';
import { checkSentence, missingValue } from './evaluate';
import { checkNamed, type Found } from './registry';
import { typicalIn } from '../rig/typical';

/**
 * All checks of a setup in one line: "Ready", "Tight: …", "2 checks fail", "Unknown: 1 value missing".
 *
 * @param results what the checks have found, worst first
 * @param parts the components of the rig
 *
 * @example
 * verdictLine(evaluateAll(frontGeometry), parts) // => 'Unknown: 2 values missing'
 */
export function verdictLine(results: readonly Found[], parts: RigParts): string {
  const of = (state: CheckState): readonly Found[] => results.filter((each) => each.state === state);
  switch (verdictState(results)) {
    case 'fails':
      return say(settleText.fail, { n: of('fails').length });
    case 'unknown':
      return say(settleText.unknown, { n: missingCount(of('unknown'), parts) });
    case 'tight': {
      const first = of('tight').find(({ kind }) => checkNamed(kind).weight === 'counts');
      return first ? say(settleText.tight, { sentence: checkSentence(first) }) : readyLine(parts);
    }
    case 'passes':
      return readyLine(parts);
  }
}

function readyLine(parts: RigParts): string {
  return typicalIn(parts).length > 0 ? settleText.readyWithTypical : settleText.ready;
}

/**
 * The state of a setup as a whole: that of its worst check; what only reminds does not make it tight.
 *
 * @param results what the checks have found
 *
 * @example
 * verdictState(evaluateAll(frontGeometry)) // => 'unknown'
 */
export function verdictState(results: readonly Found[]): CheckState {
  return worstState(results.filter(({ kind, state }) => state !== 'tight' || checkNamed(kind).weight === 'counts'));
}

/** How many values have to be entered: several checks may lack the same one. Without any check one is missing all the same. */
function missingCount(unknown: readonly Found[], parts: RigParts): number {
  const names = unknown.map((each) => {
    const missing = missingValue(each, parts);
    return missing === null ? each.kind : `${missing.itemId} ${missing.spec}`;
  });
  return Math.max(1, new Set(names).size);
}
