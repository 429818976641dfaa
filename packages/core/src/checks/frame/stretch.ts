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
  step: 'frame',
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
    if (found === null) return 'The thing watched for edge stretch is behind the camera.';
    const drawn = `A round thing there is stretched to ${fixed(found, 2)} times its width`;
    if (state === 'fails') return `${drawn}; ${fixed(accepted, 2)} is accepted.`;
    return `${drawn}, ${state === 'tight' ? 'just ' : ''}within the ${fixed(accepted, 2)} accepted.`;
  },
  note: () => 'A round thing is stretched by 1/cos of its angle from the axis; turn toward it and counter-shift to reduce this.',
  missing: () => null,
  *fixes({ geometry, trial }) {
    const turned = turnInOffer(geometry);
    yield turned?.patch ? offer('turn', turned.patch, trial) : null;
    yield fartherAway(geometry, trial);
  },
});
