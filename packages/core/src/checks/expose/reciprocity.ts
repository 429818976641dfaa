import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { bracketStops } from '../../exposure/brackets';
import { timeWords } from '../../exposure/shutter';
import { setupBrackets, workingExposure } from '../../exposure/working';
import { ask } from '../../rig/missing';
import { capital } from '../../words';
import { defineCheck, type Facts } from '../check';
import { leastBy } from '../whichFrame';

interface ReciprocityFacts extends Facts {
  readonly meteredS: number;
  /** With the reciprocity correction, s; `null` when its law is not known. */
  readonly neededS: number | null;
  readonly beyond: boolean;
}

/** Is the film's loss of speed at long times known? */
export const reciprocity = defineCheck<'reciprocity', ReciprocityFacts>({
  kind: 'reciprocity',
  name: checkNamesText.reciprocity,
  step: 'expose',
  assumes: assumptionsText.reciprocity,
  weight: 'counts',
  evaluate: (geometry) => {
    if (geometry.settings.rig.parts.back.kind !== 'film') return null;
    const working = workingExposure(geometry);
    // With flash, reciprocity is counted in the share of ambient light.
    if (!working || working.shutterSpeedS === null || working.flash) return null;
    const { shutterSpeedS, law, shots } = working;
    if (law === null) {
      // What the film is not trusted for is not among the shots: the longest that is wanted counts.
      const wantedS = shutterSpeedS * 2 ** Math.max(...bracketStops(setupBrackets(geometry.settings)));
      return wantedS <= 1 ? null : { state: 'unknown', meteredS: wantedS, neededS: null, beyond: false };
    }
    const longest = leastBy(shots, ({ neededS }) => -neededS);
    const meteredS = longest ? shutterSpeedS * 2 ** longest.stops : shutterSpeedS;
    if (meteredS <= 1 && longest?.neededS === meteredS) return null;
    const beyond = shots.some((each) => each.beyond);
    return { state: beyond ? 'unknown' : 'passes', meteredS, neededS: longest?.neededS ?? null, beyond };
  },
  margin: () => null,
  message: ({ meteredS, neededS, beyond }) => {
    if (neededS === null) return say(exposeText.reciprocityCorrectionAtIsUnknown, { meteredS: timeWords(meteredS) });
    if (beyond) return say(exposeText.isBeyondThisFilmsTable, { meteredS: capital(timeWords(meteredS)), neededS: timeWords(neededS) });
    return say(exposeText.reciprocityCorrectionAppliedMeteredBecomes, { meteredS: timeWords(meteredS), neededS: timeWords(neededS) });
  },
  note: ({ state }) => (state === 'unknown' ? exposeText.enterTheTableOrExponent : null),
  missing: (parts) => (parts.back.kind === 'film' ? ask(parts.back, 'reciprocityExponent') : ask(parts.lens, 'imageCircleMm')),
  fixes: () => [],
});
