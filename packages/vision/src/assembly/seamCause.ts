import type { Report, Seam } from '@gangway/contract/proof';

/** Why the frames of a seam did not fit as they were taken, or do not fit. */
export type SeamCause = 'none' | 'rotation' | 'scale' | 'distortion' | 'parallax' | 'motion' | 'wrongFrame' | 'unknown';

/** Why the frames of a seam did not fit as they were taken, or do not fit: of several corrected causes the one that moved them most. */
export function seamCause(
  { frames, distortion }: Pick<Report, 'frames' | 'distortion'>,
  { a, b, state }: Pick<Seam, 'a' | 'b' | 'state'>,
): SeamCause {
  if (state === 'nothing') return 'unknown';
  if (state === 'disagrees') return 'wrongFrame';
  if (state !== 'fits') return state;
  const both = frames.filter(({ place }) => place === a || place === b);
  const causes = [
    ['rotation', Math.max(...both.map(({ turnedDeg }) => Math.abs((turnedDeg * Math.PI) / 180)))],
    ['scale', Math.max(...both.map(({ scale }) => Math.abs(scale - 1)))],
    ['distortion', Math.abs(distortion)],
  ] as const;
  const [name, most] = causes.reduce((worst, each) => (each[1] > worst[1] ? each : worst));
  return most > 0 ? name : 'none';
}
