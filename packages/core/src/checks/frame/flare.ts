import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { frameText } from '@gangway/messages/core/checks/frame';
import { say } from '@gangway/messages/say';
import { flareState, type FlareState } from '../../framing/flare';
import { ask } from '../../rig/missing';
import type { CheckState } from '../../state';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer } from '../fix';
import { stateOf } from '../tight';
import { onlyWhen } from '../wording';

interface FlareFacts extends Facts {
  readonly flare: FlareState;
}

/** A light source so near to the edge of the circle still catches the rim of the lens, degrees. */
const RIM_DEG = 2;

/** Does a light source shine into the circle from outside the picture? In the picture nothing shades it; outside the circle nothing needs to. */
export const flare = defineCheck<'flare', FlareFacts>({
  kind: 'flare',
  name: checkNamesText.flare,
  step: 'frame',
  assumes: assumptionsText.flare,
  weight: 'counts',
  evaluate: (geometry) => {
    const found = flareState(geometry);
    return found && { state: flareStateOf(found), flare: found };
  },
  margin: ({ flare: { circleDeg, angleDeg } }) => (circleDeg === null ? null : { value: angleDeg - circleDeg, unit: '°' }),
  message: ({ flare: { angleDeg, circleDeg, inPicture, shaded }, state }) => {
    if (inPicture) return frameText.theLightSourceIsIn;
    if (shaded) return frameText.theLightSourceBesideThe;
    if (circleDeg === null) return frameText.whetherTheLightSourceBeside;
    if (state === 'fails') return say(frameText.aLightSourceOutsideThe, { circleDeg: fixed(circleDeg - angleDeg, 1) });
    return say(frameText.theLightSourceIsOutside, { state: onlyWhen(state === 'tight'), angleDeg: fixed(angleDeg - circleDeg, 1) });
  },
  note: ({ state, flare: { inPicture } }) => {
    if (state === 'unknown') return frameText.theLensHasNoImage;
    return inPicture ? frameText.neverLookAtTheSun : null;
  },
  missing: (parts) => ask(parts.lens, 'imageCircleMm'),
  *fixes({ trial }) {
    yield offer('shade', { shaded: true }, trial);
  },
});

function flareStateOf({ inPicture, shaded, circleDeg, angleDeg }: FlareState): CheckState {
  if (inPicture) return 'tight';
  if (shaded) return 'passes';
  return circleDeg === null ? 'unknown' : stateOf(angleDeg - circleDeg, RIM_DEG);
}
