import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';
import { Pages } from '../card/cardPages';
import type { Drawing } from '../card/drawing';
import { diagonalMm } from '../coverage/frame';
import type { FrameSize } from '../model/frame';
import { apertureWords, fixed, mmWords } from '../words';
import { chartConclusion, chartFacts, sharpnessProblem } from './chartConclusions';
import { distortionAt } from './chartDistortion';
import type { ChartResult } from './chartResult';
import { sharpnessAt } from './chartSharpness';
import { lawStops, lightConclusion, lightFacts } from './conclusions';
import { sagAt } from './focusField';
import { colourShiftAt } from './lateralColour';
import type { LightResult } from './light';
import { markedCircle, type MarkedPlace } from './marks';
import { lightProblem } from './problems';
import { reportChart, type ReportChart, type ReportLine } from './reportChart';
import { sharpCircle } from './sharpCircle';
import { textureShareAt, type TextureResult } from './texture';
import { textureConclusion, textureFacts, textureProblem } from './textureConclusions';
import type { TestResult } from './testResult';

/** What a report says of a test beside its results. */
export interface ReportAbout {
  readonly name: string;
  /** Name of the lens, `null` where it is not known; and of the rig. */
  readonly lens: string | null;
  readonly rig: string;
  /** The day of the test, in words. */
  readonly day: string;
  /** Whether it is of another copy of the lens. */
  readonly isOtherCopy: boolean;
  readonly frame: FrameSize;
  readonly focalMm: number | null;
  readonly nominalCircleMm: number | null;
  /** The standard of sharpness, cycles per mm. */
  readonly wantedCyMm: number;
  readonly frames: number;
  readonly marks: readonly MarkedPlace[];
}

/** What is printed of a result. */
interface Reported {
  readonly conclusions: readonly string[];
  readonly doubts: readonly string[];
  readonly charts: readonly ReportChart[];
  readonly heads: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

const PAGE = { widthMm: 210, heightMm: 297 } as const;
const CHART_MM = 62;
const MARGIN_MM = 9;
const STEPS = 24;

/**
 * A test of a lens as pages to print: what it found, charts and a table.
 *
 * @param about name, lens, rig and day
 * @param result what was measured
 *
 * @example
 * testReport({ name: 'Wall', lens: null, rig: 'Body', day: '1 May 2026', isOtherCopy: false, frame: { widthMm: 36, heightMm: 24 }, focalMm: null, nominalCircleMm: null, wantedCyMm: 24, frames: 0, marks: [] }, { kind: 'texture', texture: { apertures: [], focus: null, problems: [] } }).length // => 1
 */
export function testReport(about: ReportAbout, result: TestResult): readonly Drawing[] {
  const { conclusions, doubts, charts, heads, rows } = reportedOf(about, result);
  const pages = new Pages(PAGE.widthMm, PAGE.heightMm, say(lensTestsText.reportHead, { name: about.name, day: about.day }));
  pages.y += 2;
  pages.text(about.name, { size: 5, bold: true });
  pages.text(
    say(lensTestsText.reportAbout, {
      lens: about.lens ?? 'none',
      named: about.lens === null ? 'no' : 'yes',
      rig: about.rig,
      day: about.day,
      width: fixed(about.frame.widthMm, 1),
      height: fixed(about.frame.heightMm, 1),
      n: about.frames,
    }),
  );
  if (about.isOtherCopy) pages.text(lensTestsText.reportOtherCopy);
  if (conclusions.length > 0) pages.heading(lensTestsText.reportConclusions);
  for (const sentence of conclusions) pages.text(sentence);
  if (doubts.length > 0) pages.heading(lensTestsText.reportDoubts);
  for (const sentence of doubts) pages.text(sentence);
  for (const chart of charts) {
    pages.room(CHART_MM + 4);
    pages.put(...reportChart(chart, { x: MARGIN_MM, y: pages.y + 2, w: PAGE.widthMm - 2 * MARGIN_MM, h: CHART_MM }));
    pages.y += CHART_MM + 4;
  }
  if (rows.length > 0) table(pages, heads, rows);
  return pages.drawings(about.name);
}

/** A table in columns of one width. */
function table(pages: Pages, heads: readonly string[], rows: readonly (readonly string[])[]): void {
  const column = (PAGE.widthMm - 2 * MARGIN_MM) / heads.length;
  const line = (cells: readonly string[], bold: boolean): void => {
    pages.room(5);
    pages.put(
      ...cells.map((text, i) => ({
        kind: 'text' as const,
        x: MARGIN_MM + i * column,
        y: pages.y,
        sizeMm: 2.5,
        anchor: 'start' as const,
        bold,
        text,
      })),
    );
    pages.y += 4.4;
  };
  pages.heading(lensTestsText.reportTable);
  line(heads, true);
  for (const row of rows) line(row, false);
}

function reportedOf(about: ReportAbout, result: TestResult): Reported {
  switch (result.kind) {
    case 'wall':
      return ofLight(about, result.light);
    case 'chart':
      return ofChart(about, result.sharp);
    case 'texture':
      return ofTexture(about, result.texture);
  }
}

function ofLight({ frame, focalMm, nominalCircleMm }: ReportAbout, light: LightResult): Reported {
  const lastMm = Math.max(0, ...light.apertures.map(({ heightsMm }) => heightsMm.at(-1) ?? 0));
  const law: readonly ReportLine[] =
    focalMm === null ? [] : [{ label: lensTestsText.reportLaw, dashed: true, points: evenly(lastMm, (mm) => lawStops(mm, focalMm)) }];
  return {
    conclusions: lightFacts(light, { frame, focalMm, nominalCircleMm }).map(lightConclusion),
    doubts: light.problems.filter(({ kind }) => kind !== 'edgeNotReached').map(lightProblem),
    charts: [
      {
        title: lensTestsText.reportFalloff,
        xTitle: lensTestsText.reportHeight,
        yTitle: lensTestsText.reportStops,
        downward: true,
        lines: [
          ...light.apertures.map(({ fNumber, heightsMm, lost }) => ({
            label: apertureWords(fNumber),
            points: heightsMm.map((x, i) => ({ x, y: lost[i] ?? null })),
          })),
          ...law,
        ],
      },
    ],
    heads: [lensTestsText.reportAperture, lensTestsText.reportCircle, lensTestsText.reportLastLoss],
    rows: light.apertures.map(({ fNumber, edge, heightsMm, lost, doubt }) => [
      apertureWords(fNumber),
      edge
        ? say(lensTestsText.mmPlusMinus, { mm: fixed(2 * edge.radiusMm, 1), doubt: fixed(Math.max(0.1, 2 * edge.doubtMm), 1) })
        : lensTestsText.reportUnknown,
      say(lensTestsText.stopsAt, {
        stops: fixed(lost.at(-1) ?? 0, 2),
        doubt: fixed(Math.max(0.01, doubt.at(-1) ?? 0), 2),
        mm: mmWords(heightsMm.at(-1) ?? 0),
      }),
    ]),
  };
}

function ofChart({ frame, wantedCyMm, marks }: ReportAbout, sharp: ChartResult): Reported {
  const { apertures, problems } = sharp.sharpness;
  const { distortion, lateralColour } = sharp;
  const [field] = sharp.fields;
  const height = lensTestsText.reportHeight;
  const corner = diagonalMm(frame) / 2;
  const circles = apertures.flatMap(({ fNumber }) => markedCircle(fNumber, marks) ?? []);
  const charts: readonly (ReportChart | null)[] = [
    apertures.length === 0
      ? null
      : {
          title: lensTestsText.reportSharpness,
          xTitle: height,
          yTitle: lensTestsText.reportLp,
          lines: [
            ...apertures.map((at) => ({
              label: apertureWords(at.fNumber),
              points: at.heightsMm.map((x) => ({ x, y: sharpnessAt(at, 'softer', x)?.cyMm ?? null })),
            })),
            {
              label: lensTestsText.reportStandard,
              dashed: true,
              points: [0, Math.max(corner, ...apertures.map(({ heightsMm }) => heightsMm.at(-1) ?? 0))].map((x) => ({ x, y: wantedCyMm })),
            },
          ],
        },
    lateralColour && {
      title: lensTestsText.reportLateral,
      xTitle: height,
      yTitle: lensTestsText.reportMicrons,
      lines: (['red', 'blue'] as const).map((colour) => ({
        label: lensTestsText[colour],
        points: evenly(lateralColour.lastMm, (mm) => 1000 * colourShiftAt(lateralColour[colour], mm)),
      })),
    },
    distortion && {
      title: lensTestsText.reportDistortion,
      xTitle: height,
      yTitle: lensTestsText.reportPercent,
      lines: [{ label: lensTestsText.measured, points: evenly(distortion.lastMm, (mm) => 100 * distortionAt(distortion, mm)) }],
    },
    field
      ? {
          title: say(lensTestsText.reportCurvature, { aperture: apertureWords(field.fNumber) }),
          xTitle: height,
          yTitle: lensTestsText.reportCloser,
          lines: (['tangentialSag', 'sagittalSag'] as const).map((way) => ({
            label: lensTestsText[way],
            points: evenly(field.heightMm, (mm) => sagAt(field, way, mm)),
          })),
        }
      : null,
  ];
  return {
    conclusions: [...chartFacts(sharp, frame, wantedCyMm), ...circles.map((circle) => ({ kind: 'marked' as const, circle }))].map((fact) =>
      chartConclusion(fact, wantedCyMm),
    ),
    doubts: problems.map(sharpnessProblem),
    charts: charts.filter((chart) => chart !== null),
    heads: [
      lensTestsText.reportAperture,
      lensTestsText.reportAxis,
      lensTestsText.reportBorder,
      lensTestsText.reportCorner,
      lensTestsText.reportSharpCircle,
    ],
    rows: apertures.map((at) => {
      const circle = sharpCircle(at, wantedCyMm);
      return [
        apertureWords(at.fNumber),
        ...[0, Math.max(frame.widthMm, frame.heightMm) / 2, corner].map((mm) => {
          const found = sharpnessAt(at, 'softer', mm);
          return found
            ? say(lensTestsText.lpPlusMinus, { lp: fixed(found.cyMm, 0), doubt: fixed(Math.max(1, found.doubtCyMm), 0) })
            : lensTestsText.reportUnknown;
        }),
        'radiusMm' in circle
          ? say(circle.kind === 'atLeast' ? lensTestsText.atLeastMm : lensTestsText.onlyMm, { mm: mmWords(2 * circle.radiusMm) })
          : lensTestsText[circle.kind === 'never' ? 'reportNone' : 'reportUnknown'],
      ];
    }),
  };
}

function ofTexture({ frame, wantedCyMm, marks }: ReportAbout, texture: TextureResult): Reported {
  const { apertures, problems } = texture;
  const share = (at: (typeof apertures)[number], mm: number): string => {
    const found = textureShareAt(at, mm);
    return found ? say(lensTestsText.percentOnly, { percent: fixed(100 * found.share, 0) }) : lensTestsText.reportUnknown;
  };
  return {
    conclusions: [
      ...textureFacts(texture, frame).map(textureConclusion),
      ...apertures.flatMap(({ fNumber }) => {
        const circle = markedCircle(fNumber, marks);
        return circle ? chartConclusion({ kind: 'marked', circle }, wantedCyMm) : [];
      }),
    ],
    doubts: problems.map(textureProblem),
    charts:
      apertures.length === 0
        ? []
        : [
            {
              title: lensTestsText.reportTexture,
              xTitle: lensTestsText.reportHeight,
              yTitle: lensTestsText.reportOfBest,
              lines: apertures.map((at) => ({
                label: apertureWords(at.fNumber),
                points: at.heightsMm.map((x) => {
                  const found = textureShareAt(at, x);
                  return { x, y: found && 100 * found.share };
                }),
              })),
            },
          ],
    heads: [lensTestsText.reportAperture, lensTestsText.reportAxis, lensTestsText.reportBorder, lensTestsText.reportCorner],
    rows: apertures.map((at) => [
      apertureWords(at.fNumber),
      share(at, 0),
      share(at, Math.max(frame.widthMm, frame.heightMm) / 2),
      share(at, diagonalMm(frame) / 2),
    ]),
  };
}

/** Points of a curve from the axis to an image height. */
const evenly = (lastMm: number, at: (mm: number) => number) =>
  Array.from({ length: STEPS + 1 }, (_, i) => (lastMm * i) / STEPS).map((x) => ({ x, y: at(x) }));
