import { say } from '@gangway/messages/say';
import { testsText } from '@gangway/messages/web/kit/tests';
import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { useEffect, useRef } from 'react';
import type { LightAtAperture } from '@gangway/core/lensTests/light';
import { apertureWords, fixed, mmWords } from '@gangway/core/words';
import { useTheme } from '../../store/theme';
import { chartLook } from '../../ui/chartLook';

Chart.register(LinearScale, LineController, LineElement, PointElement, Tooltip);

/** Dashes by which the lines are told apart without colour, from the widest aperture on. */
const DASHES: readonly (readonly number[])[] = [[], [9, 4], [5, 3], [2, 3], [9, 3, 2, 3], [1, 4]];

/** The axis of image heights ends at a multiple of this, mm. */
const EVERY_MM = 5;

interface FalloffProps {
  readonly apertures: readonly LightAtAperture[];
  /** Light lost by the cos⁴ law at an image height, stops; `null` where the focal length is unknown. */
  readonly lawStops: ((heightMm: number) => number) | null;
  /** From the axis to the corner of the centred frame, mm. */
  readonly cornerMm: number;
}

/** Light lost by image height at each aperture, with twice the standard deviation, against the cos⁴ law. */
export function FalloffChart({ apertures, lawStops, cornerMm }: FalloffProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const { ink, soft, hairline, accent, font } = chartLook();
    const lastMm = Math.max(cornerMm, ...apertures.map(({ heightsMm }) => heightsMm.at(-1) ?? 0));
    const most = Math.max(...apertures.flatMap(({ lost }) => lost), lawStops?.(lastMm) ?? 0);
    const law = Array.from({ length: 41 }, (_, i) => (lastMm * i) / 40).map((x) => ({ x, y: lawStops?.(x) ?? 0 }));
    const colours = { accent, ink, soft };
    const lineOf = ({ colour, width, dash }: Look) => ({ borderColor: colours[colour], borderWidth: width, borderDash: [...dash] });
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: { display: true, text, color: soft, font },
      grid: { color: hairline },
      border: { color: ink },
      ticks: { color: ink, font },
    });
    const chart = new Chart(element, {
      type: 'line',
      data: {
        datasets: [
          ...apertures.map(({ fNumber, heightsMm, lost }, i) => ({
            label: apertureWords(fNumber),
            data: heightsMm.map((x, at) => ({ x, y: lost[at] ?? 0 })),
            ...lineOf(lookOf(i)),
            pointRadius: 0,
            pointHitRadius: 10,
          })),
          // Where what is known ends: the widest aperture with twice its standard deviation to either side.
          ...apertures.slice(0, 1).flatMap(({ heightsMm, lost, doubt }) =>
            [-2, 2].map((by) => ({
              label: '',
              data: heightsMm.map((x, at) => ({ x, y: (lost[at] ?? 0) + by * (doubt[at] ?? 0) })),
              borderColor: accent,
              borderWidth: 0.5,
              pointRadius: 0,
              pointHitRadius: 0,
            })),
          ),
          ...(lawStops ? [{ label: testsText.law, data: law, ...lineOf(LAW), pointRadius: 0 }] : []),
          {
            label: '',
            data: [
              { x: cornerMm, y: 0 },
              { x: cornerMm, y: most },
            ],
            borderColor: soft,
            borderWidth: 1,
            pointRadius: 0,
          },
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        parsing: false,
        normalized: true,
        scales: {
          x: { ...axis(testsText.heightAxis), min: 0, max: EVERY_MM * Math.ceil(lastMm / EVERY_MM) },
          // More light is up.
          y: { ...axis(testsText.stopsAxis), reverse: true, min: 0 },
        },
        plugins: {
          legend: { display: false },
          tooltip: { titleFont: font, bodyFont: font },
        },
      },
    });
    return () => chart.destroy();
  }, [apertures, lawStops, cornerMm, theme]);
  const lines = apertures.map(({ fNumber, lost, heightsMm }) =>
    say(testsText.falloffLine, {
      aperture: apertureWords(fNumber),
      stops: fixed(lost.at(-1) ?? 0, 2),
      mm: mmWords(heightsMm.at(-1) ?? 0),
    }),
  );
  return (
    <figure className="grid gap-1">
      <figcaption className="flex flex-wrap gap-x-5 gap-y-1 text-xs">
        {apertures.map(({ fNumber }, i) => (
          <Sample key={fNumber} words={apertureWords(fNumber)} look={lookOf(i)} />
        ))}
        {lawStops && <Sample words={testsText.law} look={LAW} />}
      </figcaption>
      <div className="h-72">
        <canvas ref={canvas} role="img" aria-label={say(testsText.falloffLabel, { lines: lines.join(', ') })} />
      </div>
      <p className="text-xs text-ink-soft">{testsText.cornerHere}</p>
    </figure>
  );
}

/** How a line is drawn, in the chart and in its legend. */
interface Look {
  readonly colour: 'accent' | 'ink' | 'soft';
  readonly width: number;
  readonly dash: readonly number[];
}

const LAW: Look = { colour: 'soft', width: 1.2, dash: [1, 3] };
const lookOf = (i: number): Look => ({
  colour: i === 0 ? 'accent' : 'ink',
  width: i === 0 ? 2.5 : 1.5,
  dash: DASHES[i % DASHES.length] ?? [],
});
const STROKES = { accent: 'var(--accent)', ink: 'var(--ink)', soft: 'var(--ink-soft)' } as const;

/** A piece of a line with its name. */
function Sample({ words, look: { colour, width, dash } }: { readonly words: string; readonly look: Look }) {
  return (
    <span className="inline-flex items-center gap-1.5">
      <svg width="34" height="6" aria-hidden>
        <path d="M0 3H34" stroke={STROKES[colour]} strokeWidth={width} strokeDasharray={dash.join(' ')} />
      </svg>
      {words}
    </span>
  );
}
