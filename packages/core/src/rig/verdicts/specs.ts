import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { effectiveLens } from '../effectiveLens';
import { frameOf } from '../frameOf';
import { both } from '../missing';
import { defineVerdict, unknownFor } from './verdict';

/** Only when something is missing without which the bench cannot work at all. */
export const specsVerdict = defineVerdict({
  kind: 'specs',
  evaluate: (parts) => {
    const all = both(effectiveLens(parts), frameOf(parts));
    return all.known ? null : unknownFor(all.asks);
  },
  message: () => verdictsText.theBenchNeedsFocalLength,
  note: () => null,
});
