import { exposureText } from '@gangway/messages/core/exposure';
import type { Brackets } from '../model/exposure';

/** The schools: slide film and careful light by thirds, a scene for blending by full stops, a sensor with headroom by two. */
export const BRACKET_SCHOOLS = {
  thirds: { name: exposureText.thirds, stepStops: 1 / 3, count: 3, why: exposureText.slideFilmOrLightThat },
  stopAndTwoThirds: { name: exposureText.oneAndTwoThirds, stepStops: 5 / 3, count: 3, why: exposureText.blendingWithFewFrames },
  full: { name: exposureText.fullStops, stepStops: 1, count: 5, why: exposureText.blendingWithEvenSteps },
  two: { name: exposureText.twoStops, stepStops: 2, count: 3, why: exposureText.windowsAndInteriorsOnA },
} as const;

/**
 * By how much each exposure of a bracket differs from the metered one, stops of light, in the order of the shots. An even count has one more on the light side.
 *
 * @param brackets count, step and order of the exposures
 *
 * @example
 * bracketStops({ count: 3, stepStops: 1, order: 'middleFirst' }) // => [0, -1, 1]
 */
export function bracketStops({ count, stepStops, order }: Brackets): readonly number[] {
  const below = Math.floor((count - 1) / 2);
  const all = Array.from({ length: count }, (_, i) => (i - below) * stepStops + 0);
  if (order === 'darkFirst') return all;
  if (order === 'lightFirst') return [...all].reverse();
  // Of two as far from the middle the darker stands first, and stays so.
  return [...all].sort((a, b) => Math.abs(a) - Math.abs(b));
}
