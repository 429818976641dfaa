import { checkNamesText } from '@gangway/messages/core/checkNames';
import { assumptionsText } from '@gangway/messages/core/checks/assumptions';
import { stackText } from '@gangway/messages/core/checks/stack';
import { messageOf, say } from '@gangway/messages/say';
import type { Geometry } from '../../geometry/geometry';
import { stackAlongMm } from '../../geometry/stack';
import { stackFor } from '../../planning/stackFor';
import { fixed } from '../../words';
import { defineCheck, type Facts } from '../check';
import { offer } from '../fix';
import { stateOf } from '../tight';

interface StackFacts extends Facts {
  readonly shots: number;
  /** The least share of its depth that a shot has in common with the next, %; below zero where something between them is not sharp. */
  readonly sharedPercent: number;
  /** The most shots that the photographer is willing to make. */
  readonly most: number;
  readonly moves: boolean;
}

/** Less than this in common is tight: our choice, just under what a stack that Gangway lays out has left. */
const TIGHT_PERCENT = 4.9;

/** Do the shots of a focus stack follow each other without a gap, and can they be put together? */
export const stack = defineCheck<'stack', StackFacts>({
  kind: 'stack',
  name: checkNamesText.stack,
  step: 'focus',
  assumes: assumptionsText.stack,
  weight: 'counts',
  evaluate: (geometry) => {
    const { stack: set, limits } = geometry.settings;
    if (set === null) return null;
    const sharedPercent = 100 * leastShared(geometry);
    const base = { shots: set.shots, sharedPercent, most: limits.mostFrames, moves: limits.somethingMoves };
    const never = base.moves || base.shots > base.most;
    return { ...base, state: never ? 'fails' : stateOf(sharedPercent, TIGHT_PERCENT) };
  },
  margin: ({ sharedPercent }) => ({ value: sharedPercent, unit: '%' }),
  message: ({ state, shots, sharedPercent, most, moves }) => {
    if (moves) return say(stackText.somethingMoves, { shots });
    if (shots > most) return say(stackText.tooManyShots, { shots, most });
    if (state === 'fails') return say(stackText.gap, { percent: fixed(-sharedPercent, 0) });
    return say(stackText.follow, { shots, percent: fixed(sharedPercent, 0), tight: state === 'tight' ? 'yes' : 'no' });
  },
  note: () => null,
  missing: () => null,
  *fixes({ geometry, trial }) {
    const plan = stackFor(geometry);
    if (plan?.patch && plan.shots > 1) yield offer('focus', plan.patch, trial, messageOf(stackText.shotsInstead, { shots: plan.shots }));
    yield offer('focus', { stack: null }, trial, messageOf(stackText.singleShot, {}));
  },
});

/** The least share of its depth that a shot has in common with the next; below zero for a gap between them. */
function leastShared(geometry: Geometry): number {
  const { settings, axis, blurAllowed } = geometry;
  const { focalMm } = settings.rig.lens;
  const ratio = settings.rig.parts.lens.specs.pupilRatio ?? 1;
  const e = (settings.fNumber * blurAllowed.cocMm) / (ratio * focalMm);
  // So small an opening holds everything in each shot.
  if (e >= 1) return 1;
  const behind = focalMm * (1 - ratio);
  const places = stackAlongMm(settings)
    .map((mm) => mm * axis[2] - behind)
    .sort((a, b) => b - a);
  return places.slice(1).reduce((least, here, i) => {
    const before = places[i] ?? here;
    const depth = here / (1 - e) - here / (1 + e);
    return Math.min(least, (here / (1 - e) - before / (1 + e)) / depth);
  }, 1);
}
