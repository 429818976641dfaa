import { unitLabel } from '@gangway/messages/unit';
import { calculatorsText } from '@gangway/messages/web/calculators';
import { NOMINAL_F_NUMBERS } from '@gangway/core/coverage/apertures';
import { calculatorNamed } from '@gangway/core/calculators/registry';
import { edgeSharpness } from '@gangway/core/lensTests/edgeSharpness';

/** A line of a chart: its name and its points, with gaps where there is no answer. */
export interface ChartLine {
  readonly name: string;
  readonly dashed: boolean;
  readonly points: readonly { readonly x: number; readonly y: number | null }[];
}

export interface ChartSpec {
  readonly title: string;
  readonly xName: string;
  readonly yName: string;
  readonly xLog: boolean;
  readonly yLog: boolean;
  readonly lines: readonly ChartLine[];
  /** The present value of what is varied. */
  readonly at: number;
}

interface Varied {
  readonly field: string;
  readonly values: readonly number[];
  readonly spec: Omit<ChartSpec, 'lines' | 'at'>;
  readonly lines: readonly { readonly key: string; readonly name: string; readonly scale?: number }[];
}

const APERTURES = NOMINAL_F_NUMBERS.third.filter((n) => n >= 2 && n <= 64);
const TILTS = [...Array(48).keys()].map((i) => (i + 1) * 0.25);

// What is varied in which calculator, and which answers are drawn.
const VARIED: Readonly<Record<string, Varied>> = {
  depthOfField: {
    field: 'fNumber',
    values: APERTURES,
    spec: { title: calculatorsText.nearAndFarEndAgainst, xName: calculatorsText.fNumber, yName: 'm', xLog: true, yLog: true },
    lines: [
      { key: 'nearM', name: calculatorsText.nearEnd },
      { key: 'farM', name: calculatorsText.farEnd },
    ],
  },
  diffraction: {
    field: 'fNumber',
    values: APERTURES,
    spec: {
      title: calculatorsText.contrastAtThePixelsFinest,
      xName: calculatorsText.fNumber,
      yName: unitLabel('share'),
      xLog: true,
      yLog: false,
    },
    lines: [{ key: 'mtfAtNyquist', name: calculatorsText.contrast }],
  },
  focusPlane: {
    field: 'tiltDeg',
    values: TILTS,
    spec: { title: calculatorsText.hingeDistanceAgainstTilt, xName: calculatorsText.tilt, yName: 'm', xLog: false, yLog: true },
    lines: [{ key: 'hingeMm', name: calculatorsText.hingeDistance, scale: 0.001 }],
  },
};

/** The chart of a calculator at an input, computed by the calculator itself; `null` when it has none or the input is refused everywhere. */
export function chartOf(name: string, input: Readonly<Record<string, unknown>>): ChartSpec | null {
  if (name === 'edgeSharpness') return contrastChart(input.rows);
  const varied = VARIED[name];
  const calc = calculatorNamed(name);
  const at = varied ? input[varied.field] : null;
  if (!varied || !calc || typeof at !== 'number') return null;
  const answers = varied.values.map((x) => ({ x, answer: calc.calculate({ ...input, [varied.field]: x }) }));
  if (answers.every(({ answer }) => !answer.ok)) return null;
  const lines = varied.lines.map(({ key, name: words, scale = 1 }, i) => ({
    name: words,
    dashed: i > 0,
    points: answers.map(({ x, answer }) => {
      const y = answer.ok ? answer.out[key] : null;
      return { x, y: typeof y === 'number' ? y * scale : null };
    }),
  }));
  return { ...varied.spec, lines, at };
}

/** Frequencies of the contrast curve, up to the sensor’s limit, cycles per pixel. */
const FREQUENCIES = [...Array(51).keys()].map((i) => i / 100);

const areRows = (value: unknown): value is readonly (readonly number[])[] =>
  Array.isArray(value) &&
  value.every((row) => Array.isArray(row) && row.every((each) => typeof each === 'number' && Number.isFinite(each)));

/** The contrast curve of an edge; `null` where the edge cannot be measured. */
function contrastChart(rows: unknown): ChartSpec | null {
  if (!areRows(rows) || !calculatorNamed('edgeSharpness')?.calculate({ rows }).ok) return null;
  const { mtf50CyPx, mtfAt } = edgeSharpness(rows);
  return {
    title: calculatorsText.contrastAgainstFineness,
    xName: unitLabel('cycles/px'),
    yName: unitLabel('share'),
    xLog: false,
    yLog: false,
    lines: [{ name: calculatorsText.contrast, dashed: false, points: FREQUENCIES.map((x) => ({ x, y: mtfAt(x) })) }],
    at: mtf50CyPx,
  };
}
