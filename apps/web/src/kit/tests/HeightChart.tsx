import { Chart, LinearScale, LineController, LineElement, PointElement, Tooltip } from 'chart.js';
import { testsText } from '@gangway/messages/web/kit/tests';
import { useEffect, useRef } from 'react';
import { useTheme } from '../../store/theme';
import { chartLook } from '../../ui/chartLook';

Chart.register(LinearScale, LineController, LineElement, PointElement, Tooltip);

/** How a line is drawn, in the chart and in its legend. */
export interface Look {
  readonly colour: 'accent' | 'ink' | 'soft';
  readonly width: number;
  readonly dash: readonly number[];
}

/** A value by image height; `null` leaves a gap. */
export interface HeightLine {
  readonly label: string;
  readonly look: Look;
  readonly points: readonly { readonly x: number; readonly y: number | null; readonly doubt?: number }[];
  /** Whether twice the standard deviation is drawn to either side. */
  readonly band?: boolean;
}

/** Dashes by which lines are told apart without colour. */
const DASHES: readonly (readonly number[])[] = [[], [9, 4], [5, 3], [2, 3], [9, 3, 2, 3], [1, 4]];

/** The look of the line of an aperture, counted from the widest. */
export const lookOf = (i: number): Look => ({
  colour: i === 0 ? 'accent' : 'ink',
  width: i === 0 ? 2.5 : 1.5,
  dash: DASHES[i % DASHES.length] ?? [],
});
/** Lines to compare with: what theory says or a standard asks for, and what no lens can exceed. */
export const REFERENCE: Look = { colour: 'soft', width: 1.2, dash: [1, 3] };
export const LIMIT: Look = { colour: 'soft', width: 1.2, dash: [8, 3, 1, 3] };
const THIN: Look = { colour: 'accent', width: 0.5, dash: [] };
const UPRIGHT: Look = { colour: 'soft', width: 1, dash: [] };
const STROKES = { accent: 'var(--accent)', ink: 'var(--ink)', soft: 'var(--ink-soft)' } as const;

/** The axis of image heights ends at a multiple of this, mm. */
const EVERY_MM = 5;

interface HeightChartProps {
  readonly lines: readonly HeightLine[];
  readonly label: string;
  readonly valueAxis: string;
  /** Whether more is drawn lower. */
  readonly downward?: boolean;
  /** Whether values go to either side of nothing. */
  readonly signed?: boolean;
  /** Whether it is one of several small charts. */
  readonly small?: boolean;
  /** From the axis to the corner of the centred frame, mm. */
  readonly cornerMm: number;
  readonly note: string;
  /** What stands above a small one. */
  readonly title?: string;
}

/** Values by image height, with a legend above and the corner of the frame marked. */
export function HeightChart({
  lines,
  label,
  valueAxis,
  downward = false,
  signed = false,
  small = false,
  cornerMm,
  note,
  title,
}: HeightChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const { ink, soft, hairline, accent, font } = chartLook();
    const colours = { accent, ink, soft };
    const lastMm = Math.max(cornerMm, ...lines.flatMap(({ points }) => points.map(({ x }) => x)));
    const [least, most] = extent(lines, signed);
    const minus = (value: number | string): string => String(Number(Number(value).toPrecision(6))).replace('-', '−');
    const set = (
      text: string,
      data: readonly { readonly x: number; readonly y: number | null }[],
      { colour, width, dash }: Look,
      hit: number,
    ) => ({
      label: text,
      data: data.map(({ x, y }) => ({ x, y })),
      borderColor: colours[colour],
      borderWidth: width,
      borderDash: [...dash],
      pointRadius: 0,
      pointHitRadius: hit,
    });
    const axis = (text: string) => ({
      type: 'linear' as const,
      title: { display: true, text, color: soft, font },
      grid: { color: hairline },
      border: { color: ink },
      ticks: { color: ink, font, callback: minus },
    });
    const chart = new Chart(element, {
      type: 'line',
      data: {
        datasets: [
          ...lines.map(({ label: text, points, look }) => set(text, points, look, 10)),
          // Where what is known ends: twice the standard deviation to either side.
          ...lines
            .filter(({ band }) => band)
            .flatMap(({ points }) =>
              [-2, 2].map((by) =>
                set(
                  '',
                  points.map(({ x, y, doubt = 0 }) => ({ x, y: y === null ? null : y + by * doubt })),
                  THIN,
                  0,
                ),
              ),
            ),
          set(
            '',
            [
              { x: cornerMm, y: least },
              { x: cornerMm, y: most },
            ],
            UPRIGHT,
            0,
          ),
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
          y: { ...axis(valueAxis), reverse: downward, ...(signed ? { suggestedMin: least, suggestedMax: most } : { min: 0 }) },
        },
        plugins: {
          legend: { display: false },
          tooltip: { titleFont: font, bodyFont: font },
        },
      },
    });
    return () => chart.destroy();
  }, [lines, valueAxis, downward, signed, cornerMm, theme]);
  return (
    <figure className="grid grid-cols-[minmax(0,1fr)] content-start gap-1">
      {title !== undefined && <h4 className="text-sm font-medium">{title}</h4>}
      <figcaption className="flex flex-wrap gap-x-5 gap-y-1 text-xs">
        {lines.map((line) => (
          <Sample key={line.label} words={line.label} look={line.look} />
        ))}
      </figcaption>
      <div className={small ? 'h-48' : 'h-72'}>
        <canvas ref={canvas} role="img" aria-label={label} />
      </div>
      <p className="text-xs text-ink-soft">{note}</p>
    </figure>
  );
}

/** The least and the greatest value that is drawn; as far to one side of nothing as to the other where they go to both. */
function extent(lines: readonly HeightLine[], signed: boolean): readonly [least: number, most: number] {
  const values = lines.flatMap(({ points }) => points.flatMap(({ y, doubt = 0 }) => (y === null ? [] : [y, Math.abs(y) + 2 * doubt])));
  if (!signed) return [0, Math.max(...values)];
  const far = Math.max(...values.map(Math.abs));
  return [-far, far];
}

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
