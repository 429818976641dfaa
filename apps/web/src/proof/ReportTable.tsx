import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import type { Assembly, Report, Seam } from '@gangway/contract/proof';
import { fixed, stopsWords } from '@gangway/core/words';
import { Button } from '../ui/Button';
import { StateMark } from '../ui/StateMark';
import { Th } from '../ui/Table';

const STATES = { fits: 'passes', parallax: 'fails', motion: 'tight', nothing: 'unknown', disagrees: 'fails' } as const;
const WORDS = {
  fits: proofText.fits,
  parallax: proofText.parallax,
  motion: proofText.motion,
  nothing: proofText.nothingToSee,
  disagrees: proofText.disagrees,
} as const;
const RANK = { disagrees: 0, parallax: 1, motion: 2, nothing: 3, fits: 4 } as const;

/** How well each seam fits, the worst first, and how the frames were put. */
export function ReportTable({
  assembly,
  onSpot,
}: {
  readonly assembly: Assembly;
  readonly onSpot: (at: { readonly x: number; readonly y: number }) => void;
}) {
  const { report } = assembly;
  if (!report) return null;
  const seams = [...report.seams].sort((a, b) => RANK[a.state] - RANK[b.state] || b.farthestPx - a.farthestPx || b.scatterPx - a.scatterPx);
  const middle = ({ a, b, worstAt }: Seam) => {
    if (worstAt) return worstAt;
    const [p, q] = [a, b].map((place) => report.frames.find((frame) => frame.place === place));
    if (!p || !q) return { x: report.width / 2, y: report.height / 2 };
    return {
      x: (Math.max(p.left, q.left) + Math.min(p.left + p.width, q.left + q.width)) / 2,
      y: (Math.max(p.top, q.top) + Math.min(p.top + p.height, q.top + q.height)) / 2,
    };
  };
  const farthest = Math.max(0, ...report.frames.map(({ fromPlan }) => Math.hypot(fromPlan.x, fromPlan.y)));
  return (
    <div className="grid gap-2 text-sm">
      <p data-testid="assembly-size" className="tabular-nums">
        {say(proofText.pxBitMegapixelsAssembledIn, {
          width: report.width,
          height: report.height,
          bits: report.bits,
          width2: fixed((report.width * report.height) / 1e6, 1),
          bytes: assembly.bytes === null ? '' : `, ${fixed(assembly.bytes / 1e6, 1)} MB`,
          planned: report.planned ? say(proofText.framesAreUpToPx, { farthest: fixed(farthest, 1) }) : '',
          seconds: fixed(report.seconds, 1),
        })}
      </p>
      {report.remarks.length > 0 && (
        <ul className="list-disc pl-5">
          {report.remarks.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {seams.length > 0 && (
        <table className="w-full border-collapse tabular-nums" aria-label={proofText.seams}>
          <thead>
            <tr className="border-b border-rule text-left text-ink-soft">
              <Th className="py-1 pr-2">{proofText.seam}</Th>
              <Th className="pr-2">{proofText.state}</Th>
              <Th className="pr-2">{proofText.fromPlanPx}</Th>
              <Th>{proofText.whatItShows}</Th>
              <Th>
                <span className="sr-only">{proofText.look}</span>
              </Th>
            </tr>
          </thead>
          <tbody>
            {seams.map((seam) => (
              <tr key={`${seam.a} ${seam.b}`} data-seam={seam.state} className="border-b border-hairline">
                <td className="py-1 pr-2 whitespace-nowrap">{say(proofText.and, { a: seam.a + 1, b: seam.b + 1 })}</td>
                <td className="pr-2 whitespace-nowrap">
                  <span className="inline-flex items-center gap-1.5">
                    <StateMark state={STATES[seam.state]} /> {WORDS[seam.state]}
                  </span>
                </td>
                <td className="pr-2 whitespace-nowrap">
                  {seam.offset && report.planned ? `${fixed(seam.offset.x, 1)}, ${fixed(seam.offset.y, 1)}` : '–'}
                </td>
                <td>{seam.words}</td>
                <td className="text-right">
                  <Button look="quiet" onClick={() => onSpot(middle(seam))}>
                    {proofText.look}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <FrameTable report={report} />
    </div>
  );
}

const exposedBy = (stops: number): string =>
  say(proofText.exposedBy, { stops: stopsWords(Math.abs(stops)), way: stops > 0 ? 'more' : 'less' });

/** How each frame was put: away from the plan, turned and scaled, and by what its light was multiplied. Closed, as it is rarely looked at. */
function FrameTable({ report: { frames, planned } }: { readonly report: Report }) {
  const bent = frames.some(({ turnedDeg, scale }) => turnedDeg !== 0 || scale !== 1);
  const exposed = frames.some(({ stops }) => stops !== null);
  const stacked = frames.some(({ share }) => share !== null);
  const merged = exposed || stacked;
  return (
    <details>
      <summary className="cursor-pointer py-1 text-ink-soft">{proofText.howTheFramesLie}</summary>
      <table className="w-full border-collapse tabular-nums" aria-label={proofText.howTheFramesLie}>
        <thead>
          <tr className="border-b border-rule text-left text-ink-soft">
            <Th className="py-1 pr-2">{proofText.frame}</Th>
            {planned && <Th className="pr-2">{proofText.fromPlanPx}</Th>}
            {bent && <Th className="pr-2">{proofText.turned}</Th>}
            {bent && <Th className="pr-2">{merged ? proofText.relativeScale : proofText.size}</Th>}
            {merged && <Th className="pr-2">{proofText.movedPx}</Th>}
            {exposed && <Th>{proofText.exposureStops}</Th>}
            {stacked && <Th>{proofText.givesShare}</Th>}
            {!merged && <Th>{proofText.lightTimes}</Th>}
          </tr>
        </thead>
        <tbody>
          {frames.map(({ id, name, left, top, fromPlan, turnedDeg, scale, gain, stops, share }) => (
            <tr key={id} className="border-b border-hairline">
              <Th scope="row" className="py-1 pr-2 text-left font-normal">
                {name}
              </Th>
              {planned && <td className="pr-2 whitespace-nowrap">{`${fixed(fromPlan.x, 1)}, ${fixed(fromPlan.y, 1)}`}</td>}
              {bent && <td className="pr-2">{say(proofText.turnedDegrees, { deg: fixed(turnedDeg, 3) })}</td>}
              {bent && <td className="pr-2">{say(proofText.sizePercent, { percent: fixed(100 * scale, 2) })}</td>}
              {merged && <td className="pr-2 whitespace-nowrap">{`${fixed(left, 1)}, ${fixed(top, 1)}`}</td>}
              {exposed && <td>{stops === 0 ? proofText.reference : exposedBy(stops ?? 0)}</td>}
              {stacked && <td>{say(proofText.shareOf, { percent: fixed(100 * (share ?? 0), 1) })}</td>}
              {!merged && <td>{fixed(gain, 3)}</td>}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
