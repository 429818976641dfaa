import { verdictsText } from '@gangway/messages/core/rig/verdicts';
import { say } from '@gangway/messages/say';
import { fixed, mmWords } from '../../words';
import { flanges, FLANGE_TOLERANCE_MM, type Flanges } from '../flanges';
import { defineVerdict, unknownFor, type UnknownFacts } from './verdict';

type Thickness =
  | UnknownFacts
  | { readonly state: 'fails'; readonly asks: readonly []; readonly insideMm: number }
  | { readonly state: 'fails'; readonly asks: readonly []; readonly thick: Flanges }
  | { readonly state: 'tight'; readonly asks: readonly []; readonly thin: Flanges }
  | { readonly state: 'passes'; readonly asks: readonly []; readonly totalMm: number };

/** Whether what is between two flanges is as thick as their flange distances differ. */
export const thicknessVerdict = defineVerdict({
  kind: 'thickness',
  evaluate: (parts): Thickness | null => {
    if (parts.kind !== 'mounted') return null;
    const stretches = flanges(parts);
    if (!stretches.known) return unknownFor(stretches.asks);
    const needed = Math.min(...stretches.value.map(({ neededMm }) => neededMm));
    if (needed < -FLANGE_TOLERANCE_MM) return { state: 'fails', asks: [], insideMm: -needed };
    const worst = stretches.value.reduce((a, b) => (Math.abs(b.excessMm) > Math.abs(a.excessMm) ? b : a));
    if (worst.excessMm > FLANGE_TOLERANCE_MM) return { state: 'fails', asks: [], thick: worst };
    if (worst.excessMm < -FLANGE_TOLERANCE_MM) return { state: 'tight', asks: [], thin: worst };
    return { state: 'passes', asks: [], totalMm: stretches.value.reduce((sum, { haveMm }) => sum + haveMm, 0) };
  },
  message: (facts) => {
    if (facts.state === 'unknown') return verdictsText.whetherAnAdapterIsPossible;
    if (facts.state === 'passes')
      return facts.totalMm === 0
        ? verdictsText.theFlangeDistancesAgreeNothing
        : say(verdictsText.mmBetweenTheFlangesExactly, { total: fixed(facts.totalMm, 1) });
    if (facts.state === 'tight') return thinSentence(facts.thin);
    return 'thick' in facts ? thickSentence(facts.thick) : say(verdictsText.theLensWouldHaveTo, { short: mmWords(facts.insideMm) });
  },
  note: (facts) => {
    if (facts.state === 'tight') return say(verdictsText.aSpacerOfPutsThe, { excessMm: mmWords(-facts.thin.excessMm) });
    if (facts.state !== 'fails') return null;
    return 'thick' in facts ? verdictsText.aSpacerCannotFixThis : verdictsText.aBodyOrCameraWith;
  },
});

/** "Needs 26.5 mm between flanges; this mechanism is 32.0 mm thick." */
export function thickSentence({ neededMm, haveMm, adapters }: Flanges): string {
  const [first] = adapters;
  const values = { neededMm: fixed(Math.max(0, neededMm), 1), haveMm: fixed(haveMm, 1) };
  return adapters.length === 1 && first
    ? say(verdictsText.needsMmBetweenFlangesOne, { ...values, name: first.name })
    : say(verdictsText.needsMmBetweenFlangesSeveral, { ...values, count: adapters.length });
}

function thinSentence({ neededMm, haveMm, adapters }: Flanges): string {
  return adapters.length === 0
    ? say(verdictsText.theFlangeDistancesDifferBy, { neededMm: mmWords(neededMm) })
    : say(verdictsText.needsMmBetweenFlangesThere, { neededMm: fixed(neededMm, 1), haveMm: fixed(haveMm, 1) });
}
