import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { exposeText } from '@gangway/messages/core/checks/expose';
import { say } from '@gangway/messages/say';
import { totalShots } from '../../exposure/working';
import { defineCheck, type Facts } from '../check';
import { stateOf } from '../tight';
import { withoutBrackets } from './exposureFix';

interface FilmFacts extends Facts {
  readonly shots: number;
  readonly left: number | null;
}

/** Are there frames of film for all exposures? */
export const film = defineCheck<'film', FilmFacts>({
  kind: 'film',
  name: checkNamesText.film,
  step: 'expose',
  assumes: assumptionsText.film,
  weight: 'counts',
  evaluate: (geometry) => {
    const { rig, mosaic, exposure } = geometry.settings;
    if (rig.parts.back.kind !== 'film' || mosaic !== null || exposure.meter === null) return null;
    const shots = totalShots(geometry);
    const left = exposure.filmLeft;
    return { state: left === null ? 'unknown' : stateOf(left - shots, 0), shots, left };
  },
  margin: ({ left, shots }) => (left === null ? null : { value: left - shots, unit: 'frames' }),
  message: ({ state, shots, left }) => {
    if (left === null)
      return say(exposeText.whetherThereIsFilmFor, { shots: shots === 1 ? exposeText.thisFrame : say(exposeText.theseFrames, { shots }) });
    const needs = say(exposeText.frameOfFilm, { shots });
    if (state !== 'fails') return say(exposeText.needsLeft, { needs, left });
    return say(exposeText.needsButLeft, { needs, left });
  },
  note: ({ state }) => (state === 'unknown' ? exposeText.sayHowManyFramesAre : null),
  missing: () => null,
  *fixes({ geometry, trial }) {
    yield withoutBrackets(geometry, trial);
  },
});
