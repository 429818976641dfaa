import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useMemo } from 'react';
import { diagonalMm } from '@gangway/core/coverage/frame';
import { lawStops, lightConclusion, lightFacts } from '@gangway/core/lensTests/conclusions';
import type { LightAtAperture, LightResult } from '@gangway/core/lensTests/light';
import { lightProblem } from '@gangway/core/lensTests/problems';
import { lostAt } from '@gangway/core/lensTests/radial';
import { fixed } from '@gangway/core/words';
import { ApertureTable } from './ApertureTable';
import { Conclusions, Doubts } from './Conclusions';
import { ExportButtons } from './ExportButtons';
import { FalloffChart } from './FalloffChart';
import type { OpenTest } from './TestPage';
import { WriteLight } from './WriteToKit';
import { WallMap } from './WallMap';
import { positionsOf } from './places';
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
            <ApertureTable
              heads={HEADS}
              rows={result.apertures.map((at) => ({ fNumber: at.fNumber, cells: cellsOf(at, diagonalMm(frame) / 2) }))}
            />
            <ExportButtons open={open} result={{ kind: 'wall', light: result }} rows={() => rowsOf(result)} />
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

const HEADS = [testsText.imageCircle, testsText.inTheCorner, testsText.redder, testsText.bluer, testsText.wall];

/** What was measured at an aperture, with one standard deviation. */
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
function rowsOf({ apertures }: LightResult) {
  return apertures.flatMap(({ fNumber, heightsMm, lost, doubt, redder, bluer }) =>
    heightsMm.map((heightMm, i) => ({
      fNumber,
      heightMm,
      lostStops: lost[i],
      doubtStops: doubt[i],
      redderStops: redder[i],
      bluerStops: bluer[i],
    })),
  );
}
