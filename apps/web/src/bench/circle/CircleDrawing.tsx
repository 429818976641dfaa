import { circleText } from '@gangway/messages/web/bench/circle';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { memo, useId, useMemo, useRef, type SVGProps } from 'react';
import { cornersOutside, type CircleOnBack, type SharpCircle } from '@gangway/core/geometry/circles';
import { CORNERS, cornerPoints, type Corner } from '@gangway/core/coverage/frame';
import { nearestReachable, onSlide } from '@gangway/core/rig/mechanism';
import { apertureWords, fixed } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import { useGesture } from '../movements/useGesture';
import { circlesOf, contourOf, frameOf, wholeFrameOf } from '../../setup/selectors';
import { frameDrag, type FrameDrag, type FrameDragEvent } from './frameDrag';
import { halfExtent, planeFor, type Plane } from '../../setup/circlePlane';
import type { FrameSize } from '@gangway/core/model/frame';
import type { Mechanism, ShiftPosition } from '@gangway/core/model/movements';

interface CircleDrawingProps {
  readonly geometry: Geometry;
  readonly onMove: (to: ShiftPosition, gesture: string) => void;
  readonly readingId: string;
}

/**
 * The Circle: what the lens lights and what it draws sharply, to scale, upright
 * as the picture is, and the frame in it, which can be dragged or moved by the
 * arrow keys.
 */
export function CircleDrawing({ geometry, onMove, readingId }: CircleDrawingProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const { mechanism } = geometry.settings.rig;
  const frame = frameOf(geometry.settings);
  const circles = circlesOf(geometry.settings);
  const points = contourOf(geometry.settings);
  const gesture = useGesture();
  const drag = useRef<FrameDrag>({ phase: 'idle' });

  const whole = wholeFrameOf(geometry.settings);
  const halfMm = useMemo(() => halfExtent(whole, circles, mechanism), [whole, circles, mechanism]);
  const plane = useMemo(() => (size ? planeFor(size.width, size.height, halfMm) : null), [size, halfMm]);

  const handle = (event: FrameDragEvent) => {
    if (!plane) return;
    const step = frameDrag(drag.current, event, plane.pixelsPerMm);
    drag.current = step.drag;
    if (step.to) onMove(reachable(mechanism, step.to), gesture.id());
  };

  return (
    <div ref={ref} className="relative h-full min-h-40 w-full overflow-hidden">
      {size && plane && (
        <>
          {/* What stays while the frame is dragged is a sheet of its own, so that it is not painted again. */}
          <svg width={size.width} height={size.height} className="absolute inset-0 will-change-transform select-none">
            <Circles plane={plane} light={circles.light} sharp={circles.sharp} given={circles.given} compact={size.width < 420} />
            <Reach plane={plane} points={points} mechanism={mechanism} />
            <Axis plane={plane} width={size.width} height={size.height} />
            <ScaleBar plane={plane} height={size.height} />
          </svg>
          <svg width={size.width} height={size.height} className="absolute inset-0 will-change-transform select-none">
            <g
              role="application"
              aria-roledescription={circleText.frameThatCanBeMoved}
              aria-label={circleText.frameInTheCircleArrow}
              aria-describedby={readingId}
              tabIndex={0}
              className="cursor-grab touch-none outline-none active:cursor-grabbing [&:focus-visible_.frame-edge]:stroke-[3.5]"
              onPointerDown={(event) => {
                if (event.button !== 0) return;
                event.currentTarget.setPointerCapture(event.pointerId);
                gesture.begin();
                handle({ type: 'press', pointer: event.pointerId, x: event.clientX, y: event.clientY, at: geometry.settings.movements });
              }}
              onPointerMove={(event) =>
                handle({ type: 'move', pointer: event.pointerId, x: event.clientX, y: event.clientY, oneWay: event.shiftKey })
              }
              onPointerUp={(event) => {
                handle({ type: 'release', pointer: event.pointerId });
                gesture.end();
              }}
              onPointerCancel={() => {
                handle({ type: 'cancel' });
                gesture.end();
              }}
              onKeyDown={(event) => {
                if (event.key === 'Escape' && drag.current.phase !== 'idle') {
                  event.stopPropagation();
                  handle({ type: 'cancel' });
                  return;
                }
                const by = event.shiftKey ? 1 : 0.1;
                const step = KEYS[event.key];
                if (!step || event.ctrlKey || event.metaKey || event.altKey) return;
                event.preventDefault();
                const { riseMm, shiftMm } = geometry.settings.movements;
                onMove(nudged(mechanism, { riseMm, shiftMm }, step, by), gesture.id());
              }}
            >
              <Frame
                plane={plane}
                frame={frame}
                whole={whole}
                at={geometry.settings.movements}
                sharp={circles.sharp}
                light={circles.light}
                outside={circles.sharp ? cornersOutside(geometry, circles.sharp) : null}
              />
            </g>
          </svg>
        </>
      )}
    </div>
  );
}

const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

function tenth(mm: number): number {
  return Math.round(mm * 10) / 10 + 0;
}

// Inside the stops, and on tenths where the mechanism leaves the choice.
function reachable(mechanism: Mechanism, to: ShiftPosition): ShiftPosition {
  const near = nearestReachable(mechanism, to);
  if (mechanism.kind === 'line') return near;
  const toward = (mm: number, wanted: number) => (mm === wanted ? mm : Math.trunc(mm * 10) / 10 + 0);
  return { riseMm: toward(near.riseMm, to.riseMm), shiftMm: toward(near.shiftMm, to.shiftMm) };
}

function nudged(mechanism: Mechanism, at: ShiftPosition, [right, up]: readonly [number, number], by: number): ShiftPosition {
  if (mechanism.kind === 'line') {
    // On a locked slide every arrow goes along it, the way that has its direction.
    const unit = onSlide(mechanism, 1);
    const along = Math.sign(unit.shiftMm * right + unit.riseMm * up);
    return nearestReachable(mechanism, { shiftMm: at.shiftMm + along * by * unit.shiftMm, riseMm: at.riseMm + along * by * unit.riseMm });
  }
  return reachable(mechanism, { shiftMm: tenth(at.shiftMm + right * by), riseMm: tenth(at.riseMm + up * by) });
}

interface CirclesProps {
  readonly plane: Plane;
  readonly light: (CircleOnBack & Outlined) | null;
  readonly sharp: (SharpCircle & Outlined) | null;
  readonly given: readonly (SharpCircle & Outlined)[];
  /** Too narrow for a label at every circle: only the image circle and the one at the aperture set. */
  readonly compact: boolean;
}

const LABEL_PX = 17;

/** On a back turned to the lens a circle has an outline of its own, x, y pairs in mm. */
interface Outlined {
  readonly outline: Float64Array | null;
}

function Ring({ plane, circle, ...look }: { readonly plane: Plane; readonly circle: CircleOnBack & Outlined } & SVGProps<SVGPathElement>) {
  return <path d={ringPath(plane, circle)} {...look} />;
}

function ringPath(plane: Plane, { diameterMm, outline }: CircleOnBack & Outlined): string {
  return outline ? (closed(plane, outline) ?? '') : disc(plane, diameterMm / 2);
}

const Circles = memo(function Circles({ plane, light, sharp, given, compact }: CirclesProps) {
  const radius = (circle: CircleOnBack) => (circle.diameterMm / 2) * plane.pixelsPerMm;
  const cx = plane.x(0);
  const cy = plane.y(0);
  const others = given.filter((circle) => circle.fNumber !== sharp?.fNumber);
  // Labels stand in a column at the left, outermost first, each with a leader to its circle.
  const labels = [
    ...(light
      ? [
          {
            key: 'light',
            words: say(compact ? circleText.imageCircleDiameterShort : circleText.imageCircleDiameter, {
              diameterMm: fixed(light.diameterMm, 1),
            }),
            r: radius(light),
            strong: false,
          },
        ]
      : []),
    ...(compact ? [] : others).map((circle) => ({
      key: String(circle.fNumber),
      words: apertureWords(circle.fNumber),
      r: radius(circle),
      strong: false,
    })),
    ...(sharp
      ? [{ key: 'sharp', words: `${apertureWords(sharp.fNumber)}  ${fixed(sharp.diameterMm, 1)}`, r: radius(sharp), strong: true }]
      : []),
  ].sort((a, b) => b.r - a.r);
  const smallest = labels[labels.length - 1]?.r ?? 0;
  const first = -Math.min(smallest * 0.9, labels.length * LABEL_PX + 14);
  // On a narrow drawing the only room left of the circles is in the corner above: each by the top of its own.
  const heights: number[] = [];
  for (const [i, { r }] of labels.entries())
    heights.push(compact ? Math.max(-r * 0.97, (heights[i - 1] ?? -Infinity) + LABEL_PX) : first + i * LABEL_PX);
  return (
    <g>
      {light && <Ring plane={plane} circle={light} fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2.2" />}
      {others.map((circle) => (
        <Ring key={circle.fNumber} plane={plane} circle={circle} fill="none" stroke="var(--rule)" strokeWidth="0.8" />
      ))}
      {sharp && <Ring plane={plane} circle={sharp} fill="none" stroke="var(--accent)" strokeWidth="2" />}
      {labels.map(({ key, words, r, strong }, i) => {
        const dy = heights[i] ?? 0;
        const x = cx - Math.sqrt(Math.max(0, r * r - dy * dy));
        const end = 6 + words.length * 6.1;
        const ink = strong ? 'var(--accent)' : 'var(--ink-soft)';
        return (
          <g key={key}>
            {x > end + 4 && <path d={`M${end} ${cy + dy} H${x}`} stroke={ink} strokeWidth="0.7" />}
            <circle cx={x} cy={cy + dy} r="2" fill={ink} />
            <text
              x={6}
              y={cy + dy + 4}
              fontSize="11.5"
              fontWeight={strong ? 650 : 450}
              fill={ink}
              stroke="var(--ground)"
              strokeWidth="3"
              strokeLinejoin="round"
              paintOrder="stroke"
            >
              {words}
            </text>
          </g>
        );
      })}
    </g>
  );
});

/** A closed path through x, y pairs in mm; `null` when there are none. */
function closed(plane: Plane, points: Float64Array): string | null {
  const path: string[] = [];
  for (let i = 0; i + 1 < points.length; i += 2)
    path.push(`${plane.x(points[i] ?? 0).toFixed(2)} ${plane.y(points[i + 1] ?? 0).toFixed(2)}`);
  return path.length > 0 ? `M${path.join('L')}Z` : null;
}

interface ReachProps {
  readonly plane: Plane;
  readonly points: Float64Array;
  readonly mechanism: Mechanism;
}

/** Where the frame's centre may go: the contour that the sharp circle allows, and the end stops. */
const Reach = memo(function Reach({ plane, points, mechanism }: ReachProps) {
  const outline = useMemo(() => closed(plane, points), [points, plane]);
  return (
    <g>
      {outline && (
        <path
          d={outline}
          fill="var(--accent-wash)"
          stroke="var(--accent)"
          strokeWidth="1.3"
          strokeDasharray="1.5 3.5"
          strokeLinecap="round"
        />
      )}
      <Stops plane={plane} mechanism={mechanism} />
    </g>
  );
});

function Stops({ plane, mechanism }: { readonly plane: Plane; readonly mechanism: Mechanism }) {
  const edge = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 1.1, strokeDasharray: '9 4' };
  switch (mechanism.kind) {
    case 'unknown':
      return null;
    case 'fixed':
      return null;
    case 'disc':
      return <circle cx={plane.x(0)} cy={plane.y(0)} r={mechanism.radiusMm * plane.pixelsPerMm} {...edge} />;
    case 'box':
      return (
        <rect
          x={plane.x(-mechanism.leftMm)}
          y={plane.y(mechanism.riseMm)}
          width={(mechanism.leftMm + mechanism.rightMm) * plane.pixelsPerMm}
          height={(mechanism.riseMm + mechanism.fallMm) * plane.pixelsPerMm}
          {...edge}
        />
      );
    case 'line': {
      const a = onSlide(mechanism, mechanism.forwardMm);
      const b = onSlide(mechanism, -mechanism.backMm);
      return (
        <g>
          <line x1={plane.x(a.shiftMm)} y1={plane.y(a.riseMm)} x2={plane.x(b.shiftMm)} y2={plane.y(b.riseMm)} {...edge} />
          {[a, b].map((end, i) => (
            <rect key={i} x={plane.x(end.shiftMm) - 4} y={plane.y(end.riseMm) - 4} width="8" height="8" fill="var(--ink)" />
          ))}
        </g>
      );
    }
  }
}

const Axis = memo(function Axis({ plane, width, height }: { readonly plane: Plane; readonly width: number; readonly height: number }) {
  const x = plane.x(0);
  const y = plane.y(0);
  return (
    <g stroke="var(--hairline)" strokeWidth="1">
      <path d={`M${x} 0 V${height} M0 ${y} H${width}`} />
      <path d={`M${x - 7} ${y} H${x + 7} M${x} ${y - 7} V${y + 7}`} stroke="var(--ink)" />
    </g>
  );
});

interface FrameProps {
  readonly plane: Plane;
  readonly frame: FrameSize;
  /** The whole frame, of which `frame` is what is kept. */
  readonly whole: FrameSize;
  readonly at: ShiftPosition;
  readonly sharp: (CircleOnBack & Outlined) | null;
  readonly light: (CircleOnBack & Outlined) | null;
  /** The corners outside the sharp circle; `null` when that is not known. */
  readonly outside: readonly Corner[] | null;
}

function Frame({ plane, frame, whole, at, sharp, light, outside: cornersOut }: FrameProps) {
  const id = useId();
  const width = frame.widthMm * plane.pixelsPerMm;
  const height = frame.heightMm * plane.pixelsPerMm;
  const cx = plane.x(at.shiftMm);
  const cy = plane.y(at.riseMm);
  const left = cx - width / 2;
  const top = cy - height / 2;
  const rect = `M${left} ${top} h${width} v${height} h${-width} Z`;
  // The frame less a circle: even-odd of both, clipped to the frame.
  const outside = (circle: CircleOnBack & Outlined) => `${rect} ${ringPath(plane, circle)}`;
  const [wholeWidth, wholeHeight] = [whole.widthMm * plane.pixelsPerMm, whole.heightMm * plane.pixelsPerMm];
  return (
    <g>
      <defs>
        <pattern id={`${id}-hatch`} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="6" height="6" fill="var(--fails)" fillOpacity="0.12" />
          <path d="M0 0 V6" stroke="var(--fails)" strokeWidth="2.4" />
        </pattern>
        <clipPath id={`${id}-frame`}>
          <rect x={left} y={top} width={width} height={height} />
        </clipPath>
      </defs>
      <rect x={left} y={top} width={width} height={height} fill="var(--ink)" fillOpacity="0.06" />
      <g clipPath={`url(#${id}-frame)`}>
        {sharp && <path d={outside(sharp)} fillRule="evenodd" fill={`url(#${id}-hatch)`} />}
        {light && <path d={outside(light)} fillRule="evenodd" fill="var(--ink)" />}
      </g>
      {(whole.widthMm > frame.widthMm || whole.heightMm > frame.heightMm) && (
        <rect
          x={cx - wholeWidth / 2}
          y={cy - wholeHeight / 2}
          width={wholeWidth}
          height={wholeHeight}
          fill="none"
          stroke="var(--ink-soft)"
          strokeWidth="1"
          strokeDasharray="2 3"
        />
      )}
      <rect className="frame-edge" x={left} y={top} width={width} height={height} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
      {cornerPoints(frame).map(([x, y], i) => {
        const corner = CORNERS[i] ?? 'upperLeft';
        const [px, py] = [plane.x(at.shiftMm + x), plane.y(at.riseMm + y)];
        if (cornersOut === null) return null;
        return cornersOut.includes(corner) ? (
          <path key={corner} d={`M${px - 5} ${py - 5} l10 10 M${px + 5} ${py - 5} l-10 10`} stroke="var(--fails)" strokeWidth="2.4" />
        ) : (
          <circle key={corner} cx={px} cy={py} r="3.2" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.4" />
        );
      })}
      <path d={`M${plane.x(0)} ${plane.y(0)} L${cx} ${cy}`} stroke="var(--ink)" strokeWidth="1" />
      <circle cx={cx} cy={cy} r="7" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="2.2" />
      <path d={`M${cx - 11} ${cy} H${cx + 11} M${cx} ${cy - 11} V${cy + 11}`} stroke="var(--accent)" strokeWidth="1.4" />
    </g>
  );
}

function disc(plane: Plane, radiusMm: number): string {
  const r = radiusMm * plane.pixelsPerMm;
  const cx = plane.x(0);
  const cy = plane.y(0);
  return `M${cx - r} ${cy} a${r} ${r} 0 1 0 ${2 * r} 0 a${r} ${r} 0 1 0 ${-2 * r} 0 Z`;
}

const ScaleBar = memo(function ScaleBar({ plane, height }: { readonly plane: Plane; readonly height: number }) {
  const mm = [5, 10, 20, 50, 100].find((each) => each * plane.pixelsPerMm >= 46) ?? 100;
  const length = mm * plane.pixelsPerMm;
  const y = height - 12;
  return (
    <g>
      <path d={`M12 ${y - 5} V${y} H${12 + length} V${y - 5}`} fill="none" stroke="var(--ink-soft)" strokeWidth="1.2" />
      <text x={12 + length / 2} y={y - 5} textAnchor="middle" fontSize="11" fill="var(--ink-soft)">
        {mm} mm
      </text>
    </g>
  );
});
