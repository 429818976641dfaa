import type { Assembly, Seam } from '@gangway/contract/proof';
import { fixed } from '@gangway/core/words';
import { Button } from '../ui/Button';
import { StateMark } from '../ui/StateMark';
import { Th } from '../ui/Table';

const STATES = { fits: 'passes', parallax: 'fails', motion: 'tight', nothing: 'unknown', disagrees: 'fails' } as const;
const WORDS = { fits: 'fits', parallax: 'parallax', motion: 'motion', nothing: 'nothing to see', disagrees: 'disagrees' } as const;
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
        {report.width} × {report.height} px, {report.bits} bit, {fixed((report.width * report.height) / 1e6, 1)} megapixels
        {assembly.bytes === null ? '' : `, ${fixed(assembly.bytes / 1e6, 1)} MB`}.{' '}
        {report.planned ? `Frames are up to ${fixed(farthest, 1)} px from their planned places. ` : ''}Assembled in{' '}
        {fixed(report.seconds, 1)} s.
      </p>
      {report.remarks.length > 0 && (
        <ul className="list-disc pl-5">
          {report.remarks.map((words) => (
            <li key={words}>{words}</li>
          ))}
        </ul>
      )}
      {seams.length > 0 && (
        <table className="w-full border-collapse tabular-nums" aria-label="Seams">
          <thead>
            <tr className="border-b border-rule text-left text-ink-soft">
              <Th className="py-1 pr-2">Seam</Th>
              <Th className="pr-2">State</Th>
              <Th className="pr-2">From plan, px</Th>
              <Th>What it shows</Th>
              <Th>
                <span className="sr-only">Look</span>
              </Th>
            </tr>
          </thead>
          <tbody>
            {seams.map((seam) => (
              <tr key={`${seam.a} ${seam.b}`} data-seam={seam.state} className="border-b border-hairline">
                <td className="py-1 pr-2 whitespace-nowrap">
                  {seam.a + 1} and {seam.b + 1}
                </td>
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
                    Look
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </div>
  );
}
