import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { distortionAt } from '@gangway/core/lensTests/chartDistortion';
import type { ChartResult } from '@gangway/core/lensTests/chartResult';
import { sagAt } from '@gangway/core/lensTests/focusField';
import { colourShiftAt } from '@gangway/core/lensTests/lateralColour';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { HeightChart, lookOf, type HeightLine } from './HeightChart';

const STEPS = 24;

/** A line from the axis to a height, with a doubt that grows as far as it is stated there. */
function lineTo(
  lastMm: number,
  i: number,
  { label, at, doubt }: { readonly label: string; readonly at: (mm: number) => number; readonly doubt: number },
): HeightLine {
  return {
    label,
    look: lookOf(i),
    points: Array.from({ length: STEPS + 1 }, (_, k) => ({
      x: (k / STEPS) * lastMm,
      y: at((k / STEPS) * lastMm),
      doubt: (k / STEPS) * doubt,
    })),
    band: true,
  };
}

/** What a line comes to at its end, in words. */
const endOf = ({ label, points }: HeightLine, unit: string, decimals: number): string =>
  say(testsText.flawAtEnd, { label, value: fixed(points.at(-1)?.y ?? 0, decimals), unit, mm: mmWords(points.at(-1)?.x ?? 0) });

/** Lateral colour, distortion and field curvature by image height, as far as they were measured. */
export function FlawCharts({ result, cornerMm }: { readonly result: ChartResult; readonly cornerMm: number }) {
  const { lateralColour, distortion } = result;
  const [field] = result.fields;
  const colours = useMemo(
    () =>
      lateralColour &&
      (['red', 'blue'] as const).map((colour, i) =>
        lineTo(lateralColour.lastMm, i, {
          label: testsText[colour],
          at: (mm) => 1000 * colourShiftAt(lateralColour[colour], mm),
          doubt: 1000 * lateralColour[colour].doubtMm,
        }),
      ),
    [lateralColour],
  );
  const distorted = useMemo(
    () =>
      distortion && [
        lineTo(distortion.lastMm, 0, {
          label: testsText.distortion,
          at: (mm) => 100 * distortionAt(distortion, mm),
          doubt: 100 * distortion.doubt,
        }),
      ],
    [distortion],
  );
  const curved = useMemo(
    () =>
      field &&
      (['tangential', 'sagittal'] as const).map((way, i) =>
        lineTo(field.heightMm, i, {
          label: testsText[way],
          at: (mm) => sagAt(field, `${way}Sag`, mm),
          doubt: field[`${way}Sag`].doubtMm,
        }),
      ),
    [field],
  );
  if (!colours && !distorted && !curved) return null;
  return (
    <section aria-label={testsText.flaws} className="grid gap-2">
      <h3 className="font-semibold">{testsText.flaws}</h3>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5 sm:grid-cols-[repeat(2,minmax(0,1fr))]">
        {colours && (
          <HeightChart
            lines={colours}
            label={say(testsText.flawLabel, {
              title: testsText.lateralColour,
              ends: colours.map((line) => endOf(line, 'µm', 1)).join(', '),
            })}
            title={testsText.lateralColour}
            valueAxis={testsText.lateralAxis}
            cornerMm={cornerMm}
            note={testsText.lateralNote}
            signed
            small
          />
        )}
        {distorted && (
          <HeightChart
            lines={distorted}
            label={say(testsText.flawLabel, { title: testsText.distortion, ends: distorted.map((line) => endOf(line, '%', 2)).join(', ') })}
            title={testsText.distortion}
            valueAxis={testsText.distortionAxis}
            cornerMm={cornerMm}
            note={testsText.distortionNote}
            signed
            small
          />
        )}
        {curved && (
          <HeightChart
            lines={curved}
            label={say(testsText.flawLabel, { title: testsText.curvature, ends: curved.map((line) => endOf(line, 'mm', 2)).join(', ') })}
            title={testsText.curvature}
            valueAxis={testsText.curvatureAxis}
            cornerMm={cornerMm}
            note={say(testsText.curvatureNote, { aperture: apertureWords(field?.fNumber ?? 0) })}
            signed
            small
          />
        )}
      </div>
    </section>
  );
}
