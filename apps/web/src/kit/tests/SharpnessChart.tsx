import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { sharpnessAt, type SharpnessAtAperture } from '@gangway/core/lensTests/chartSharpness';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { HeightChart, LIMIT, lookOf, REFERENCE, type HeightLine, type Look } from './HeightChart';

interface SharpnessProps {
  /** All apertures by the softer direction, or one with both. */
  readonly apertures: readonly SharpnessAtAperture[];
  readonly one: SharpnessAtAperture | null;
  /** The standard, cycles per mm. */
  readonly wantedCyMm: number;
  /** From the axis to the corner of the centred frame, mm. */
  readonly cornerMm: number;
}

/** Sharpness by image height: at every aperture in its softer direction, or at one in both, with twice the standard deviation. */
export function SharpnessChart({ apertures, one, wantedCyMm, cornerMm }: SharpnessProps) {
  const lines = useMemo((): readonly HeightLine[] => {
    const lastMm = Math.max(cornerMm, ...apertures.map(({ heightsMm }) => heightsMm.at(-1) ?? 0));
    const measured = one
      ? (['tangential', 'sagittal'] as const).map((way, i): HeightLine => ({
          label: testsText[way],
          look: lookOf(i),
          points: one.heightsMm.map((x, at) => ({ x, y: one[way][at]?.cyMm ?? null, doubt: one[way][at]?.doubtCyMm ?? 0 })),
          band: true,
        }))
      : apertures.map((at, i): HeightLine => ({
          label: apertureWords(at.fNumber),
          look: lookOf(i),
          points: at.heightsMm.map((x) => ({ x, y: sharpnessAt(at, 'softer', x)?.cyMm ?? null })),
        }));
    const level = (label: string, y: number, look: Look): HeightLine => ({
      label,
      look,
      points: [
        { x: 0, y },
        { x: lastMm, y },
      ],
    });
    return [
      ...measured,
      level(say(testsText.standardLine, { lp: fixed(wantedCyMm, 0) }), wantedCyMm, REFERENCE),
      ...(one ? [level(say(testsText.idealLine, { lp: fixed(one.idealCyMm, 0) }), one.idealCyMm, LIMIT)] : []),
    ];
  }, [apertures, one, wantedCyMm, cornerMm]);
  const words = (one ? [one] : apertures).flatMap((at) => {
    const known = at.heightsMm.flatMap((mm) => {
      const found = sharpnessAt(at, 'softer', mm);
      return found ? [{ mm, lp: fixed(found.cyMm, 0) }] : [];
    });
    const [first, last] = [known[0], known.at(-1)];
    if (!first || !last) return [];
    const from = { lp: first.lp, from: mmWords(first.mm) };
    return say(testsText.sharpnessLine, { aperture: apertureWords(at.fNumber), ...from, end: last.lp, mm: mmWords(last.mm) });
  });
  return (
    <HeightChart
      lines={lines}
      label={say(testsText.sharpnessLabel, { lines: words.join(', ') })}
      valueAxis={testsText.sharpnessAxis}
      cornerMm={cornerMm}
      note={one ? testsText.sharpnessNoteOne : testsText.sharpnessNoteAll}
    />
  );
}
