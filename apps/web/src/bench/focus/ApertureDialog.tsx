import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { Chart, LineController, LineElement, LinearScale, LogarithmicScale, PointElement, type Scale } from 'chart.js';
import { useEffect, useRef, type PointerEvent } from 'react';
import { NOMINAL_F_NUMBERS, stopsOf } from '@gangway/core/coverage/apertures';
import { effectiveFNumber } from '@gangway/core/focus/diffraction';
import { choiceSentences, pupilRatio, type ApertureChoice, type BlurAt } from '@gangway/core/planning/apertureChoice';
import { apertureWords, fixed, stopsWords } from '@gangway/core/words';
import { useTheme } from '../../store/theme';
import { chartLook } from '../../ui/chartLook';
import { Dialog } from '../../ui/Dialog';
import { useSought } from '../checks/solverClient';
import { useGesture } from '../movements/useGesture';
import { movementEdit } from '../movements/movementEdit';

/** Where the scale of blur is numbered: at 1, 2 and 5 of each, px or µm. */
const DECADES = [0.01, 0.1, 1, 10, 100, 1000, 10_000];

Chart.register(LinearScale, LogarithmicScale, LineController, LineElement, PointElement);

/** Blur of the worst pin against the aperture, and the aperture chosen on it. */
export function ApertureDialog({ geometry, onClose }: { readonly geometry: Geometry; readonly onClose: () => void }) {
  const sought = useSought('aperture', geometry.settings);
  return (
    <Dialog open wide onClose={onClose} title={focusText.blurByAperture} help={focusText.ofTheWorstPinThat}>
      {!sought ? <p role="status">{focusText.looking}</p> : <Choice geometry={geometry} choice={sought.answer.choice} />}
    </Dialog>
  );
}

function Choice({ geometry, choice }: { readonly geometry: Geometry; readonly choice: ApertureChoice }) {
  const px = geometry.pixelMm;
  const unit = px === null ? 'µm' : 'px';
  const inUnit = (mm: number): number => (px === null ? mm * 1000 : mm / px);
  const m = Math.max(0, geometry.magnification);
  const working = effectiveFNumber(geometry.settings.fNumber, m, pupilRatio(geometry.settings));
  return (
    <>
      <BlurChart geometry={geometry} choice={choice} inUnit={inUnit} unit={unit} />
      <p className="mt-2 font-medium" data-testid="choice-words">
        {choiceSentences(choice)}
      </p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-sm tabular-nums">
        <dt className="text-ink-soft">{focusText.sharpEnough}</dt>
        <dd>
          {fixed(inUnit(choice.allowedMm), 2)} {unit}
        </dd>
        <dt className="text-ink-soft">{focusText.theFrameIsInThe}</dt>
        <dd>
          {choice.circleFrom === null ? focusText.atNoApertureOrNo : say(focusText.from, { circleFrom: apertureWords(choice.circleFrom) })}
        </dd>
        <dt className="text-ink-soft">{focusText.diffractionWiderThanTheStandard}</dt>
        <dd>
          {choice.softFrom === null ? focusText.nowhereOnThisLens : say(focusText.from2, { softFrom: apertureWords(choice.softFrom) })}
        </dd>
        <dt className="text-ink-soft">{say(focusText.workingApertureAt, { fNumber: apertureWords(geometry.settings.fNumber) })}</dt>
        <dd>
          f/{fixed(working, 1)},{' '}
          {m < 0.005
            ? focusText.noCloseUpLoss
            : say(focusText.lessLightCloseUp, { working: stopsWords(2 * Math.log2(working / geometry.settings.fNumber)) })}
        </dd>
      </dl>
    </>
  );
}

interface BlurChartProps {
  readonly geometry: Geometry;
  readonly choice: ApertureChoice;
  readonly inUnit: (mm: number) => number;
  readonly unit: string;
}

interface UprightInput {
  readonly label: string;
  readonly x: number | null;
  readonly borderColor: string;
  readonly borderDash: number[];
  readonly borderWidth: number;
}

function BlurChart({ geometry, choice, inUnit, unit }: BlurChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const chart = useRef<Chart | null>(null);
  const dragging = useRef(false);
  const gesture = useGesture();
  const theme = useTheme();
  const { fNumber } = geometry.settings;
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const { ink, soft, hairline, accent, font } = chartLook();
    const line = (label: string, of: (each: BlurAt) => number | null, borderColor: string, borderDash: number[]) => ({
      label,
      data: choice.curve.map((each) => ({ x: each.fNumber, y: of(each) === null ? Number.NaN : inUnit(of(each) ?? 0) })),
      borderColor,
      borderWidth: 2,
      borderDash,
      pointRadius: 0,
    });
    // By the logarithm, so that a pin far out of focus and the blur that is allowed are both on the sheet.
    const shown = choice.curve
      .flatMap(({ defocusMm, diffractionMm, togetherMm }) => [defocusMm, diffractionMm, togetherMm])
      .filter((mm) => mm !== null && mm > choice.allowedMm / 20)
      .map((mm) => inUnit(mm ?? 0));
    const most = Math.max(inUnit(choice.allowedMm) * 3, ...shown) * 1.15;
    const bottom = Math.min(inUnit(choice.allowedMm) / 2, ...shown) / 1.15;
    const least = choice.curve[0]?.fNumber ?? 1;
    const last = choice.curve[choice.curve.length - 1]?.fNumber ?? 64;
    const upright = ({ label, x, borderColor, borderDash, borderWidth }: UprightInput) =>
      x === null
        ? []
        : [
            {
              label,
              data: [
                { x, y: bottom },
                { x, y: most },
              ],
              borderColor,
              borderDash,
              borderWidth,
              pointRadius: 0,
            },
          ];
    const made = new Chart(element, {
      type: 'line',
      data: {
        datasets: [
          line(focusText.bothTogether, ({ togetherMm }) => togetherMm, accent, []),
          line('defocus', ({ defocusMm }) => defocusMm, ink, [7, 4]),
          line('diffraction', ({ diffractionMm }) => diffractionMm, ink, [2, 3]),
          {
            label: focusText.sharpEnough2,
            data: [
              { x: least, y: inUnit(choice.allowedMm) },
              { x: last, y: inUnit(choice.allowedMm) },
            ],
            borderColor: soft,
            borderWidth: 1,
            pointRadius: 0,
          },
          ...upright({ label: focusText.circle, x: choice.circleFrom, borderColor: soft, borderDash: [2, 4], borderWidth: 1.5 }),
          ...upright({ label: focusText.chosen, x: fNumber, borderColor: accent, borderDash: [], borderWidth: 3 }),
        ],
      },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        parsing: false,
        normalized: true,
        events: [],
        scales: {
          x: {
            type: 'logarithmic',
            min: least,
            max: last,
            title: { display: true, text: 'f-number', color: soft, font },
            grid: { color: hairline },
            border: { color: ink },
            ticks: { color: ink, font, callback: (value) => String(value) },
            afterBuildTicks: (scale: Scale) => {
              scale.ticks = NOMINAL_F_NUMBERS.full.filter((n) => n >= scale.min && n <= scale.max).map((value) => ({ value }));
            },
          },
          y: {
            type: 'logarithmic',
            min: bottom,
            max: most,
            title: { display: true, text: say(focusText.blur, { unit }), color: soft, font },
            grid: { color: hairline },
            border: { color: ink },
            ticks: { color: ink, font, callback: (value) => String(value) },
            afterBuildTicks: (scale: Scale) => {
              scale.ticks = DECADES.flatMap((decade) => [1, 2, 5].map((k) => ({ value: Number((k * decade).toPrecision(2)) }))).filter(
                ({ value }) => value >= scale.min && value <= scale.max,
              );
            },
          },
        },
      },
    });
    chart.current = made;
    return () => {
      chart.current = null;
      made.destroy();
    };
    // inUnit follows from the settings that made the choice.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [choice, fNumber, theme, unit]);

  const choose = (event: PointerEvent<HTMLCanvasElement>) => {
    const scale = chart.current?.scales.x;
    if (!scale) return;
    const value = scale.getValueForPixel(event.clientX - event.currentTarget.getBoundingClientRect().left);
    if (value === undefined || !(value > 0)) return;
    const nearest = choice.ring.reduce((best, each) =>
      Math.abs(stopsOf(each.fNumber) - stopsOf(value)) < Math.abs(stopsOf(best.fNumber) - stopsOf(value)) ? each : best,
    );
    movementEdit.setAperture(nearest.fNumber, gesture.id());
  };
  const step = (by: 1 | -1) => {
    const index = choice.ring.findIndex(({ fNumber: n }) => n >= fNumber * (1 - 1e-9));
    const next = choice.ring[index + by];
    if (next) movementEdit.setAperture(next.fNumber, gesture.id());
  };
  const at = choice.ring.reduce((best, each) => (Math.abs(each.fNumber - fNumber) < Math.abs(best.fNumber - fNumber) ? each : best));
  return (
    <figure>
      <figcaption className="mb-1 text-sm text-ink-soft">{focusText.bothTogetherSolidDefocusOf}</figcaption>
      <div className="h-64">
        <canvas
          ref={canvas}
          role="slider"
          tabIndex={0}
          aria-label={focusText.apertureOnTheChart}
          aria-valuemin={choice.ring[0]?.fNumber}
          aria-valuemax={choice.ring[choice.ring.length - 1]?.fNumber}
          aria-valuenow={fNumber}
          aria-valuetext={say(focusText.ofDiffraction, {
            fNumber: apertureWords(fNumber),
            defocusMm:
              at.defocusMm === null ? focusText.noPin : say(focusText.ofDefocus, { defocusMm: fixed(inUnit(at.defocusMm), 1), unit }),
            diffractionMm: fixed(inUnit(at.diffractionMm), 1),
            unit,
          })}
          className="cursor-ew-resize touch-none"
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            dragging.current = true;
            gesture.begin();
            choose(event);
          }}
          onPointerMove={(event) => dragging.current && choose(event)}
          onPointerUp={() => {
            dragging.current = false;
            gesture.end();
          }}
          onKeyDown={(event) => {
            if (event.key === 'ArrowRight' || event.key === 'ArrowUp') step(1);
            if (event.key === 'ArrowLeft' || event.key === 'ArrowDown') step(-1);
          }}
        />
      </div>
    </figure>
  );
}
