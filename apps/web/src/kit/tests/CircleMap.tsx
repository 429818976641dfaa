import type { ReactNode } from 'react';

interface CircleMapProps {
  readonly title: string;
  /** What it shows, in words. */
  readonly words: string;
  /** From the lens axis to the farthest thing shown, mm. */
  readonly reachMm: number;
  readonly children: ReactNode;
}

/** A drawing about the lens axis in mm, x right and y down, with a cross on the axis. */
export function CircleMap({ title, words, reachMm, children }: CircleMapProps) {
  const side = 1.06 * reachMm;
  return (
    <figure className="grid justify-items-center gap-1">
      <svg viewBox={`${-side} ${-side} ${2 * side} ${2 * side}`} role="img" aria-label={`${title}. ${words}`} className="w-full max-w-96">
        {children}
        <path
          d={`M${-side / 24} 0H${side / 24}M0 ${-side / 24}V${side / 24}`}
          stroke="var(--ink)"
          strokeWidth={1}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      <figcaption className="text-center text-xs text-ink-soft">{words}</figcaption>
    </figure>
  );
}
