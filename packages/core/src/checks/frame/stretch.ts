import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { frameText } from '@gangway/messages/core/checks/frame';
import { say } from '@gangway/messages/say';
import { stretchAt } from '../../framing/stretch';
import { turnInOffer } from '../../planning/turnInOffer';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer } from '../fix';
import { fartherAway } from '../placeFix';
import { stateOf } from '../tight';

interface StretchFacts extends Facts {
  /** How much longer than wide it is drawn; `null` behind the camera. */
  readonly stretch: number | null;
  readonly accepted: number;
}

/** Ratios nearer than this are the same to any eye. */
const STRETCH_TIGHT = 0.02;

/** Is the thing that is watched drawn as round as the photographer asks? */
export const stretch = defineCheck<'stretch', StretchFacts>({
  kind: 'stretch',
  name: checkNamesText.stretch,
  step: 'frame',
  assumes: assumptionsText.stretch,
  weight: 'counts',
  evaluate: (geometry) => {
    const { scene } = geometry.settings;
    if (scene === null || scene.watched === null) return null;
    const found = stretchAt(geometry, scene.watched);
    const accepted = scene.accepted.stretch;
    return { state: found === null ? 'fails' : stateOf(accepted - found, STRETCH_TIGHT), stretch: found, accepted };
  },
  margin: (facts) => (facts.stretch === null ? null : { value: facts.accepted - facts.stretch, unit: '' }),
  message: ({ stretch: found, accepted, state }) => {
    if (found === null) return frameText.theThingWatchedForEdge;
    const drawn = say(frameText.aRoundThingThereIs, { found: fixed(found, 2) });
    if (state === 'fails') return say(frameText.isAccepted, { drawn, accepted: fixed(accepted, 2) });
    return say(frameText.justWithinTheAccepted, { drawn, state: state === 'tight' ? 'yes' : 'no', accepted: fixed(accepted, 2) });
  },
  note: () => frameText.aRoundThingIsStretched,
  missing: () => null,
  *fixes({ geometry, trial }) {
    const turned = turnInOffer(geometry);
    yield turned?.patch ? offer('turn', turned.patch, trial) : null;
    yield fartherAway(geometry, trial);
  },
});
