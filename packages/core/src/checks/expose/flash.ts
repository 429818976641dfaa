import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { timeWords } from '../../exposure/shutter';
import { setupShutter, workingExposure } from '../../exposure/working';
import type { ShutterKind } from '../../model/exposure';
import type { CheckState } from '../../state';
import { nearestAperture } from '../apertureFix';
import { defineCheck, type Facts } from '../check';
import { stateOf } from '../tight';
import { darkerFilter, otherFlashShutter, otherShutter, otherSpeed } from './exposureFix';
import { shutterSpec } from './shutterSpec';
import { SHUTTERS } from '../../exposure/choices';

interface FlashFacts extends Facts {
  readonly shutter: ShutterKind;
  readonly syncS: number | null;
  readonly shortestS: number | null;
}

/** Does flash light the whole frame? */
export const flash = defineCheck<'flash', FlashFacts>({
  kind: 'flash',
  name: checkNamesText.flash,
  step: 'expose',
  assumes: assumptionsText.flash,
  weight: 'counts',
  evaluate: (geometry) => {
    if (!geometry.settings.exposure.flash) return null;
    const { kind: shutter, syncS } = setupShutter(geometry.settings);
    const times = (workingExposure(geometry)?.shots ?? []).map(({ shutterSpeedS }) => shutterSpeedS);
    const shortestS = times.length === 0 ? null : Math.min(...times);
    return { state: flashState(syncS, shortestS), shutter, syncS, shortestS };
  },
  margin: ({ syncS, shortestS }) =>
    syncS === null || shortestS === null || syncS === 0 ? null : { value: Math.log2(shortestS / syncS), unit: 'stops' },
  message: ({ state, shutter, syncS, shortestS }) => {
    const name = SHUTTERS[shutter];
    if (syncS === 0) return say(exposeText.flashLightsTheWholeFrame, { name });
    if (syncS === Infinity) return say(exposeText.theCannotBeUsedWith, { name });
    if (state === 'unknown' || syncS === null || shortestS === null) return say(exposeText.whetherFlashLightsTheWhole, { name });
    return state === 'fails'
      ? say(exposeText.atFlashLeavesPartOf, { shortestS: timeWords(shortestS), name, syncS: timeWords(syncS) })
      : say(exposeText.atFlashLightsTheWhole, { shortestS: timeWords(shortestS), name, syncS: timeWords(syncS) });
  },
  note: ({ state }) => (state === 'unknown' ? exposeText.theFlashSyncSpeedIs : exposeText.keepMainsPowerOffWet),
  missing: (parts) => shutterSpec(parts, 'syncPerS'),
  *fixes({ geometry, trial }) {
    yield otherFlashShutter(geometry, trial);
    yield otherShutter(geometry, trial);
    yield nearestAperture(geometry, trial);
    yield otherSpeed(geometry, trial);
    yield darkerFilter(geometry, trial);
  },
});

function flashState(syncS: number | null, shortestS: number | null): CheckState {
  if (syncS === 0) return 'passes';
  if (syncS === Infinity) return 'fails';
  return syncS === null || shortestS === null ? 'unknown' : stateOf(Math.log2(shortestS / syncS) + 0.05, 0);
}
