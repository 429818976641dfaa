import { fixed, magnificationWords, metresWords, mmWords } from '../../words';
import { focusReach, nearReach, shortensToFocus, standards } from '../reach';
import { notKnown, verdict, type Verdict } from './verdict';
import type { RigParts } from '../../model/rig';

export function infinityVerdict(parts: RigParts): Verdict {
  const reach = focusReach(parts);
  if (!reach.known) return notKnown('infinity', 'Whether infinity is reached is unknown.', reach.asks);
  const { infinity, focuses, farthestM, excessMm } = reach.value;
  if (parts.kind === 'view') {
    const all = standards(parts);
    if (all.known) {
      const { atInfinityMm, minMm, maxMm } = all.value;
      const apart = `Infinity needs the standards ${mmWords(atInfinityMm)} apart`;
      if (!focuses)
        return verdict(
          'infinity',
          'fails',
          `${apart}; the bellows end at ${mmWords(maxMm)}, so nothing can be focused.`,
          `A board raised by at least ${mmWords(atInfinityMm - maxMm)} more would reach infinity.`,
        );
      if (!infinity) {
        return verdict(
          'infinity',
          'fails',
          `${apart}; the bellows close only to ${mmWords(minMm)}, so nothing beyond ${metresWords(farthestM)} is sharp.`,
          `A board recessed by at least ${mmWords(excessMm)} more would reach infinity.`,
        );
      }
      const spare = Math.min(atInfinityMm - minMm, maxMm - atInfinityMm);
      return verdict('infinity', spare < 2 ? 'tight' : 'passes', `${apart}, ${mmWords(spare)} from the end of the bellows.`);
    }
  }
  if (parts.kind === 'held') {
    if (excessMm > 0)
      return verdict(
        'infinity',
        'fails',
        `The lens stands ${mmWords(excessMm)} too far out even against the body: nothing beyond ${metresWords(farthestM)} is sharp.`,
      );
    return verdict(
      'infinity',
      'passes',
      `Infinity is sharp with the lens held ${mmWords(-excessMm)} before the body; within that it can be tilted.`,
    );
  }
  if (parts.kind === 'fixed') return verdict('infinity', 'passes', 'The lens is fixed in its body, which focuses it by its own scale.');
  if (!infinity)
    return verdict(
      'infinity',
      'fails',
      `The lens stands ${mmWords(excessMm)} too far out: nothing beyond ${metresWords(farthestM)} is sharp.`,
    );
  return verdict('infinity', 'passes', 'Infinity is reached.');
}

export function nearestVerdict(parts: RigParts): Verdict {
  const near = nearReach(parts);
  if (!near.known) {
    const { focalMm, nearestM } = parts.lens.figures;
    const why = shortensToFocus(parts.lens)
      ? ` A ${fixed(focalMm ?? 0, 0)} mm lens cannot reach ${metresWords(nearestM)} by extension alone; enter its maximum magnification.`
      : '';
    return notKnown('nearest', `The nearest focus is unknown.${why}`, near.asks);
  }
  const { magnification, distanceM, basis } = near.value;
  if (magnification <= 0) return verdict('nearest', 'fails', 'Nothing nearer than infinity can be focused.');
  const words = `Focuses down to ${metresWords(distanceM)} from the lens, ${magnificationWords(magnification)}.`;
  const note = {
    figures: null,
    'focus scale': 'From the nearest mark alone, taking the lens to focus by moving out as a whole.',
    bellows: 'At the longest bellows.',
    'by hand': 'With the lens held 10 mm beyond its infinity.',
  }[basis];
  return verdict('nearest', 'passes', words, note);
}
