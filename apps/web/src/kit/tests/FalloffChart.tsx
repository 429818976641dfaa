import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import type { LightAtAperture } from '@gangway/core/lensTests/light';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { HeightChart, lookOf, REFERENCE, type HeightLine } from './HeightChart';

interface FalloffProps {
  readonly apertures: readonly LightAtAperture[];
  /** Light lost by the cos⁴ law at an image height, stops; `null` where the focal length is unknown. */
  readonly lawStops: ((heightMm: number) => number) | null;
  /** From the axis to the corner of the centred frame, mm. */
  readonly cornerMm: number;
}

/** Light lost by image height at each aperture, with twice the standard deviation, against the cos⁴ law. */
export function FalloffChart({ apertures, lawStops, cornerMm }: FalloffProps) {
  const lines = useMemo((): readonly HeightLine[] => {
    const lastMm = Math.max(cornerMm, ...apertures.map(({ heightsMm }) => heightsMm.at(-1) ?? 0));
    const measured = apertures.map(({ fNumber, heightsMm, lost, doubt }, i): HeightLine => ({
      label: apertureWords(fNumber),
      look: lookOf(i),
      points: heightsMm.map((x, at) => ({ x, y: lost[at] ?? 0, doubt: doubt[at] ?? 0 })),
      band: i === 0,
    }));
    if (!lawStops) return measured;
    const law = Array.from({ length: 41 }, (_, i) => (lastMm * i) / 40).map((x) => ({ x, y: lawStops(x) }));
    return [...measured, { label: testsText.law, look: REFERENCE, points: law }];
  }, [apertures, lawStops, cornerMm]);
  const words = apertures.map(({ fNumber, lost, heightsMm }) =>
    say(testsText.falloffLine, {
      aperture: apertureWords(fNumber),
      stops: fixed(lost.at(-1) ?? 0, 2),
      mm: mmWords(heightsMm.at(-1) ?? 0),
    }),
  );
  return (
    <HeightChart
      lines={lines}
      label={say(testsText.falloffLabel, { lines: words.join(', ') })}
      valueAxis={testsText.stopsAxis}
      downward
      cornerMm={cornerMm}
      note={testsText.cornerHere}
    />
  );
}
