import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { fixed, mmWords } from '../../words';
import { flanges, FLANGE_TOLERANCE_MM, type Flanges } from '../flanges';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function thicknessVerdict(parts: Extract<RigParts, { kind: 'mounted' }>): Verdict {
  const stretches = flanges(parts);
  if (!stretches.known) return notKnown('thickness', verdictsText.whetherAnAdapterIsPossible, stretches.asks);
  const worst = stretches.value.reduce((a, b) => (Math.abs(b.excessMm) > Math.abs(a.excessMm) ? b : a));
  if (stretches.value.some(({ neededMm }) => neededMm < -FLANGE_TOLERANCE_MM)) {
    const short = Math.min(...stretches.value.map(({ neededMm }) => neededMm));
    return verdict('thickness', 'fails', say(verdictsText.theLensWouldHaveTo, { short: mmWords(-short) }), verdictsText.aBodyOrCameraWith);
  }
  if (worst.excessMm > FLANGE_TOLERANCE_MM) return verdict('thickness', 'fails', tooThick(worst), verdictsText.aSpacerCannotFixThis);
  if (worst.excessMm < -FLANGE_TOLERANCE_MM) {
    return verdict(
      'thickness',
      'tight',
      say(verdictsText.infinityLiesInsideTheFocus, { worst: tooThin(worst) }),
      say(verdictsText.aSpacerOfPutsThe, { excessMm: mmWords(-worst.excessMm) }),
    );
  }
  const total = stretches.value.reduce((sum, { haveMm }) => sum + haveMm, 0);
  return verdict(
    'thickness',
    'passes',
    total === 0 ? verdictsText.theFlangeDistancesAgreeNothing : say(verdictsText.mmBetweenTheFlangesExactly, { total: fixed(total, 1) }),
  );
}

/** "Needs 26.5 mm between flanges; this mechanism is 32.0 mm thick." */
export function tooThick({ neededMm, haveMm, adapters }: Flanges): string {
  const what = adapters.length === 1 && adapters[0] ? adapters[0].name : say(verdictsText.adaptersTogether, { length: adapters.length });
  const thing = adapters.length === 1 ? 'is' : 'are';
  return say(verdictsText.needsMmBetweenFlangesMm, { max: fixed(Math.max(0, neededMm), 1), what, thing, haveMm: fixed(haveMm, 1) });
}

function tooThin({ neededMm, haveMm, adapters }: Flanges): string {
  if (adapters.length === 0) return say(verdictsText.theFlangeDistancesDifferBy, { neededMm: mmWords(neededMm) });
  return say(verdictsText.needsMmBetweenFlangesThere, { neededMm: fixed(neededMm, 1), haveMm: fixed(haveMm, 1) });
}
