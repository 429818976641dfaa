/** What one clock finds: how many shots have a file of their own, how many of those differ, and how far they lie apart on the average, ms. */
export interface ClockFound {
  readonly shots: number;
  readonly files: number;
  readonly pairs: number;
  readonly differ: number;
  readonly spreadMs: number;
}

/** Shots and files of a longer log are sampled when clocks are looked for. */
export const SAMPLE_MOST = 250;
/** Pairs that lie nearer than this on the average are near, ms. */
const NEAR_MS = 2000;

/**
 * Whether no other clock can do better by much: everything that can have a
 * partner has its own, near and alike, in a log too long to try every clock.
 *
 * @param found what the clock finds
 *
 * @example
 * isClear({ shots: 400, files: 410, pairs: 400, differ: 0, spreadMs: 300 }) // => true
 */
export const isClear = ({ shots, files, pairs, differ, spreadMs }: ClockFound): boolean =>
  pairs === Math.min(shots, files) && pairs > SAMPLE_MOST && differ === 0 && spreadMs < NEAR_MS;
