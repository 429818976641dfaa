import { fixedNumber } from '@gangway/messages/number';
import { calculatorsText } from '@gangway/messages/web/calculators';
import { say } from '@gangway/messages/say';
import { Chart, LinearScale, LineController, LineElement, LogarithmicScale, PointElement, Tooltip, type Scale } from 'chart.js';
import { useEffect, useRef } from 'react';
import { NOMINAL_F_NUMBERS } from '@gangway/core/coverage/apertures';
import { useTheme } from '../store/theme';
import { chartLook } from '../ui/chartLook';
import type { ChartSpec } from './charts';

Chart.register(LinearScale, LogarithmicScale, LineController, LineElement, PointElement, Tooltip);

/** A chart of one or two lines in the colours of the theme, with the present value marked. */
export function LineChart({ spec }: { readonly spec: ChartSpec }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const theme = useTheme();

  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const { ink, soft, hairline, accent, font } = chartLook();
    const axis = (name: string, log: boolean) => ({
      type: log ? ('logarithmic' as const) : ('linear' as const),
      title: { display: true, text: name, color: soft, font },
      grid: { color: hairline },
      border: { color: ink },
      ticks: {
        color: ink,
        font,
        autoSkip: true,
        // On a logarithmic axis only ones, twos and fives are numbered, so that numbers stay apart.
        callback: (value: string | number) => (!log || /^[125]e/u.test(Number(value).toExponential()) ? String(Number(value)) : null),
      },
      ...(name === 'f-number' && {
        afterBuildTicks: (scale: Scale) => {
          scale.ticks = NOMINAL_F_NUMBERS.full.filter((n) => n >= scale.min && n <= scale.max).map((value) => ({ value }));
        },
        ticks: { color: ink, font, callback: (value: string | number) => String(value) },
      }),
    });
    const ys = spec.lines.flatMap(({ points }) => points.map(({ y }) => y)).filter((y) => y !== null);
    const chart = new Chart(element, {
      type: 'line',
      data: {
        datasets: [
          ...spec.lines.map(({ name, dashed, points }) => ({
            label: name,
            data: points.map(({ x, y }) => ({ x, y })),
            borderColor: dashed ? ink : accent,
            borderWidth: 2,
            borderDash: dashed ? [6, 4] : [],
            pointRadius: 0,
            pointHitRadius: 12,
          })),
          {
            label: calculatorsText.now,
            data: [
              { x: spec.at, y: Math.min(...ys) },
              { x: spec.at, y: Math.max(...ys) },
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
        scales: { x: axis(spec.xName, spec.xLog), y: axis(spec.yName, spec.yLog) },
        plugins: { tooltip: { titleFont: font, bodyFont: font } },
      },
    });
    return () => chart.destroy();
  }, [spec, theme]);

  return (
    <figure>
      <figcaption className="mb-1 text-sm text-ink-soft">
        {say(calculatorsText.theUprightLineIsThe, {
          title: spec.title,
          lines: spec.lines.map(({ name, dashed }) => say(calculatorsText.dashed, { name, dashed: dashed ? 'yes' : 'no' })).join(', '),
        })}
      </figcaption>
      <div className="h-60">
        <canvas ref={canvas} role="img" aria-label={chartWords(spec)} />
      </div>
    </figure>
  );
}

/** The chart in words: each line at its ends and at the present value. */
function chartWords(spec: ChartSpec): string {
  const said = spec.lines.map(({ name, points }) => {
    const some = [points[0], points[Math.floor(points.length / 2)], points[points.length - 1]].filter((point) => point !== undefined);
    return `${name}: ${some.map(({ x, y }) => say(calculatorsText.at, { y: y === null ? calculatorsText.withoutEnd : `${fixedNumber(Number(y.toPrecision(3)), 12, 0)} ${spec.yName}`, x })).join(', ')}`;
  });
  return `${spec.title}. ${said.join('. ')}.`;
}
