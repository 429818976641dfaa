import { finderText } from '@gangway/messages/web/bench/finder';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo } from 'react';
import { horizonAt, uprightSlope } from '@gangway/core/framing/trueLines';
import { pictured } from '@gangway/core/geometry/standards';
import { pinStates } from '@gangway/core/geometry/pins';
import { labelRows } from '../../ui/labelRows';
import type { FinderView } from '../../setup/finder/view';
import type { Rect } from '@gangway/core/model/mosaic';
import type { ShiftPosition } from '@gangway/core/model/movements';
export const GUIDES = {
  none: finderText.noGuides,
  thirds: finderText.thirds,
  centre: finderText.centreLines,
  grid: finderText.grid10Mm,
} as const;
export type Guide = keyof typeof GUIDES;

interface OverlayProps {
  readonly geometry: Geometry;
  readonly view: FinderView;
  readonly guide: Guide;
  readonly trueLines: boolean;
  /** Whether the pins of the setup are shown. */
  readonly pins: boolean;
  /** Places that were picked, in the world. */
  readonly picks: readonly (readonly [number, number, number])[];
  /** The frames of a mosaic about the foot of the lens, mm. */
  readonly frames?: readonly Rect[];
  readonly width: number;
  readonly height: number;
}

/** Lines over the picture: guides in the part that is kept, what is cut off, where level and plumb run, and what was picked. */
export const Overlay = memo(function Overlay({ geometry, view, guide, trueLines, pins, picks, frames, width, height }: OverlayProps) {
  const { frame, kept } = view;
  const x = (mm: number) => (mm / frame.widthMm + 0.5) * width;
  const y = (mm: number) => (0.5 - mm / frame.heightMm) * height;
  const [w, h] = [kept.widthMm, kept.heightMm];
  const cut = w < frame.widthMm - 1e-9 || h < frame.heightMm - 1e-9;
  const tens = (mm: number) => Array.from({ length: 2 * Math.floor(mm / 20) + 1 }, (_, i) => (i - Math.floor(mm / 20)) * 10);
  const at: readonly [readonly number[], readonly number[]] = {
    none: [[], []] as const,
    thirds: [
      [-w / 6, w / 6],
      [-h / 6, h / 6],
    ] as const,
    centre: [[0], [0]] as const,
    grid: [tens(w), tens(h)] as const,
  }[guide];
  const watched = geometry.settings.scene?.watched;
  return (
    <svg width={width} height={height} className="pointer-events-none absolute inset-0" aria-hidden>
      {cut && (
        <path
          data-testid="cut"
          fillRule="evenodd"
          d={`M0 0 H${width} V${height} H0 Z M${x(-w / 2)} ${y(h / 2)} H${x(w / 2)} V${y(-h / 2)} H${x(-w / 2)} Z`}
          fill="var(--ground)"
          fillOpacity="0.72"
          stroke="var(--ink)"
          strokeWidth="1"
        />
      )}
      {guide !== 'none' && (
        <g stroke="#fff" strokeWidth="1" strokeOpacity="0.75" style={{ mixBlendMode: 'difference' }}>
          {at[0].map((mm) => (
            <line key={`x${mm}`} x1={x(mm)} x2={x(mm)} y1={y(h / 2)} y2={y(-h / 2)} />
          ))}
          {at[1].map((mm) => (
            <line key={`y${mm}`} x1={x(-w / 2)} x2={x(w / 2)} y1={y(mm)} y2={y(mm)} />
          ))}
        </g>
      )}
      {frames && <Seams frames={frames} at={geometry.position} x={x} y={y} />}
      {trueLines && <TrueLines geometry={geometry} view={view} x={x} y={y} />}
      {pins && <PinMarks geometry={geometry} width={width} x={x} y={y} />}
      {watched && <Mark at={pictured(geometry, watched)} x={x} y={y} words={finderText.watched} />}
      {picks.map((pick, i) => (
        <Mark key={i} at={pictured(geometry, pick)} x={x} y={y} words={picks.length > 1 ? String(i + 1) : ''} />
      ))}
    </svg>
  );
});

/** Where the frames of a mosaic end in the joined picture. */
function Seams({ frames, at, x, y }: { readonly frames: readonly Rect[]; readonly at: ShiftPosition } & Scale) {
  return (
    <g fill="none" stroke="#fff" strokeWidth="1" strokeDasharray="5 4" style={{ mixBlendMode: 'difference' }} data-testid="seams">
      {frames.map(({ left, right, lower, upper }, i) => (
        <path
          key={i}
          d={`M${x(left - at.shiftMm)} ${y(upper - at.riseMm)}H${x(right - at.shiftMm)}V${y(lower - at.riseMm)}H${x(left - at.shiftMm)}Z`}
        />
      ))}
    </g>
  );
}

/** How wide a letter of a pin's name is, about, and the highest base line, px. */
const LETTER_PX = 6.6;
const TOP_PX = 12;

interface Scale {
  readonly x: (mm: number) => number;
  readonly y: (mm: number) => number;
}

/** The horizon, and where true uprights run, at five places across the picture. */
function TrueLines({ geometry, view: { frame }, x, y }: Pick<OverlayProps, 'geometry' | 'view'> & Scale) {
  const [halfW, halfH] = [frame.widthMm / 2, frame.heightMm / 2];
  const [left, right] = [horizonAt(geometry, -halfW), horizonAt(geometry, halfW)];
  const line = (a: readonly [number, number], b: readonly [number, number], key: string) => (
    <g key={key}>
      <line x1={x(a[0])} y1={y(a[1])} x2={x(b[0])} y2={y(b[1])} stroke="var(--ground)" strokeWidth="3" strokeOpacity="0.8" />
      <line x1={x(a[0])} y1={y(a[1])} x2={x(b[0])} y2={y(b[1])} stroke="var(--accent)" strokeWidth="1.4" strokeDasharray="7 4" />
    </g>
  );
  return (
    <g data-testid="true-lines">
      {left !== null && right !== null && line([-halfW, left], [halfW, right], 'level')}
      {[-0.92, -0.46, 0, 0.46, 0.92].map((share) => {
        const slope = uprightSlope(geometry, [share * halfW, 0]);
        return slope === null ? null : line([share * halfW + slope * halfH, halfH], [share * halfW - slope * halfH, -halfH], String(share));
      })}
    </g>
  );
}

/** The pins: square where it must be sharp, round where soft, filled when it is so; a whole thing by its outline. */
function PinMarks({ geometry, width, x, y }: Pick<OverlayProps, 'geometry' | 'width'> & Scale) {
  const { cocMm } = geometry.blurAllowed;
  const seen = pinStates(geometry).flatMap(({ pin, world, blurMm, leastBlurMm }) => {
    const places = world.slice(0, 60).flatMap((point) => {
      const at = pictured(geometry, point);
      return at ? [[x(at[0]), y(at[1])] as const] : [];
    });
    const [first] = places;
    if (!first) return [];
    const good =
      pin.role === 'soft'
        ? (leastBlurMm ?? 0) >= geometry.settings.limits.softTimes * cocMm
        : blurMm !== null && blurMm * pin.weight <= cocMm;
    const top = places.reduce((highest, each) => (each[1] < highest[1] ? each : highest));
    const toLeft = top[0] > width - 110;
    const long = pin.name.length * LETTER_PX;
    return [
      {
        pin,
        places,
        good,
        toLeft,
        textX: top[0] + (toLeft ? -7 : 7),
        label: { left: toLeft ? top[0] - 7 - long : top[0] + 7, base: Math.max(TOP_PX, top[1] - 6), width: long },
      },
    ];
  });
  const bases = labelRows(
    seen.map(({ label }) => label),
    TOP_PX,
  );
  return seen.map(({ pin, places, good, toLeft, textX }, n) => {
    const fill = good ? 'var(--accent)' : 'var(--ground)';
    return (
      <g key={pin.id} data-pin={pin.id}>
        {places.map(([px, py], i) =>
          pin.role === 'soft' ? (
            <circle key={i} cx={px} cy={py} r="3.5" fill={fill} stroke="var(--ink)" strokeWidth="1.4" />
          ) : (
            <rect key={i} x={px - 3} y={py - 3} width="6" height="6" fill={fill} stroke="var(--ink)" strokeWidth="1.4" />
          ),
        )}
        <text
          x={textX}
          y={bases[n]}
          textAnchor={toLeft ? 'end' : 'start'}
          fontSize="11.5"
          fontWeight="600"
          fill="var(--ink)"
          stroke="var(--ground)"
          strokeWidth="3.5"
          paintOrder="stroke"
        >
          {pin.name}
        </text>
      </g>
    );
  });
}

function Mark({ at, x, y, words }: { readonly at: readonly [number, number] | null; readonly words: string } & Scale) {
  if (!at) return null;
  const [px, py] = [x(at[0]), y(at[1])];
  return (
    <g>
      <circle cx={px} cy={py} r="7" fill="none" stroke="var(--ground)" strokeWidth="4" />
      <circle cx={px} cy={py} r="7" fill="none" stroke="var(--accent)" strokeWidth="2" />
      <path
        d={`M${px - 12} ${py} h8 M${px + 4} ${py} h8 M${px} ${py - 12} v8 M${px} ${py + 4} v8`}
        stroke="var(--accent)"
        strokeWidth="1.6"
      />
      {words && (
        <text
          x={px + 13}
          y={py - 8}
          fontSize="12"
          fontWeight="650"
          fill="var(--ink)"
          stroke="var(--ground)"
          strokeWidth="3.5"
          paintOrder="stroke"
        >
          {words}
        </text>
      )}
    </g>
  );
}
