import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { FileOutput } from 'lucide-react';
import { useMemo } from 'react';
import { diagonalMm } from '@gangway/core/coverage/frame';
import { lawStops, lightConclusion, lightFacts } from '@gangway/core/lensTests/conclusions';
import type { LightAtAperture, LightResult } from '@gangway/core/lensTests/light';
import { lightProblem } from '@gangway/core/lensTests/problems';
import { lostAt } from '@gangway/core/lensTests/radial';
import { apertureWords, fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { download, fileName } from '../../ui/download';
import { Th } from '../../ui/Table';
import { Conclusions, Doubts } from './Conclusions';
import { FalloffChart } from './FalloffChart';
import type { OpenTest } from './TestPage';
import { WriteLight } from './WriteToKit';
import { WallMap } from './WallMap';
import { positionsOf } from './places';
import { testFile } from './testFile';
import { framesInPlace } from './useMeasured';

/** What frames of a wall tell of the light of a lens. */
export function LightResults({ open, result }: { readonly open: OpenTest; readonly result: LightResult }) {
  const { test, lens, rig } = open;
  const { settings } = test;
  const focalMm = rig?.lens.focalMm ?? lens?.specs.focalMm ?? null;
  const kitCircleMm = rig?.lens.circle.imageCircleMm ?? lens?.specs.imageCircleMm ?? null;
  const frame = useMemo(() => ({ widthMm: settings.widthMm, heightMm: settings.heightMm }), [settings.widthMm, settings.heightMm]);
  const facts = lightFacts(result, { frame, focalMm, nominalCircleMm: kitCircleMm });
  const law = useMemo(() => (focalMm === null ? null : (heightMm: number) => lawStops(heightMm, focalMm)), [focalMm]);
  // That the edge was not reached is among the conclusions.
  const problems = result.problems.filter(({ kind }) => kind !== 'edgeNotReached');
  const taken = framesInPlace(test).map(({ shot }) => shot);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-6 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
        <Conclusions sentences={facts.map(lightConclusion)} />
        <Doubts sentences={problems.map(lightProblem)} />
        {result.apertures.length > 0 && (
          <>
            <section aria-label={testsText.falloff}>
              <h3 className="mb-1 font-semibold">{testsText.falloff}</h3>
              <FalloffChart apertures={result.apertures} lawStops={law} cornerMm={diagonalMm(frame) / 2} />
            </section>
            <ApertureTable apertures={result.apertures} cornerMm={diagonalMm(frame) / 2} />
            <div className="flex flex-wrap gap-2">
              <Button
                onClick={() =>
                  download(`${fileName(settings.name)}.json`, 'application/json', testFile(open, { kind: 'wall', light: result }))
                }
              >
                <FileOutput size={14} aria-hidden /> {testsText.exportJson}
              </Button>
              <Button onClick={() => void exportCsv(open, result)}>
                <FileOutput size={14} aria-hidden /> {testsText.exportCsv}
              </Button>
            </div>
          </>
        )}
      </div>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
        <WallMap frame={frame} positions={positionsOf(taken)} kitCircleMm={kitCircleMm} measured={result.circle} />
        <WriteLight open={open} specs={result.specs} />
      </div>
    </div>
  );
}

/** What was measured at each aperture, with one standard deviation. */
function ApertureTable({ apertures, cornerMm }: { readonly apertures: readonly LightAtAperture[]; readonly cornerMm: number }) {
  const heads = [testsText.imageCircle, testsText.inTheCorner, testsText.redder, testsText.bluer, testsText.wall];
  return (
    <section aria-label={testsText.byAperture} className="overflow-x-auto">
      <h3 className="mb-1 font-semibold">{testsText.byAperture}</h3>
      <table className="w-full text-sm">
        <thead>
          <tr className="border-b border-rule text-ink-soft">
            <Th className="py-1 pr-3 text-left">{testsText.aperture}</Th>
            {heads.map((head) => (
              <Th key={head} end className="pr-3">
                {head}
              </Th>
            ))}
          </tr>
        </thead>
        <tbody>
          {apertures.map((at) => (
            <tr key={at.fNumber} className="border-b border-hairline">
              <Th scope="row" className="py-1 pr-3 text-left tabular-nums">
                {apertureWords(at.fNumber)}
              </Th>
              {cellsOf(at, cornerMm).map((words, i) => (
                <td key={heads[i]} className="pr-3 text-right whitespace-nowrap tabular-nums">
                  {words}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

function cellsOf(at: LightAtAperture, cornerMm: number): readonly string[] {
  const { edge, heightsMm, doubt, redder, bluer, unevenStops } = at;
  const reached = (heightsMm.at(-1) ?? 0) >= cornerMm;
  const strongest = (values: readonly number[]): number =>
    values.reduce((most, each) => (Math.abs(each) > Math.abs(most) ? each : most), 0);
  const signed = (stops: number): string => say(testsText.stops, { stops: `${stops > 0 ? '+' : ''}${fixed(stops, 2)}` });
  return [
    edge
      ? say(testsText.mmPlusMinus, { mm: fixed(2 * edge.radiusMm, 1), doubt: fixed(Math.max(0.1, 2 * edge.doubtMm), 1) })
      : testsText.unknown,
    reached
      ? say(testsText.stopsPlusMinus, {
          stops: fixed(lostAt(at, cornerMm), 2),
          doubt: fixed(Math.max(0.01, doubt[heightsMm.findIndex((mm) => mm >= cornerMm)] ?? 0), 2),
        })
      : testsText.unknown,
    signed(strongest(redder)),
    signed(strongest(bluer)),
    say(testsText.stops, { stops: fixed(unevenStops, 2) }),
  ];
}

/** The falloff and the cast as a table: one row for each image height of each aperture. */
async function exportCsv({ test }: OpenTest, { apertures }: LightResult): Promise<void> {
  const { default: Papa } = await import('papaparse');
  const rows = apertures.flatMap(({ fNumber, heightsMm, lost, doubt, redder, bluer }) =>
    heightsMm.map((heightMm, i) => ({
      fNumber,
      heightMm,
      lostStops: lost[i],
      doubtStops: doubt[i],
      redderStops: redder[i],
      bluerStops: bluer[i],
    })),
  );
  download(`${fileName(test.settings.name)}.csv`, 'text/csv', `${Papa.unparse(rows)}\r\n`);
}
