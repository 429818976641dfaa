import { totalTakes } from '../../exposure/working';
import { defineCheck, type Facts } from '../check';
import { stateOf } from '../tight';
import { withoutBrackets } from './exposureFix';

interface FilmFacts extends Facts {
  readonly takes: number;
  readonly left: number | null;
}

/** Are there frames of film for all exposures? */
export const film = defineCheck<'film', FilmFacts>({
  kind: 'film',
  step: 'expose',
  weight: 'counts',
  evaluate: (geometry) => {
    const { rig, mosaic, exposure } = geometry.settings;
    if (rig.parts.back.kind !== 'film' || mosaic !== null || exposure.meter === null) return null;
    const takes = totalTakes(geometry);
    const left = exposure.filmLeft;
    return { state: left === null ? 'unknown' : stateOf(left - takes, 0), takes, left };
  },
  margin: ({ left, takes }) => (left === null ? null : { value: left - takes, unit: 'frames' }),
  message: ({ state, takes, left }) => {
    if (left === null) return `Whether there is film for ${takes === 1 ? 'this frame' : `these ${takes} frames`} is unknown.`;
    const needs = `${takes} ${takes === 1 ? 'frame' : 'frames'} of film`;
    const are = left === 1 ? 'is' : 'are';
    if (state !== 'fails') return `Needs ${needs}; ${left} left.`;
    return `Needs ${needs}, but ${left === 0 ? 'none is' : `only ${left} ${are}`} left.`;
  },
  note: ({ state }) => (state === 'unknown' ? 'Say how many frames are left, in the step Expose.' : null),
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield withoutBrackets(geometry, trial);
  },
});
