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
  step: 'frame',
  weight: 'counts',
  evaluate: (geometry) => {
    const found = flareState(geometry);
    return found && { state: flareStateOf(found), flare: found };
  },
  margin: ({ flare: { circleDeg, angleDeg } }) => (circleDeg === null ? null : { value: angleDeg - circleDeg, unit: '°' }),
  message: ({ flare: { angleDeg, circleDeg, inPicture, shaded }, state }) => {
    if (inPicture) return 'The light source is in the picture: nothing can shade it.';
    if (shaded) return 'The light source beside the picture is shaded.';
    if (circleDeg === null) return 'Whether the light source beside the picture shines into the circle is unknown.';
    if (state === 'fails')
      return `A light source outside the picture shines into the circle, ${fixed(circleDeg - angleDeg, 1)}° inside its edge: expect flare.`;
    return `The light source is ${onlyWhen(state === 'tight')}${fixed(angleDeg - circleDeg, 1)}° outside the circle.`;
  },
  note: ({ state, flare: { inPicture } }) => {
    if (state === 'unknown') return 'The lens has no image circle entered, so whether the light reaches it is unknown. Shade it.';
    return inPicture ? 'Never look at the sun through a lens or a loupe, and do not leave it on the sensor.' : null;
  },
  missing: (parts) => ask(parts.lens, 'lightMm'),
  *fixes({ trial }) {
    yield offer('shade', { shaded: true }, trial);
  },
});

function flareStateOf({ inPicture, shaded, circleDeg, angleDeg }: FlareState): CheckState {
  if (inPicture) return 'tight';
  if (shaded) return 'passes';
  return circleDeg === null ? 'unknown' : stateOf(angleDeg - circleDeg, RIM_DEG);
}
