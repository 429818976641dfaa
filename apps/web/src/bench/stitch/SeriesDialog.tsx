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
const SAME = ['exposure by hand, the same for all', 'focus fixed: no touching after the first frame', 'cable or timer'];
const SAME_ON_SENSOR = ['ISO fixed', 'colour balance fixed', 'stabiliser off'];

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
    <Dialog
      open
      wide
      onClose={onClose}
      title="Step list of the mosaic"
      help="Back and forth in rows, which moves least. Each place as the mechanism reads it, rounded to its graduations; the overlap is counted from what is set."
    >
      <div id="step-card">
        <p className="text-sm">
          <span className="font-medium">{name}</span>: {geometry.settings.rig.name}, {apertureWords(geometry.settings.fNumber)}, focus{' '}
          {geometry.settings.focusM === null ? 'at infinity' : `at ${metresWords(geometry.settings.focusM)}`}, frames in{' '}
          {geometry.settings.orientation}. {given.takes} {given.takes === 1 ? 'shot' : 'shots'}.
        </p>
        <table className="mt-2 w-full border-collapse text-sm tabular-nums" aria-label="Frames of the series">
          <thead>
            <tr className="border-b border-rule text-left text-ink-soft">
              <Th className="py-1">Frame</Th>
              {stops && <Th>Stop of the back</Th>}
              <Th>Rise</Th>
              <Th>Shift</Th>
              {slid && <Th>Camera slid</Th>}
              <Th end>Overlap</Th>
              <Th end>Done</Th>
            </tr>
          </thead>
          <tbody>
            {given.each.map(({ number, setting, turned, slideMm }, i) => (
              <tr key={number} className="border-b border-hairline">
                <Th scope="row" className="py-1 text-left">
                  {number}
                  {turned ? ', turned a quarter' : ''}
                </Th>
                {stops && <td>{stopLabel(setting)}</td>}
                <td>{setting ? riseWords(setting.riseMm) : 'beyond the stops'}</td>
                <td>{setting ? shiftWords(setting.shiftMm) : ''}</td>
                {slid && <td>{slideWords(slideMm)}</td>}
                <td className="text-right">{overlap[i] == null ? '' : `${fixed(overlap[i] * 100, 0)} %`}</td>
                <td className="text-right">☐</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="mt-2 text-sm">
          {series.brackets > 1
            ? `${series.brackets} brackets ${series.bracketsInside ? 'at each place before moving on' : 'series by series: all places, then all again'}. `
            : ''}
          {series.whiteCards ? 'A flat-field frame at each place, after its shots. ' : ''}A hand in the picture before the first frame and
          after the last marks the series among the files.
        </p>
        <p className="mt-1 text-sm">
          The same for all:{' '}
          {[...SAME, ...(geometry.settings.rig.back.columnsPx === null ? ['one emulsion, one development'] : SAME_ON_SENSOR)].join('; ')}.
        </p>
      </div>
      <div className="mt-3 flex flex-wrap gap-1.5">
        <Button onClick={() => printPage('step-card', name)}>Print the step card</Button>
        <Button onClick={() => download(`${file}-mosaic.csv`, 'text/csv;charset=utf-8', mosaicCsv(plan))}>CSV</Button>
        <Button onClick={() => download(`${file}-mosaic.json`, 'application/json', mosaicJson(plan))}>JSON</Button>
        <Button
          onClick={() => {
            const svg = document.getElementById('mosaic-drawing');
            if (svg) download(`${file}-mosaic.svg`, 'image/svg+xml', drawingOf(svg));
          }}
        >
          SVG drawing
        </Button>
      </div>
    </Dialog>
  );
}

function stopLabel(setting: Setting | null): string {
  if (setting) {
    if (setting.stopMm === 0) return 'middle';
    return `${mmWords(Math.abs(setting.stopMm))} ${setting.stopMm > 0 ? 'right' : 'left'}`;
  }
  return '';
}

function slideWords({ left, down }: { readonly left: number; readonly down: number }): string {
  const parts = [
    Math.abs(left) < 0.05 ? '' : `${mmWords(Math.abs(left))} ${left > 0 ? 'left' : 'right'}`,
    Math.abs(down) < 0.05 ? '' : `${mmWords(Math.abs(down))} ${down > 0 ? 'down' : 'up'}`,
  ].filter(Boolean);
  return parts.length === 0 ? 'as it is' : parts.join(', ');
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
