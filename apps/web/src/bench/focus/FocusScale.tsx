import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { Slider } from 'radix-ui';
import { memo, useState } from 'react';
import { railReach } from '@gangway/core/rig/reach';
import { focusAtRail, railForFocus, type RailSettings } from '@gangway/core/geometry/standards';
import { fixed, metresWords } from '@gangway/core/words';
import { useThrottled } from '../../ui/useThrottled';
import { useSize } from '../../ui/useSize';
import { useGesture } from '../movements/useGesture';
import { focusEdit } from './focusEdit';
import { railOutMm } from '@gangway/core/planning/railOut';

/** While something else is dragged the rail follows at most so often, ms. */
const FOLLOW_MS = 100;
const STEPS = 2000;
const PAD = 14;
const MARKS_M = [0.05, 0.1, 0.2, 0.3, 0.4, 0.5, 0.7, 1, 1.5, 2, 3, 5, 10, 20, 50];

/** The rail: how far the lens stands out, with the distances along its axis that it is then focused on. */
export function FocusScale({ geometry }: { readonly geometry: Geometry }) {
  const [dragged, setDragged] = useState(false);
  // While something else is dragged the rail follows a little more slowly.
  const read = useThrottled(geometry, FOLLOW_MS);
  return <Rail geometry={dragged ? geometry : read} onDragged={setDragged} />;
}

const Rail = memo(function Rail({ geometry, onDragged }: { readonly geometry: Geometry; readonly onDragged: (dragged: boolean) => void }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const { rig, front, rear, movements } = geometry.settings;
  const { focalMm } = rig.lens;
  const { leastMm, mostMm } = railReach(rig.parts);
  const { turned } = geometry;
  const out = railOutMm(geometry);
  // Where a turned lens is at infinity: a base tilt has carried it forward.
  const infinityMm = turned ? railForFocus(geometry.settings, null) - focalMm : 0;
  const from = Math.min(0, out, infinityMm, turned ? Math.max(-focalMm * 0.05, leastMm ?? 0) : 0);
  const to = Math.max(mostMm ?? focalMm * 0.25, out, focalMm * 0.02);
  const words = focusLabel(geometry);
  return (
    <div className="flex items-center gap-3">
      <span className="w-28 shrink-0 text-right text-sm text-ink-soft tabular-nums">
        {say(focusText.railMm, { out: fixed(out, out < 1 ? 3 : 2) })}
      </span>
      <div ref={ref} className="relative h-9 w-full touch-none">
        {size && (
          <RailMarks
            width={size.width}
            height={size.height}
            from={from}
            to={to}
            rig={rig}
            front={front}
            rear={rear}
            movements={movements}
          />
        )}
        <RailSlider from={from} to={to} out={out} settings={geometry.settings} words={words} onDragged={onDragged} />
      </div>
    </div>
  );
});

function focusLabel(geometry: Geometry): string {
  if (geometry.settings.focusM === null) return focusText.infinity;
  if (geometry.settings.focusM < 0) return focusText.insideItsInfinityPosition;
  return metresWords(geometry.settings.focusM);
}

interface RailProps {
  /** The ends of the rail that is shown, and where the lens is on it, mm beyond infinity. */
  readonly from: number;
  readonly to: number;
}

/** The distances engraved along the rail. */
const RailMarks = memo(function RailMarks({
  width,
  height,
  from,
  to,
  ...settings
}: RailProps & RailSettings & { readonly width: number; readonly height: number }) {
  const { focalMm } = settings.rig.lens;
  const at = (mm: number) => PAD + ((mm - from) / (to - from)) * (width - 2 * PAD);
  const marks = MARKS_M.map((m) => ({ m, mm: m * 1000 > focalMm * 1.02 ? railForFocus(settings, m) - focalMm : Infinity })).filter(
    ({ mm }) => mm <= to,
  );
  const infinityX = at(railForFocus(settings, null) - focalMm);
  // Numbers only where they have room, from infinity on.
  const numbered = [...marks].reverse().reduce<readonly { readonly m: number; readonly x: number }[]>((kept, { m, mm }) => {
    const x = at(mm);
    return x - (kept[kept.length - 1]?.x ?? infinityX) > 26 ? [...kept, { m, x }] : kept;
  }, []);
  return (
    <svg aria-hidden width={width} height={height} className="pointer-events-none absolute inset-0">
      <path d={`M${PAD} 26 H${width - PAD}`} stroke="var(--ink)" strokeWidth="1" />
      <path d={`M${infinityX} 26 V17`} stroke="var(--ink)" strokeWidth="1.3" />
      <text x={infinityX} y={13} textAnchor="middle" fontSize="12" fill="var(--ink)">
        ∞
      </text>
      {marks.map(({ m, mm }) => {
        const x = at(mm);
        const room = numbered.some((each) => each.m === m);
        return (
          <g key={m}>
            <path d={`M${x} 26 V${room ? 17 : 21}`} stroke="var(--ink)" strokeWidth={room ? 1.2 : 0.8} />
            {room && (
              <text x={x} y={13} textAnchor="middle" fontSize="11" fill="var(--ink)">
                {m}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
});

const RailSlider = memo(function RailSlider({
  from,
  to,
  out,
  settings,
  words,
  onDragged,
}: RailProps & {
  readonly settings: RailSettings;
  readonly out: number;
  readonly words: string;
  readonly onDragged: (dragged: boolean) => void;
}) {
  const gesture = useGesture();
  const { focalMm } = settings.rig.lens;
  const end = () => {
    gesture.end();
    onDragged(false);
  };
  return (
    <Slider.Root
      min={0}
      max={STEPS}
      step={1}
      value={[Math.round(((out - from) / (to - from)) * STEPS)]}
      onValueChange={([step]) => {
        if (step === undefined) return;
        const mm = from + (step / STEPS) * (to - from);
        const focusM = focusAtRail(settings, focalMm + (Math.abs(mm) < (to - from) / STEPS ? 0 : mm));
        if (focusM !== undefined) focusEdit.setFocus(focusM === null ? null : Number(focusM.toPrecision(5)), gesture.id());
      }}
      onPointerDown={() => {
        gesture.begin();
        onDragged(true);
      }}
      onPointerUp={end}
      onPointerCancel={end}
      className="absolute inset-x-[13.5px] top-0 h-full"
    >
      <Slider.Track className="absolute inset-0" />
      <Slider.Thumb aria-label={focusText.focusOnTheRail} aria-valuetext={words} className="group absolute block h-9 w-px outline-none">
        <svg aria-hidden width="24" height="36" className="absolute top-0 -left-3 overflow-visible">
          <path d="M12 15 V36" stroke="var(--ink)" strokeWidth="1.5" />
          <path d="M12 24 L5.5 36 H18.5 Z" className="fill-accent stroke-sheet group-focus-visible:stroke-ink" strokeWidth="1.5" />
        </svg>
      </Slider.Thumb>
    </Slider.Root>
  );
});
