import { Slider } from 'radix-ui';
import { memo } from 'react';
import type { Travel } from '@gangway/core/rig/mechanism';
import { fixed } from '@gangway/core/words';
import { useSize, type Size } from '../../ui/useSize';
import { graduation, isMultiple } from './graduation';
import { useGesture } from './useGesture';

interface MovementScaleProps {
  readonly label: string;
  readonly orientation: 'horizontal' | 'vertical';
  readonly valueMm: number;
  /** What is engraved: it stays still while the ends move. */
  readonly ruler: Travel;
  /** The end stops of the mechanism now; `null` when not known. */
  readonly stops: Travel | null;
  /** Where the sharp circle of this aperture ends; `null` when no position holds or no circle is known. */
  readonly optical: Travel | null;
  readonly valueWords: (mm: number) => string;
  readonly onChange: (mm: number, gesture: string) => void;
}

const PAD = 14;
const STEP_MM = 0.1;

/**
 * An engraved ruler for one movement. The solid blocks are the end stops of
 * the mechanism, the brackets the ends of the sharp circle at this aperture,
 * the bar between them where both allow the frame.
 */
export const MovementScale = memo(function MovementScale({
  label,
  orientation,
  valueMm,
  ruler,
  stops,
  optical,
  valueWords,
  onChange,
}: MovementScaleProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const gesture = useGesture();
  const upright = orientation === 'vertical';
  const clamp = (mm: number) => (stops ? Math.min(inward(stops.maxMm), Math.max(inward(stops.minMm), mm)) : mm);

  return (
    <div ref={ref} className={`relative touch-none ${upright ? 'h-full w-17' : 'h-13 w-full'}`}>
      {size && <Engraving size={size} upright={upright} ruler={ruler} stops={stops} optical={optical} />}
      <Slider.Root
        orientation={orientation}
        min={ruler.minMm}
        max={ruler.maxMm}
        step={STEP_MM}
        value={[Math.min(ruler.maxMm, Math.max(ruler.minMm, valueMm))]}
        onValueChange={([mm]) => mm !== undefined && onChange(clamp(tenth(mm)), gesture.id())}
        onPointerDown={gesture.begin}
        onPointerUp={gesture.end}
        onPointerCancel={gesture.end}
        // The thumb is one pixel long so that it is seen as there; half of it at each end keeps it true to the marks.
        className={upright ? 'absolute inset-y-[13.5px] left-0 w-full' : 'absolute inset-x-[13.5px] top-0 h-full'}
      >
        <Slider.Track className="absolute inset-0" />
        <Slider.Thumb
          aria-label={label}
          aria-valuetext={valueWords(valueMm)}
          className={`group absolute block outline-none ${upright ? 'h-px w-17' : 'h-13 w-px'}`}
        >
          <svg
            aria-hidden
            width={upright ? 68 : 24}
            height={upright ? 24 : 52}
            className={`absolute overflow-visible ${upright ? '-top-3 left-0' : 'top-0 -left-3'}`}
          >
            {upright ? (
              <>
                <path d="M30 12 H68" stroke="var(--ink)" strokeWidth="1.5" />
                <path d="M52 12 L67 4.5 V19.5 Z" className="fill-accent stroke-sheet group-focus-visible:stroke-ink" strokeWidth="1.5" />
              </>
            ) : (
              <>
                <path d="M12 14 V52" stroke="var(--ink)" strokeWidth="1.5" />
                <path d="M12 37 L4.5 51 H19.5 Z" className="fill-accent stroke-sheet group-focus-visible:stroke-ink" strokeWidth="1.5" />
              </>
            )}
          </svg>
        </Slider.Thumb>
      </Slider.Root>
    </div>
  );
}, sayTheSame);

/** Whether two sets of values draw the same scale: ends are compared by what they say, so that only a scale that changes is drawn anew. */
function sayTheSame(before: MovementScaleProps, now: MovementScaleProps): boolean {
  return (
    before.label === now.label &&
    before.orientation === now.orientation &&
    before.valueMm === now.valueMm &&
    before.valueWords === now.valueWords &&
    before.onChange === now.onChange &&
    sameEnds(before.ruler, now.ruler) &&
    sameEnds(before.stops, now.stops) &&
    sameEnds(before.optical, now.optical)
  );
}

function sameEnds(a: Travel | null, b: Travel | null): boolean {
  return a === b || (a !== null && b !== null && a.minMm === b.minMm && a.maxMm === b.maxMm);
}

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10 + 0;
}

// The last tenth inside a stop that need not lie on one.
function inward(mm: number): number {
  return Math.trunc(mm * 10 + Math.sign(mm) * 1e-6) / 10 + 0;
}

interface EngravingProps {
  readonly size: Size;
  readonly upright: boolean;
  readonly ruler: Travel;
  readonly stops: Travel | null;
  readonly optical: Travel | null;
}

const REACH = { minor: 5, middle: 9, major: 13 } as const;
// Everything is drawn along x on a line at y = 34 and turned for an upright ruler.
const BASE = 34;

const pixelsPerMmOf = (length: number, { minMm, maxMm }: Travel): number => (length - 2 * PAD) / Math.max(1e-6, maxMm - minMm);

/** The marks and numbers: they stay while the ends move, and are not drawn again. */
const Marks = memo(function Marks({
  length,
  upright,
  minMm,
  maxMm,
}: {
  readonly length: number;
  readonly upright: boolean;
  readonly minMm: number;
  readonly maxMm: number;
}) {
  const pixelsPerMm = pixelsPerMmOf(length, { minMm, maxMm });
  const { minor, middle, major } = graduation(pixelsPerMm);
  const at = (mm: number) => (upright ? length - PAD - (mm - minMm) * pixelsPerMm : PAD + (mm - minMm) * pixelsPerMm);
  const point = (along: number, across: number) => (upright ? `${across} ${along}` : `${along} ${across}`);
  const marks: { mm: number; kind: keyof typeof REACH }[] = [];
  for (let k = Math.ceil(minMm / minor - 1e-9); k * minor <= maxMm + 1e-9; k++) {
    const mm = Math.round(k * minor * 100) / 100;
    marks.push({ mm, kind: markKind(mm, major, middle) });
  }
  const lines = (heavy: boolean) =>
    marks
      .filter(({ kind }) => (kind === 'major') === heavy)
      .map(({ mm, kind }) => `M${point(at(mm), BASE)}L${point(at(mm), BASE - REACH[kind])}`)
      .join('');
  return (
    <g>
      <path d={`M${point(PAD, BASE)} L${point(length - PAD, BASE)}`} stroke="var(--hairline)" strokeWidth="1" fill="none" />
      <path d={lines(false)} stroke="var(--ink)" strokeWidth="0.8" />
      <path d={lines(true)} stroke="var(--ink)" strokeWidth="1.3" />
      {marks
        .filter(({ kind }) => kind === 'major')
        .map(({ mm }) => (
          <text
            key={mm}
            x={upright ? BASE - 17 : at(mm)}
            y={upright ? at(mm) + 4 : BASE - 18}
            textAnchor={upright ? 'end' : 'middle'}
            fontSize="11.5"
            fill="var(--ink)"
          >
            {fixed(Math.abs(mm), 0)}
          </text>
        ))}
    </g>
  );
});

function markKind(mm: number, major: number, middle: number): 'minor' | 'major' | 'middle' {
  if (isMultiple(mm, major)) return 'major';
  if (isMultiple(mm, middle)) return 'middle';
  return 'minor';
}

const Engraving = memo(
  function Engraving({ size, upright, ruler, stops, optical }: EngravingProps) {
    const length = upright ? size.height : size.width;
    const pixelsPerMm = pixelsPerMmOf(length, ruler);
    const at = (mm: number) => (upright ? length - PAD - (mm - ruler.minMm) * pixelsPerMm : PAD + (mm - ruler.minMm) * pixelsPerMm);
    const held = stops && optical ? { minMm: Math.max(stops.minMm, optical.minMm), maxMm: Math.min(stops.maxMm, optical.maxMm) } : optical;
    const point = (along: number, across: number) => (upright ? `${across} ${along}` : `${along} ${across}`);
    /** What lies beyond a stop is faded: a veil from the stop to the end of the ruler. */
    const veil = (from: number, to: number) => {
      const [a, b] = [Math.min(at(from), at(to)), Math.max(at(from), at(to))];
      if (b - a < 0.5) return '';
      return upright ? `M0 ${a}H${BASE + 3}V${b}H0Z` : `M${a} 0V${BASE + 3}H${b}V0Z`;
    };
    const pad = PAD / pixelsPerMm;

    return (
      <svg aria-hidden width={size.width} height={size.height} className="pointer-events-none absolute inset-0">
        <Marks length={length} upright={upright} minMm={ruler.minMm} maxMm={ruler.maxMm} />
        {stops && (
          <>
            <path
              d={
                (stops.minMm > ruler.minMm + 1e-6 ? veil(ruler.minMm - pad, stops.minMm) : '') +
                (stops.maxMm < ruler.maxMm - 1e-6 ? veil(stops.maxMm, ruler.maxMm + pad) : '')
              }
              fill="var(--ground)"
              fillOpacity="0.65"
            />
            <path d={`M${point(at(stops.minMm), BASE)} L${point(at(stops.maxMm), BASE)}`} stroke="var(--ink)" strokeWidth="1" fill="none" />
          </>
        )}
        {held && held.maxMm > held.minMm && (
          <path
            d={`M${point(at(held.minMm), BASE + 2.5)} L${point(at(held.maxMm), BASE + 2.5)}`}
            stroke="var(--accent)"
            strokeWidth="3"
            fill="none"
          />
        )}
        {stops &&
          [stops.minMm, stops.maxMm].map((mm, side) => (
            <rect
              key={side}
              x={upright ? BASE - 9 : at(mm) - (side === 0 ? 4 : 0)}
              y={upright ? at(mm) - (side === 0 ? 0 : 4) : BASE - 9}
              width={upright ? 18 : 4}
              height={upright ? 4 : 18}
              fill="var(--ink)"
            />
          ))}
        {optical &&
          [optical.minMm, optical.maxMm].map((mm, side) => {
            if (mm < ruler.minMm - 1e-6 || mm > ruler.maxMm + 1e-6) return null;
            const bulge = (side === 0 ? -1 : 1) * (upright ? -1 : 1) * 5;
            return (
              <path
                key={side}
                d={`M${point(at(mm), BASE - 12)} Q${point(at(mm) + bulge, BASE)} ${point(at(mm), BASE + 12)}`}
                stroke="var(--accent)"
                strokeWidth="2.2"
                fill="none"
              />
            );
          })}
      </svg>
    );
  },
  (before, now) =>
    before.size === now.size &&
    before.upright === now.upright &&
    sameEnds(before.ruler, now.ruler) &&
    sameEnds(before.stops, now.stops) &&
    sameEnds(before.optical, now.optical),
);
