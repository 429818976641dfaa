import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo, useState } from 'react';
import { LENS_TEST_BOUNDS } from '@gangway/contract/lensTest';
import { chartFrameFrom } from '@gangway/contract/lensTestChart';
import { markedPlaces } from '@gangway/contract/lensTestMarks';
import { diagonalMm } from '@gangway/core/coverage/frame';
import { chartConclusion, chartFacts, sharpnessProblem, type ChartFact } from '@gangway/core/lensTests/chartConclusions';
import { formatStandardCyMm } from '@gangway/core/lensTests/chartPlan';
import type { ChartResult } from '@gangway/core/lensTests/chartResult';
import { sharpnessAt, type SharpnessAtAperture } from '@gangway/core/lensTests/chartSharpness';
import { markedCircle } from '@gangway/core/lensTests/marks';
import { sharpSpecs } from '@gangway/core/lensTests/measuredSharpSpecs';
import { bestApertures, sharpCircle, type SharpCircle } from '@gangway/core/lensTests/sharpCircle';
import type { FrameSize } from '@gangway/core/model/frame';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';
import { ApertureTable } from './ApertureTable';
import { Conclusions, Doubts } from './Conclusions';
import { ExportButtons } from './ExportButtons';
import { FlawCharts } from './FlawCharts';
import { SharpMap } from './SharpMap';
import { SharpnessChart } from './SharpnessChart';
import type { OpenTest } from './TestPage';
import { framesInPlace } from './useMeasured';
import { WriteSharpness } from './WriteToKit';

/** What frames of the test chart tell of the sharpness of a lens. */
export function ChartResults({ open, result }: { readonly open: OpenTest; readonly result: ChartResult }) {
  const { test, change } = open;
  const { settings } = test;
  const { widthMm, heightMm } = settings;
  const { apertures, problems, pixelMm } = result.sharpness;
  const standard = formatStandardCyMm(settings);
  const wanted = settings.wantedCyMm ?? standard;
  const [chosen, setChosen] = useState<number | null>(null);
  const best = bestApertures(apertures, 0)?.bestFNumber ?? null;
  const one = apertures.find(({ fNumber }) => fNumber === chosen) ?? null;
  const shown = one ?? apertures.find(({ fNumber }) => fNumber === best) ?? null;
  const cornerMm = diagonalMm({ widthMm, heightMm }) / 2;
  const places = markedPlaces(settings, result.sharpness.magnification ?? 0);
  const circles = apertures.flatMap(({ fNumber }) => markedCircle(fNumber, places) ?? []);
  const byEye = settings.byMarks ? circles : [];
  const facts: readonly ChartFact[] = [
    ...chartFacts(result, settings, wanted),
    ...circles.map((circle) => ({ kind: 'marked' as const, circle })),
  ];
  const shownFNumber = shown?.fNumber ?? null;
  const frames = useMemo(
    () =>
      framesInPlace({ settings: { shots: test.settings.shots }, frames: test.frames })
        .filter(({ shot }) => shot.fNumber === shownFNumber && shot.focusMm === 0 && !shot.lamp)
        .flatMap(({ shot, frame }) => chartFrameFrom(frame, shot, { widthMm, heightMm }) ?? []),
    [test.settings.shots, test.frames, shownFNumber, widthMm, heightMm],
  );
  const standardTyped = (value: number): string | null => {
    const { label, min, max } = LENS_TEST_BOUNDS.wantedCyMm;
    if (value < min || value > max) return say(testsText.standardOutOfRange, { label, min, max, value });
    change({ ...settings, wantedCyMm: value }, say(testsText.standardChanged, { lp: fixed(value, 0) }));
    return null;
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
        <Conclusions sentences={facts.map((fact) => chartConclusion(fact, wanted))} />
        <Doubts sentences={problems.map(sharpnessProblem)} />
        {apertures.length > 0 && pixelMm !== null && (
          <>
            <section aria-label={testsText.sharpnessTitle}>
              <div className="mb-1 flex flex-wrap items-end gap-x-4 gap-y-2">
                <h3 className="grow font-semibold">{testsText.sharpnessTitle}</h3>
                <label className="flex items-center gap-2 text-sm">
                  <span className="text-ink-soft">{testsText.show}</span>
                  <Select
                    value={chosen ?? ''}
                    onChange={(event) => setChosen(event.target.value === '' ? null : Number(event.target.value))}
                  >
                    <option value="">{testsText.allApertures}</option>
                    {apertures.map(({ fNumber }) => (
                      <option key={fNumber} value={fNumber}>
                        {apertureWords(fNumber)}
                      </option>
                    ))}
                  </Select>
                </label>
              </div>
              <SharpnessChart apertures={apertures} one={one} wantedCyMm={wanted} cornerMm={cornerMm} />
            </section>
            <FlawCharts result={result} cornerMm={cornerMm} />
            <ApertureTable
              heads={HEADS}
              rows={apertures.map((at) => ({
                fNumber: at.fNumber,
                cells: cellsOf(at, { pixelMm, frame: settings, wantedCyMm: wanted }),
              }))}
            />
            <ExportButtons open={open} result={{ kind: 'chart', sharp: result }} rows={() => rowsOf(apertures)} />
          </>
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
        <section aria-label={testsText.standard} className="grid gap-1 text-sm">
          <h3 className="font-semibold">{testsText.standard}</h3>
          <NumberField label={testsText.standardField} unit="lp/mm" decimals={0} value={Math.round(wanted)} onCommit={standardTyped} />
          <p className="text-ink-soft">{say(testsText.standardHelp, { lp: fixed(standard, 0) })}</p>
          {settings.wantedCyMm !== null && (
            <TextButton onClick={() => change({ ...settings, wantedCyMm: null }, testsText.standardReset)}>
              {testsText.resetStandard}
            </TextButton>
          )}
        </section>
        {shown && settings.chart !== null && <SharpMap chart={settings.chart} frames={frames} circle={sharpCircle(shown, wanted)} />}
        <WriteSharpness open={open} specs={sharpSpecs(result, wanted, byEye)} />
      </div>
    </div>
  );
}

const HEADS = [testsText.onAxis, testsText.atBorder, testsText.inCorner, testsText.ofSensor, testsText.sharpCircle];

interface Judged {
  readonly pixelMm: number;
  readonly frame: FrameSize;
  readonly wantedCyMm: number;
}

/** Sharpness in the middle, at the border and in the corner at an aperture, and how far the standard is met. */
function cellsOf(at: SharpnessAtAperture, { pixelMm, frame, wantedCyMm }: Judged): readonly string[] {
  const heights = [0, Math.max(frame.widthMm, frame.heightMm) / 2, diagonalMm(frame) / 2];
  const found = heights.map((mm) => sharpnessAt(at, 'softer', mm));
  const [middle] = found;
  return [
    ...found.map((each) =>
      each ? say(testsText.lpPlusMinus, { lp: fixed(each.cyMm, 0), doubt: fixed(Math.max(1, each.doubtCyMm), 0) }) : testsText.unknown,
    ),
    // Twice the pitch of the pixels is the finest that they can show.
    middle
      ? say(testsText.percentOfSensor, { percent: fixed(100 * middle.cyMm * 2 * pixelMm, 0), cyPx: fixed(middle.cyMm * pixelMm, 2) })
      : testsText.unknown,
    circleCell(sharpCircle(at, wantedCyMm)),
  ];
}

/** The diameter of a sharp circle in a cell. */
function circleCell(circle: SharpCircle): string {
  switch (circle.kind) {
    case 'measured':
      return say(testsText.mmPlusMinus, { mm: fixed(2 * circle.radiusMm, 1), doubt: fixed(Math.max(0.1, 2 * circle.doubtMm), 1) });
    case 'atLeast':
      return say(testsText.atLeast, { mm: mmWords(2 * circle.radiusMm) });
    case 'never':
      return testsText.none;
    case 'unknown':
      return testsText.unknown;
  }
}

/** Sharpness as a table: one row for each image height of each aperture. */
function rowsOf(apertures: readonly SharpnessAtAperture[]) {
  return apertures.flatMap(({ fNumber, heightsMm, tangential, sagittal, idealCyMm }) =>
    heightsMm.map((heightMm, i) => ({
      fNumber,
      heightMm,
      tangentialLpMm: tangential[i]?.cyMm,
      tangentialDoubtLpMm: tangential[i]?.doubtCyMm,
      sagittalLpMm: sagittal[i]?.cyMm,
      sagittalDoubtLpMm: sagittal[i]?.doubtCyMm,
      idealLpMm: idealCyMm,
    })),
  );
}
