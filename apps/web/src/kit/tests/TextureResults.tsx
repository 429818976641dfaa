import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { markedPlaces } from '@gangway/contract/lensTestMarks';
import { diagonalMm } from '@gangway/core/coverage/frame';
import { chartConclusion } from '@gangway/core/lensTests/chartConclusions';
import { markedCircle } from '@gangway/core/lensTests/marks';
import { markedSpecs } from '@gangway/core/lensTests/measuredSharpSpecs';
import { textureConclusion, textureFacts, textureProblem } from '@gangway/core/lensTests/textureConclusions';
import { textureShareAt, type TextureAtAperture, type TextureResult } from '@gangway/core/lensTests/texture';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { ApertureTable } from './ApertureTable';
import { Conclusions, Doubts } from './Conclusions';
import { ExportButtons } from './ExportButtons';
import { HeightChart, lookOf, type HeightLine } from './HeightChart';
import type { OpenTest } from './TestPage';
import { WriteSharpness } from './WriteToKit';

/** What frames of a textured subject tell: apertures against each other, and the infinity stop. */
export function TextureResults({ open, result }: { readonly open: OpenTest; readonly result: TextureResult }) {
  const { settings } = open.test;
  const { apertures, problems } = result;
  const places = markedPlaces(settings, 0);
  const circles = apertures.flatMap(({ fNumber }) => markedCircle(fNumber, places) ?? []);
  const marked = circles.map((circle) => chartConclusion({ kind: 'marked', circle }, 0));
  const cornerMm = diagonalMm(settings) / 2;
  const lines = useMemo(
    () =>
      apertures.map((at, i): HeightLine => ({
        label: apertureWords(at.fNumber),
        look: lookOf(i),
        points: at.heightsMm.map((x) => {
          const found = textureShareAt(at, x);
          return { x, y: found && 100 * found.share };
        }),
      })),
    [apertures],
  );
  const ends = apertures.flatMap((at) => {
    const last = at.heightsMm.at(-1) ?? 0;
    const found = textureShareAt(at, last);
    return found
      ? [say(testsText.textureLine, { aperture: apertureWords(at.fNumber), percent: fixed(100 * found.share, 0), mm: mmWords(last) })]
      : [];
  });
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <Conclusions sentences={[...textureFacts(result, settings).map(textureConclusion), ...marked]} />
      <Doubts sentences={problems.map(textureProblem)} />
      {apertures.length > 0 && (
        <section aria-label={testsText.textureTitle} className="grid grid-cols-[minmax(0,1fr)] gap-3">
          <h3 className="font-semibold">{testsText.textureTitle}</h3>
          <HeightChart
            lines={lines}
            label={say(testsText.textureLabel, { lines: ends.join(', ') })}
            valueAxis={testsText.textureAxis}
            cornerMm={cornerMm}
            note={testsText.textureNote}
          />
          <ApertureTable
            heads={[testsText.onAxis, testsText.atBorder, testsText.inCorner]}
            rows={apertures.map((at) => ({
              fNumber: at.fNumber,
              cells: [0, Math.max(settings.widthMm, settings.heightMm) / 2, cornerMm].map((mm) => cell(at, mm)),
            }))}
          />
          <p className="max-w-prose text-sm text-ink-soft">{testsText.textureKit}</p>
          <div className="max-w-96">
            <WriteSharpness open={open} specs={markedSpecs(circles)} />
          </div>
        </section>
      )}
      {(apertures.length > 0 || result.focus) && (
        <ExportButtons open={open} result={{ kind: 'texture', texture: result }} rows={() => rowsOf(apertures)} />
      )}
    </div>
  );
}

function cell(at: TextureAtAperture, heightMm: number): string {
  const found = textureShareAt(at, heightMm);
  return found
    ? say(testsText.ofBest, { percent: fixed(100 * found.share, 0), doubt: fixed(Math.max(1, 100 * found.doubt), 0) })
    : testsText.unknown;
}

/** What was measured as a table: one row for each image height of each aperture. */
function rowsOf(apertures: readonly TextureAtAperture[]) {
  return apertures.flatMap(({ fNumber, heightsMm, tangential, sagittal }) =>
    heightsMm.map((heightMm, i) => ({
      fNumber,
      heightMm,
      tangentialShare: tangential[i]?.share,
      tangentialDoubt: tangential[i]?.doubt,
      sagittalShare: sagittal[i]?.share,
      sagittalDoubt: sagittal[i]?.doubt,
    })),
  );
}
