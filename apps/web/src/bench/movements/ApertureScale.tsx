import { movementsText } from '@gangway/messages/web/bench/movements';
import { Slider } from 'radix-ui';
import { memo } from 'react';
import { NOMINAL_F_NUMBERS } from '@gangway/core/coverage/apertures';
import { apertureWords } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import { useGesture } from './useGesture';

interface ApertureScaleProps {
  readonly fNumber: number;
  /** What the ring can be set to, widest first. */
  readonly ring: readonly number[];
  /** Of each, whether the frame as it stands is inside the sharp circle; `null` when not known. */
  readonly holds: readonly (boolean | null)[];
  readonly onChange: (fNumber: number, gesture: string) => void;
}

/** The aperture ring unrolled: every click a mark, full stops numbered, a bar under those at which the frame is covered. */
export const ApertureScale = memo(function ApertureScale({ fNumber, ring, holds, onChange }: ApertureScaleProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const gesture = useGesture();
  const index = nearestIndex(ring, fNumber);
  const step = ((size?.width ?? 100) - 36) / Math.max(1, ring.length - 1);
  const scale = (i: number) => 18 + i * step;
  const room = (n: number, i: number) => NOMINAL_F_NUMBERS.full.includes(n) || i === 0 || i === ring.length - 1 || step > 34;
  const numbered = ring.map(
    (n, i) => room(n, i) && !(i === 0 && ring.length > 1 && step < 24 && NOMINAL_F_NUMBERS.full.includes(ring[1] ?? 0)),
  );

  return (
    <div ref={ref} className="relative h-13 w-full touch-none">
      {size && (
        <svg aria-hidden width={size.width} height={size.height} className="pointer-events-none absolute inset-0">
          <path d={`M18 34 H${size.width - 18}`} stroke="var(--ink)" strokeWidth="1" />
          {ring.map((n, i) => {
            const x = scale(i);
            const full = numbered[i] === true;
            return (
              <g key={n}>
                {holds[i] === true && <path d={`M${x - step / 2} 36.5 H${x + step / 2}`} stroke="var(--accent)" strokeWidth="3" />}
                <path d={`M${x} 34 V${full ? 21 : 28}`} stroke="var(--ink)" strokeWidth={full ? 1.3 : 0.8} />
                {full && (
                  <text x={x} y={15} textAnchor="middle" fontSize="11.5" fill="var(--ink)">
                    {n}
                  </text>
                )}
              </g>
            );
          })}
        </svg>
      )}
      <Slider.Root
        min={0}
        max={ring.length - 1}
        step={1}
        value={[index]}
        disabled={ring.length < 2}
        onValueChange={([i]) => {
          const chosen = i === undefined ? undefined : ring[i];
          if (chosen !== undefined && chosen !== fNumber) onChange(chosen, gesture.id());
        }}
        onPointerDown={gesture.begin}
        onPointerUp={gesture.end}
        onPointerCancel={gesture.end}
        className="absolute inset-x-[17.5px] top-0 h-full"
      >
        <Slider.Track className="absolute inset-0" />
        <Slider.Thumb
          aria-label={movementsText.aperture}
          aria-valuetext={apertureWords(fNumber)}
          className="group absolute block h-13 w-px outline-none"
        >
          <svg aria-hidden width="24" height="52" className="absolute top-0 -left-3 overflow-visible">
            <path d="M12 19 V52" stroke="var(--ink)" strokeWidth="1.5" />
            <path d="M12 37 L4.5 51 H19.5 Z" className="fill-accent stroke-sheet group-focus-visible:stroke-ink" strokeWidth="1.5" />
          </svg>
        </Slider.Thumb>
      </Slider.Root>
    </div>
  );
});

function nearestIndex(ring: readonly number[], fNumber: number): number {
  let best = 0;
  ring.forEach((n, i) => {
    if (Math.abs(Math.log(n / fNumber)) < Math.abs(Math.log((ring[best] ?? n) / fNumber))) best = i;
  });
  return best;
}
