import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { both } from '../missing';
import { effectiveLens } from '../effectiveLens';
import { frameOf } from '../frameOf';
import { notKnown, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

/** Only when something is missing without which the bench cannot work at all. */
export function figuresVerdict(parts: RigParts): Verdict | null {
  const all = both(effectiveLens(parts), frameOf(parts));
  return all.known ? null : notKnown('figures', verdictsText.theBenchNeedsFocalLength, all.asks);
}
