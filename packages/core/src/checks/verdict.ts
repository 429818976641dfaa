import { settleText } from '@gangway/messages/core/settle';
import { say } from '@gangway/messages/say';
import { worstState, type CheckState } from '../state';
import { checkSentence } from './evaluate';
import type { Found } from './registry';
import { checkNamed } from './registry';

/**
 * All checks of a setup in one line: "Ready", "Tight: …", "2 checks fail", "Unknown: 1 value missing".
 *
 * @param results what the checks have found, worst first
 *
 * @example
 * verdictLine(evaluateAll(frontGeometry)) // => 'Unknown: 2 values missing'
 */
export function verdictLine(results: readonly Found[]): string {
  const of = (state: CheckState): readonly Found[] => results.filter((each) => each.state === state);
  switch (verdictState(results)) {
    case 'fails':
      return say(settleText.fail, { n: of('fails').length });
    case 'unknown':
      return say(settleText.unknown, { n: Math.max(1, of('unknown').length) });
    case 'tight': {
      const [first] = of('tight');
      return first ? say(settleText.tight, { sentence: checkSentence(first) }) : settleText.ready;
    }
    case 'passes':
      return settleText.ready;
  }
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
