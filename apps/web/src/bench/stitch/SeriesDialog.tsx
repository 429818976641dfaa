import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { mosaicCsv, mosaicJson } from '@gangway/contract/mosaicExchange';
import { mosaicGiven } from '@gangway/core/stitching/metrics';
import { mosaicPlan } from '@gangway/core/stitching/plan';
import { apertureWords, fixed, metresWords, mmWords, riseWords, shiftWords } from '@gangway/core/words';
import { download, fileName } from '../../ui/download';
import { useBenchSelector } from '../editing/benchStore';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { printPage } from './printPage';
import type { Setting } from '@gangway/core/mosaic/slides';
import { Th } from '../../ui/Table';

/** What has to be the same for every frame of a mosaic (common practice). */
const SAME = [stitchText.exposureByHandTheSame, stitchText.focusFixedNoTouchingAfter, stitchText.cableOrTimer];
const SAME_ON_SENSOR = [stitchText.isoFixed, stitchText.colourBalanceFixed, stitchText.stabiliserOff];

/** The series frame by frame, to be set, exported and printed. */
export function SeriesDialog({ geometry, onClose }: { readonly geometry: Geometry; readonly onClose: () => void }) {
  const name = useBenchSelector((state) => state.edit.present?.name ?? 'mosaic');
  const given = mosaicGiven(geometry);
  const plan = mosaicPlan(geometry);
  if (!given || !plan || !geometry.settings.mosaic) return null;
  const { series, mover } = geometry.settings.mosaic;
  const file = fileName(name);
  const stops = given.slides.stopsMm.length > 1;
  const slid = mover === 'counter';
  const overlap = plan.frames.map((row) => row.overlap);
  return (
    <Dialog open wide onClose={onClose} title={stitchText.stepListOfTheMosaic} help={stitchText.backAndForthInRows}>
      <div id="step-card">
        <p className="text-sm">
          <span className="font-medium">{name}</span>
          {say(stitchText.focusFramesInShot, {
            name: geometry.settings.rig.name,
            fNumber: apertureWords(geometry.settings.fNumber),
            focusM:
              geometry.settings.focusM === null
                ? stitchText.atInfinity
                : say(stitchText.at, { focusM: metresWords(geometry.settings.focusM) }),
            orientation: geometry.settings.orientation,
            shots: given.shots,
          })}
        </p>
        <table className="mt-2 w-full border-collapse text-sm tabular-nums" aria-label={stitchText.framesOfTheSeries}>
          <thead>
            <tr className="border-b border-rule text-left text-ink-soft">
              <Th className="py-1">{stitchText.frame2}</Th>
              {stops && <Th>{stitchText.stopOfTheBack}</Th>}
              <Th>{stitchText.rise}</Th>
              <Th>{stitchText.shift}</Th>
              {slid && <Th>{stitchText.cameraSlid}</Th>}
              <Th end>{stitchText.overlap}</Th>
              <Th end>{stitchText.done}</Th>
            </tr>
          </thead>
          <tbody>
            {given.each.map(({ number, setting, turned, slideMm }, i) => (
              <tr key={number} className="border-b border-hairline">
                <Th scope="row" className="py-1 text-left">
                  {number}
                  {turned ? stitchText.turnedAQuarter : ''}
                </Th>
                {stops && <td>{stopLabel(setting)}</td>}
                <td>{setting ? riseWords(setting.riseMm) : stitchText.beyondTheStops}</td>
                <td>{setting ? shiftWords(setting.shiftMm) : ''}</td>
                {slid && <td>{slideWords(slideMm)}</td>}
                <td className="text-right">{overlap[i] == null ? '' : `${fixed(overlap[i] * 100, 0)} %`}</td>
                <td className="text-right">☐</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 text-sm">
          {say(stitchText.aFlatFieldFrameAt, {
            brackets:
              series.brackets > 1
                ? say(stitchText.bracketsAtEachPlaceBefore, {
                    brackets: series.brackets,
                    bracketsInside: series.bracketsInside ? 'yes' : 'no',
                  })
                : '',
            flatFields: series.flatFields ? 'yes' : 'no',
          })}
        </p>
        <p className="mt-1 text-sm">
          {say(stitchText.theSameForAll, {
            value: [
              ...SAME,
              ...(geometry.settings.rig.back.columnsPx === null ? [stitchText.oneEmulsionOneDevelopment] : SAME_ON_SENSOR),
            ].join('; '),
          })}
        </p>
      </div>
      <div className="mt-3 flex flex-wrap gap-1.5">
        <Button onClick={() => printPage('step-card', name)}>{stitchText.printTheStepCard}</Button>
        <Button onClick={() => download(`${file}-mosaic.csv`, 'text/csv;charset=utf-8', mosaicCsv(plan))}>{stitchText.csv}</Button>
        <Button onClick={() => download(`${file}-mosaic.json`, 'application/json', mosaicJson(plan))}>{stitchText.json}</Button>
        <Button
          onClick={() => {
            const svg = document.getElementById('mosaic-drawing');
            if (svg) download(`${file}-mosaic.svg`, 'image/svg+xml', drawingOf(svg));
          }}
        >
          {stitchText.svgDrawing}
        </Button>
      </div>
    </Dialog>
  );
}

function stopLabel(setting: Setting | null): string {
  if (setting) {
    if (setting.stopMm === 0) return stitchText.middle;
    return say(stitchText.right, { stopMm: mmWords(Math.abs(setting.stopMm)), stopMm2: setting.stopMm > 0 ? 'yes' : 'no' });
  }
  return '';
}

function slideWords({ left, down }: { readonly left: number; readonly down: number }): string {
  const parts = [
    Math.abs(left) < 0.05 ? '' : say(stitchText.left, { left: mmWords(Math.abs(left)), left2: left > 0 ? 'yes' : 'no' }),
    Math.abs(down) < 0.05 ? '' : say(stitchText.down, { down: mmWords(Math.abs(down)), down2: down > 0 ? 'yes' : 'no' }),
  ].filter(Boolean);
  return parts.length === 0 ? stitchText.asItIs : parts.join(', ');
}

/** The drawing by itself: with its colours written out, since the page's are not in the file. */
function drawingOf(svg: HTMLElement): string {
  const copy = svg.cloneNode(true) as SVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  const style = getComputedStyle(document.documentElement);
  return new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[a-z-]+)\)/gu, (_, name: string) => style.getPropertyValue(name).trim() || 'black');
}
