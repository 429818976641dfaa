import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { CircleOnBack } from '@gangway/core/geometry/circles';
import { rectOf } from '@gangway/core/mosaic/frames';
import type { LaidMosaic } from '@gangway/core/geometry/laidMosaic';
import { rounded } from '@gangway/core/mosaic/slides';
import { apertureWords, fixed, riseWords, shiftWords } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import { planeFor, type Plane } from '../../setup/circlePlane';
import { circlesOf } from '../../setup/selectors';
import { useGesture } from '../movements/useGesture';
import { changeMosaic, removeFrame } from './putMosaic';
import type { Rect } from '@gangway/core/model/mosaic';

/** The circles with every frame of the mosaic in them, in the order of the series; frames and zones can be dragged or moved by the arrow keys. */
export function MosaicDrawing({ geometry }: { readonly geometry: Geometry }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const laid = geometry.laid;
  const circles = circlesOf(geometry.settings);
  const frame = geometry.wholeFrame;
  const rects = laid?.inCircle ?? [rectOf({ ...geometry.settings.movements, turned: false }, frame)];
  // Steps of ten, so that the sheet stays still while a frame is dragged.
  const halfMm =
    Math.ceil(
      (Math.max(
        30,
        ...[circles.light, circles.sharp].map((circle) => (circle ? circle.diameterMm / 2 : 0)),
        ...rects.flatMap(({ left, right, lower, upper }) => [-left, right, -lower, upper]),
      ) *
        1.06) /
        10,
    ) * 10;
  const plane = useMemo(() => (size ? planeFor(size.width, size.height, halfMm) : null), [size, halfMm]);
  const lightTop = plane && circles.light ? topOf(circles.light, plane) : 0;
  const lightBase = lightTop > 16 ? lightTop - 5 : lightTop + 13;
  const sharpTop = plane && circles.sharp ? topOf(circles.sharp, plane) : 0;
  // Below its own line, and never on the line of the other circle.
  const sharpBase = Math.abs(sharpTop + 13 - lightBase) < 14 ? lightBase + 14 : sharpTop + 13;
  return (
    <div ref={ref} className="relative h-full min-h-64 w-full overflow-hidden border border-hairline">
      {size && plane && (
        <svg
          width={size.width}
          height={size.height}
          className="absolute inset-0 select-none"
          role="group"
          aria-label={stitchText.framesOfTheMosaicIn}
          data-testid="mosaic"
          id="mosaic-drawing"
        >
          <Circle plane={plane} circle={circles.light} words={stitchText.imageCircle} base={lightBase} dashed />
          <Circle
            plane={plane}
            circle={circles.sharp}
            words={say(stitchText.sharpAt, { fNumber: apertureWords(geometry.settings.fNumber) })}
            base={sharpBase}
          />
          {laid ? (
            <Frames geometry={geometry} laid={laid} plane={plane} />
          ) : (
            rects.map((rect, i) => <path key={i} d={outlineOf(rect, plane)} fill="none" stroke="var(--ink-soft)" strokeDasharray="5 4" />)
          )}
          {laid && geometry.settings.mosaic?.zones.map((zone, i) => <ZoneMark key={i} index={i} zone={zone} plane={plane} />)}
          <ScaleBar plane={plane} height={size.height} />
        </svg>
      )}
    </div>
  );
}

function outlineOf({ left, right, lower, upper }: Rect, { x, y }: Plane): string {
  return `M${x(left)} ${y(upper)}H${x(right)}V${y(lower)}H${x(left)}Z`;
}

/** Where a circle of the drawing has its highest point, px. */
function topOf({ diameterMm, outline }: DrawnCircle, plane: Plane): number {
  return outline
    ? Math.min(...Array.from({ length: outline.length / 2 }, (_, i) => plane.y(outline[2 * i + 1] ?? 0)))
    : plane.y(0) - (diameterMm / 2) * plane.pixelsPerMm;
}

type DrawnCircle = CircleOnBack & { readonly outline: Float64Array | null };

function Circle({
  plane,
  circle,
  words,
  base,
  dashed = false,
}: {
  readonly plane: Plane;
  readonly circle: DrawnCircle | null;
  readonly words: string;
  /** The base line of the words, px. */
  readonly base: number;
  readonly dashed?: boolean;
}) {
  if (!circle) return null;
  const r = (circle.diameterMm / 2) * plane.pixelsPerMm;
  const look = {
    fill: dashed ? 'none' : 'var(--sheet)',
    stroke: dashed ? 'var(--ink-soft)' : 'var(--accent)',
    strokeWidth: dashed ? 1 : 1.6,
    ...(dashed && { strokeDasharray: '2 4' }),
  };
  const { outline } = circle;
  return (
    <g>
      {outline ? (
        <path
          d={`M${Array.from({ length: outline.length / 2 }, (_, i) => `${plane.x(outline[2 * i] ?? 0)} ${plane.y(outline[2 * i + 1] ?? 0)}`).join('L')}Z`}
          {...look}
        />
      ) : (
        <circle cx={plane.x(0)} cy={plane.y(0)} r={r} {...look} />
      )}
      <text
        x={plane.x(0)}
        y={base}
        textAnchor="middle"
        fontSize="11"
        fill="var(--ink-soft)"
        stroke="var(--ground)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {words}
      </text>
    </g>
  );
}

const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** Drag and arrow keys in millimetres: `put` gets where it goes from where it was taken. */
function useMillimetres(
  plane: Plane,
  put: (dxMm: number, dyMm: number, gesture: string, from: 'press' | 'key') => void,
  onPress: () => void,
  onDelete: () => void,
) {
  const gesture = useGesture();
  const press = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const end = () => {
    press.current = null;
    gesture.end();
  };
  return {
    onPointerDown: (event: PointerEvent<SVGGElement>) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      gesture.begin();
      press.current = { x: event.clientX, y: event.clientY };
      onPress();
    },
    onPointerMove: (event: PointerEvent<SVGGElement>) => {
      const from = press.current;
      if (from && Math.hypot(event.clientX - from.x, event.clientY - from.y) >= 3)
        put((event.clientX - from.x) / plane.pixelsPerMm, (from.y - event.clientY) / plane.pixelsPerMm, gesture.id(), 'press');
    },
    onPointerUp: end,
    onPointerCancel: end,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === 'Delete') onDelete();
      const by = KEYS[event.key];
      if (!by || event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      const step = event.shiftKey ? 5 : 1;
      put(by[0] * step, by[1] * step, gesture.id(), 'key');
    },
  };
}

function Frames({ geometry, laid, plane }: { readonly geometry: Geometry; readonly laid: LaidMosaic; readonly plane: Plane }) {
  const inCircle = (rect: Rect): Rect => pictureInCircle(laid, rect);
  const path = laid.inCircle
    .map(({ left, right, lower, upper }) => `${plane.x((left + right) / 2)} ${plane.y((lower + upper) / 2)}`)
    .join('L');
  return (
    <g>
      {laid.overlaps.map(({ a, b, rect }) => (
        <path key={`${a} ${b}`} d={outlineOf(inCircle(rect), plane)} fill="var(--accent)" fillOpacity="0.12" />
      ))}
      <path
        d={outlineOf(inCircle(laid.union.whole), plane)}
        fill="none"
        stroke="var(--accent)"
        strokeWidth="3"
        strokeOpacity="0.5"
        data-testid="whole"
      />
      {laid.inCircle.length > 1 && <path d={`M${path}`} fill="none" stroke="var(--ink-soft)" strokeWidth="1" strokeDasharray="1 3" />}
      {laid.inCircle.map((rect, i) => (
        <FrameMark key={i} index={i} rect={rect} geometry={geometry} laid={laid} plane={plane} />
      ))}
    </g>
  );
}

/** A part of the picture where it lies among the frames in the circle, as large as it is: with a moving lens the frames stand closer than their pictures. */
function pictureInCircle({ slides: { lensMoves, magnification } }: LaidMosaic, rect: Rect): Rect {
  const share = lensMoves ? 1 - 1 / (1 + magnification) : 0;
  const [x, y] = [((rect.left + rect.right) / 2) * share, ((rect.lower + rect.upper) / 2) * share];
  return { left: rect.left - x, right: rect.right - x, lower: rect.lower - y, upper: rect.upper - y };
}

function FrameMark({
  index,
  rect,
  geometry,
  laid,
  plane,
}: {
  readonly index: number;
  readonly rect: Rect;
  readonly geometry: Geometry;
  readonly laid: LaidMosaic;
  readonly plane: Plane;
}) {
  const own = laid.frames[index];
  const taken = useRef(own);
  const handlers = useMillimetres(
    plane,
    (dx, dy, gesture, by) => {
      const from = by === 'key' ? own : taken.current;
      if (!from) return;
      // By keys in steps of the scale, so that each press is seen.
      const step = by === 'key' ? laid.slides.stepMm : 1;
      const to = rounded(laid.slides, { riseMm: from.riseMm + dy * step, shiftMm: from.shiftMm + dx * step });
      if (own && (to.riseMm !== own.riseMm || to.shiftMm !== own.shiftMm))
        changeMosaic(
          (now) => ({ ...now, frames: now.frames.map((each, k) => (k === index ? { ...each, ...to } : each)) }),
          say(stitchText.frame, { index: index + 1, riseMm: riseWords(to.riseMm), shiftMm: shiftWords(to.shiftMm) }),
          gesture,
        );
    },
    () => (taken.current = own),
    () => removeFrame(index),
  );
  if (!own) return null;
  const [x, y] = [plane.x((rect.left + rect.right) / 2), plane.y((rect.lower + rect.upper) / 2)];
  const set = laid.settings[index];
  return (
    <g
      role="button"
      aria-roledescription={stitchText.frameThatCanBeMoved}
      aria-label={say(stitchText.frameOfArrowKeysMove, {
        index: index + 1,
        length: laid.rects.length,
        riseMm: riseWords(own.riseMm),
        shiftMm: shiftWords(own.shiftMm),
        set: set ? 'yes' : 'no',
      })}
      tabIndex={0}
      data-frame={index + 1}
      className="cursor-grab touch-none outline-none active:cursor-grabbing [&:focus-visible>.edge]:stroke-[3]"
      {...handlers}
    >
      <path
        className="edge"
        d={outlineOf(rect, plane)}
        fill="var(--ink)"
        fillOpacity="0.035"
        stroke={set ? 'var(--ink)' : 'var(--fails)'}
        strokeWidth="1.2"
        {...(!set && { strokeDasharray: '6 3' })}
      />
      <circle cx={x} cy={y} r="9.5" fill="var(--sheet)" stroke={set ? 'var(--ink)' : 'var(--fails)'} strokeWidth="1.1" />
      <text x={x} y={y + 4} textAnchor="middle" fontSize="11.5" fontWeight="600" fill="var(--ink)">
        {index + 1}
      </text>
      {geometry.settings.mosaic?.frames[index]?.turned && (
        <text x={x} y={y + 22} textAnchor="middle" fontSize="10.5" fill="var(--ink-soft)">
          {stitchText.turned}
        </text>
      )}
    </g>
  );
}

function ZoneMark({
  zone,
  index,
  plane,
}: {
  readonly zone: Rect & { readonly name: string };
  readonly index: number;
  readonly plane: Plane;
}) {
  const taken = useRef<Rect>(zone);
  const handlers = useMillimetres(
    plane,
    (dx, dy, gesture, by) => {
      const from = by === 'key' ? zone : taken.current;
      const tenth = (mm: number): number => Math.round(mm * 10) / 10 + 0;
      changeMosaic(
        (now) => ({
          ...now,
          zones: now.zones.map((each, k) =>
            k === index
              ? {
                  ...each,
                  left: tenth(from.left + dx),
                  right: tenth(from.right + dx),
                  lower: tenth(from.lower + dy),
                  upper: tenth(from.upper + dy),
                }
              : each,
          ),
        }),
        say(stitchText.zoneMoved, { name: zone.name }),
        gesture,
      );
    },
    () => (taken.current = zone),
    () =>
      changeMosaic((now) => ({ ...now, zones: now.zones.filter((_, k) => k !== index) }), say(stitchText.zoneRemoved, { name: zone.name })),
  );
  return (
    <g
      role="button"
      aria-roledescription={stitchText.zoneThatCanBeMoved}
      aria-label={say(stitchText.movesHereArrowKeysMove, { name: zone.name })}
      tabIndex={0}
      data-zone-mark={zone.name}
      className="cursor-grab touch-none outline-none active:cursor-grabbing [&:focus-visible>.edge]:stroke-[3]"
      {...handlers}
    >
      <path
        className="edge"
        d={outlineOf(zone, plane)}
        fill="var(--tight)"
        fillOpacity="0.16"
        stroke="var(--tight)"
        strokeWidth="1.4"
        strokeDasharray="3 2"
      />
      <text
        x={plane.x((zone.left + zone.right) / 2)}
        y={plane.y(zone.upper) - 4}
        textAnchor="middle"
        fontSize="11"
        fill="var(--ink)"
        stroke="var(--ground)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {zone.name}
      </text>
    </g>
  );
}

function ScaleBar({ plane, height }: { readonly plane: Plane; readonly height: number }) {
  const mm = plane.pixelsPerMm * 20 > 90 ? 10 : 20;
  return (
    <g>
      <path d={`M10 ${height - 14}v4h${mm * plane.pixelsPerMm}v-4`} fill="none" stroke="var(--ink)" />
      <text x={14 + mm * plane.pixelsPerMm} y={height - 9} fontSize="11" fill="var(--ink)">
        {fixed(mm, 0)} mm
      </text>
    </g>
  );
}
