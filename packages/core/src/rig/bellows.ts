import { rigText } from '@gangway/messages/core/rig';
import { say } from '@gangway/messages/say';
import { CoreError, requireFinite, requirePositive } from '../errors';
import { conjugates } from '../focus/conjugates';

/** Whether a view camera's bellows reach a focus. */
export interface BellowsReach {
  /** How far apart the standards stand at this focus, mm. */
  readonly separationMm: number;
  readonly fits: boolean;
  /** Whether infinity is within the bellows. */
  readonly infinity: boolean;
  /** The nearest focus at the longest bellows, m; `null` when they reach none. */
  readonly closestM: number | null;
}

export interface BellowsReachInput {
  /** Focal length, mm. */
  readonly focalMm: number;
  /** Flange focal length, mm. */
  readonly flangeFocalMm: number;
  /** Distance of the subject from the lens, m. */
  readonly distanceM: number | null;
  /** Offset of the lens board, mm, raised positive. */
  readonly boardOffsetMm: number;
  /** Shortest bellows, mm. */
  readonly bellowsMinMm: number;
  /** Longest bellows, mm. */
  readonly bellowsMaxMm: number;
}

/**
 * Standards stand flange focal length + f·m − board offset apart (offset + for
 * a raised board, − for a recessed one, mm); telephoto and retrofocus lenses by
 * their own flange focal length. Throws `bellows_reversed`.
 * Source: the lens equation with the flange as the mark.
 */
export function bellowsReach({
  focalMm,
  flangeFocalMm,
  distanceM,
  boardOffsetMm,
  bellowsMinMm,
  bellowsMaxMm,
}: BellowsReachInput): BellowsReach {
  requirePositive('flangeFocalMm', flangeFocalMm);
  requireFinite('boardOffsetMm', boardOffsetMm);
  requirePositive('bellowsMinMm', bellowsMinMm);
  if (requirePositive('bellowsMaxMm', bellowsMaxMm) < bellowsMinMm) {
    throw new CoreError('bellows_reversed', ['bellowsMaxMm'], say(rigText.bellowsmaxmmIsItMustBe, { bellowsMaxMm, bellowsMinMm }));
  }
  const { extensionMm } = conjugates(focalMm, distanceM);
  const atInfinity = flangeFocalMm - boardOffsetMm;
  const separationMm = atInfinity + extensionMm;
  const mostExtension = bellowsMaxMm - atInfinity;
  return {
    separationMm,
    fits: separationMm >= bellowsMinMm && separationMm <= bellowsMaxMm,
    infinity: atInfinity >= bellowsMinMm && atInfinity <= bellowsMaxMm,
    closestM: mostExtension > 0 ? (focalMm + (focalMm * focalMm) / mostExtension) / 1000 : null,
  };
}
