import { circleText } from '@gangway/messages/web/bench/circle';
import { memo } from 'react';

const LEGEND = [
  { key: 'light', words: circleText.imageCircle, line: { stroke: 'var(--ink)', strokeWidth: 2.2 } },
  { key: 'sharp', words: circleText.sharpCircleAtThisAperture, line: { stroke: 'var(--accent)', strokeWidth: 2 } },
  { key: 'given', words: circleText.sharpCirclesAtOtherApertures, line: { stroke: 'var(--rule)', strokeWidth: 0.8 } },
  {
    key: 'reach',
    words: circleText.whereTheCentreMayGo,
    line: { stroke: 'var(--accent)', strokeWidth: 1.4, strokeDasharray: '1.5 3.5', strokeLinecap: 'round' },
  },
  { key: 'stops', words: circleText.endStopsOfTheMechanism, line: { stroke: 'var(--ink)', strokeWidth: 1.1, strokeDasharray: '9 4' } },
] as const;

/** What each line of the Circle drawing means. */
export const Legend = memo(function Legend() {
  return (
    <details>
      <summary className="engraved cursor-pointer">{circleText.linesOfTheDrawing}</summary>
      <ul className="mt-1 grid grid-cols-2 gap-x-3 text-xs text-ink-soft">
        {LEGEND.map(({ key, words, line }) => (
          <li key={key} className="flex items-center gap-2">
            <svg width="26" height="8" aria-hidden className="shrink-0">
              <path d="M1 4 H25" fill="none" {...line} />
            </svg>
            {words}
          </li>
        ))}
        <li className="flex items-center gap-2">
          <svg width="26" height="12" aria-hidden className="shrink-0 text-fails">
            <path d="M8 2 l8 8 M16 2 l-8 8" stroke="currentColor" strokeWidth="2" />
          </svg>
          {circleText.cornerOutsideTheSharpCircle}
        </li>
      </ul>
    </details>
  );
});
