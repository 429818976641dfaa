import { scaleLinear } from 'd3-scale';
import { Slider } from 'radix-ui';
import { memo, useMemo } from 'react';
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
export function MovementScale(props: MovementScaleProps) {
  const { label, orientation, valueMm, ruler, stops, optical, valueWords, onChange } = props;
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
}

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10 + 0;
}

// The last tenth inside a stop that need not lie on one.
function inward(mm: number): number {
  return (Math.trunc(mm * 10 + Math.sign(mm) * 1e-6) / 10) + 0;
}

interface EngravingProps {
  readonly size: Size;
  readonly upright: boolean;
  readonly ruler: Travel;
  readonly stops: Travel | null;
  readonly optical: Travel | null;
}

const Engraving = memo(function Engraving({ size, upright, ruler, stops, optical }: EngravingProps) {
  const length = upright ? size.height : size.width;
  const scale = useMemo(
    () =>
      scaleLinear()
        .domain([ruler.minMm, ruler.maxMm])
        .range(upright ? [length - PAD, PAD] : [PAD, length - PAD]),
    [ruler.minMm, ruler.maxMm, length, upright],
  );
  const pixelsPerMm = (length - 2 * PAD) / Math.max(1e-6, ruler.maxMm - ruler.minMm);
  const { minor, middle, major } = graduation(pixelsPerMm);
  const marks: { mm: number; kind: 'minor' | 'middle' | 'major' }[] = [];
  for (let k = Math.ceil(ruler.minMm / minor - 1e-9); k * minor <= ruler.maxMm + 1e-9; k++) {
    const mm = Math.round(k * minor * 100) / 100;
    marks.push({ mm, kind: isMultiple(mm, major) ? 'major' : isMultiple(mm, middle) ? 'middle' : 'minor' });
  }
  const reach = { minor: 5, middle: 9, major: 13 };
  // Everything is drawn along x on a line at y = 34 and turned for an upright ruler.
  const base = 34;
  const at = (mm: number) => scale(mm);
  const held = stops && optical ? { minMm: Math.max(stops.minMm, optical.minMm), maxMm: Math.min(stops.maxMm, optical.maxMm) } : optical;
  const point = (along: number, across: number) => (upright ? `${across} ${along}` : `${along} ${across}`);

  return (
    <svg aria-hidden width={size.width} height={size.height} className="pointer-events-none absolute inset-0">
      <path d={`M${point(PAD, base)} L${point(length - PAD, base)}`} stroke="var(--hairline)" strokeWidth="1" fill="none" />
      {stops && (
        <path d={`M${point(at(stops.minMm), base)} L${point(at(stops.maxMm), base)}`} stroke="var(--ink)" strokeWidth="1" fill="none" />
      )}
      {held && held.maxMm > held.minMm && (
        <path d={`M${point(at(held.minMm), base + 2.5)} L${point(at(held.maxMm), base + 2.5)}`} stroke="var(--accent)" strokeWidth="3" fill="none" />
      )}
      {marks.map(({ mm, kind }) => {
        const outside = stops !== null && (mm < stops.minMm - 1e-6 || mm > stops.maxMm + 1e-6);
        return (
          <g key={mm} opacity={outside ? 0.35 : 1}>
            <path d={`M${point(at(mm), base)} L${point(at(mm), base - reach[kind])}`} stroke="var(--ink)" strokeWidth={kind === 'major' ? 1.3 : 0.8} />
            {kind === 'major' && (
              <text
                x={upright ? base - 17 : at(mm)}
                y={upright ? at(mm) + 4 : base - 18}
                textAnchor={upright ? 'end' : 'middle'}
                fontSize="11.5"
                fill="var(--ink)"
              >
                {fixed(Math.abs(mm), 0)}
              </text>
            )}
          </g>
        );
      })}
      {stops &&
        [stops.minMm, stops.maxMm].map((mm, side) => (
          <rect
            key={side}
            x={upright ? base - 9 : at(mm) - (side === 0 ? 4 : 0)}
            y={upright ? at(mm) - (side === 0 ? 0 : 4) : base - 9}
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
              d={`M${point(at(mm), base - 12)} Q${point(at(mm) + bulge, base)} ${point(at(mm), base + 12)}`}
              stroke="var(--accent)"
              strokeWidth="2.2"
              fill="none"
            />
          );
        })}
    </svg>
  );
});
