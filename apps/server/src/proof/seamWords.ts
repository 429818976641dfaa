import type { Seam } from '@gangway/contract/proof';
import { fixed } from '@gangway/core/words';

/** What a seam shows, and what to do next time. */
export function seamWords(
  { state, detailed, looked, agreeing, scatterPx, farthestPx, leftOut }: Omit<Seam, 'words'>,
  planned: boolean,
): string {
  if (leftOut) return `Contradicts the other seams and was left out; its frames lie where the others put them.`;
  switch (state) {
    case 'fits':
      return `Fits: ${agreeing} of ${detailed} places agree within ${fixed(Math.max(0.01, scatterPx), 2)} px.`;
    case 'parallax':
      return `Parallax of up to ${fixed(farthestPx, 1)} px. Next time hold the lens by its foot and move the back, slide the camera the other way, or keep near things out of the overlap.`;
    case 'motion':
      return `Something moved between the two${farthestPx > 0 ? `, by up to ${fixed(farthestPx, 1)} px` : ''}. Next time mark it as a zone, so that one frame holds it whole, shoot that pair twice, or expose long enough to smooth it.`;
    case 'nothing':
      return looked === 0
        ? `The overlap is too narrow to look at; the ${planned ? 'plan' : 'other seams'} decided.`
        : `Nothing there to compare (${detailed} of ${looked} places show detail): the ${planned ? 'plan' : 'other seams'} decided.`;
    case 'disagrees':
      return `The two show different things where they should overlap: wrong order, a wrong frame, or far off the plan.`;
  }
}
