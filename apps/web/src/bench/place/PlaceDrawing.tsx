import { lengthWords } from '@gangway/messages/length';
import { placeText } from '@gangway/messages/web/bench/place';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { scaleLinear } from 'd3-scale';
import { memo, useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { facesOf } from '@gangway/core/scene/faces';
import { handlesOf, type InView, type PlaceView } from '@gangway/core/scene/handles';
import { dimensionsOf, extentOf, type Subject } from '@gangway/core/subjects/subject';
import { standOffOf } from '@gangway/core/planning/getIn';
import { turnedToWorld } from '@gangway/core/space/pose';
import { fixed, metresWords } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import { useGesture } from '../movements/useGesture';
import { boundsOf, paced, placeLayout, type PlaceLayout } from './placeLayout';
import type { Scene } from '@gangway/core/model/scene';
import type { NumberSpec } from '@gangway/core/kit/spec';
import { sceneEdit } from '../scene/sceneEdit';

/** Where the tripod stands and what is before it, from above and from the side, to one scale; dimensions and camera are dragged. */
export function PlaceDrawing({ geometry, scene }: { readonly geometry: Geometry; readonly scene: Scene }) {
  const [ref, size] = useSize<HTMLDivElement>();
  // While something is dragged the drawing keeps its scale, or it would run away from the hand.
  const [held, setHeld] = useState<PlaceLayout | null>(null);
  const fitting = useMemo(() => (size ? placeLayout(boundsOf(scene), size.width, size.height) : null), [size, scene]);
  const layout = held ?? fitting;
  const wordsId = useId();
  return (
    <div ref={ref} className="relative h-full min-h-72 w-full overflow-hidden">
      {size && layout && (
        <svg
          width={size.width}
          height={size.height}
          className="absolute inset-0 select-none"
          aria-label={placeText.planAndElevation}
          aria-describedby={wordsId}
        >
          <Metres layout={layout} width={size.width} height={size.height} />
          <Solid layout={layout} subject={scene.subject} />
          <Obstacle layout={layout} scene={scene} />
          <Sight layout={layout} geometry={geometry} scene={scene} />
          <Handles layout={layout} scene={scene} onHold={() => setHeld(layout)} onLetGo={() => setHeld(null)} />
        </svg>
      )}
      <p id={wordsId} className="sr-only">
        {placeWords(scene)}
      </p>
    </div>
  );
}

function placeWords(scene: Scene): string {
  const { topM, widthM } = extentOf(scene.subject);
  return [
    say(placeText.theCameraIsAwayM, {
      distanceM: metresWords(scene.distanceM),
      asideM: lengthWords(Math.abs(scene.asideM), 2),
      asideM2: scene.asideM < 0 ? 'yes' : 'no',
      cameraHeightM: lengthWords(scene.cameraHeightM, 2),
    }),
    say(placeText.theSubjectIsMWide, { widthM: lengthWords(widthM, 2), topM: lengthWords(topM, 2) }),
    scene.roomM === null ? placeText.nothingLimitsHowFarBack : say(placeText.anObstacleIsFromThe, { roomM: metresWords(scene.roomM) }),
  ].join(' ');
}

/** The shared ruler of distance, and the titles of the two drawings. */
const Metres = memo(function Metres({
  layout,
  width,
  height,
}: {
  readonly layout: PlaceLayout;
  readonly width: number;
  readonly height: number;
}) {
  const ticks = scaleLinear()
    .domain([layout.leastAwayM, layout.mostAwayM])
    .ticks(Math.max(3, Math.round(width / 90)));
  const ground = layout.sideY(0);
  return (
    <g>
      <text x={4} y={13} fontSize="11" fontWeight="600" letterSpacing="0.06em" fill="var(--ink-soft)">
        {placeText.fromAbove}
      </text>
      <text x={4} y={layout.splitPx + 4} fontSize="11" fontWeight="600" letterSpacing="0.06em" fill="var(--ink-soft)">
        {placeText.fromTheSide}
      </text>
      <line x1={0} x2={width} y1={ground} y2={ground} stroke="var(--ink)" strokeWidth="1.4" />
      {ticks.map((m) => (
        <g key={m} stroke="var(--hairline)">
          <line x1={layout.x(m)} x2={layout.x(m)} y1={18} y2={ground} />
          <line x1={layout.x(m)} x2={layout.x(m)} y1={ground} y2={ground + 5} stroke="var(--ink)" />
          <text
            x={layout.x(m)}
            y={Math.min(height - 3, ground + 17)}
            textAnchor="middle"
            fontSize="11"
            fill="var(--ink-soft)"
            stroke="none"
          >
            {fixed(Math.abs(m), Math.abs(m) < 1 && m !== 0 ? 1 : 0)}
            {m === 0 ? ' m' : ''}
          </text>
        </g>
      ))}
    </g>
  );
});

/** The edges of the subject in both views. */
const Solid = memo(function Solid({ layout, subject }: { readonly layout: PlaceLayout; readonly subject: Subject }) {
  const [plan, side] = useMemo(() => {
    const bodies = facesOf(subject).slice(subject.kind === 'interior' ? 0 : 1);
    const path = (point: (x: number, y: number, z: number) => readonly [number, number]) =>
      bodies
        .flatMap(({ corners, edges }) =>
          corners.flatMap((a, i) => {
            const b = corners[(i + 1) % corners.length];
            if (!b || edges?.[i] === false) return [];
            const [p, q] = [point(...a), point(...b)];
            return [`M${p[0].toFixed(1)} ${p[1].toFixed(1)}L${q[0].toFixed(1)} ${q[1].toFixed(1)}`];
          }),
        )
        .join('');
    return [path((x, _, z) => [layout.x(z), layout.planY(x)]), path((_, y, z) => [layout.x(z), layout.sideY(y)])];
  }, [layout, subject]);
  return (
    <g fill="none" stroke="var(--ink)" strokeWidth="0.9" strokeLinecap="round">
      <path d={plan} />
      <path d={side} />
    </g>
  );
});

function Obstacle({ layout, scene }: { readonly layout: PlaceLayout; readonly scene: Scene }) {
  const id = useId();
  if (scene.roomM === null) return null;
  const x = layout.x(-scene.roomM);
  return (
    <g>
      <defs>
        <pattern id={id} width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0 V7" stroke="var(--ink-soft)" strokeWidth="2" />
        </pattern>
      </defs>
      <rect
        x={Math.max(0, x - 12)}
        y={18}
        width={Math.min(12, Math.max(0, x))}
        height={Math.max(0, layout.sideY(0) - 18)}
        fill={`url(#${id})`}
      />
      <line x1={x} x2={x} y1={18} y2={layout.sideY(0)} stroke="var(--ink)" strokeWidth="1.6" />
      <text x={x + 5} y={30} fontSize="11.5" fill="var(--ink-soft)" stroke="var(--ground)" strokeWidth="3" paintOrder="stroke">
        {placeText.obstacle}
      </text>
    </g>
  );
}

/** What the frame takes in, and from where the top would be in. */
function Sight({ layout, geometry, scene }: { readonly layout: PlaceLayout; readonly geometry: Geometry; readonly scene: Scene }) {
  const id = useId();
  const back = geometry.back;
  if (!back) return null;
  const { widthMm, heightMm } = geometry.frame;
  const { riseMm, shiftMm } = geometry.settings.movements;
  const v = geometry.imageMm;
  const [cx, cz, cy] = [scene.asideM, -scene.distanceM, scene.cameraHeightM];
  const long = (layout.mostAwayM - layout.leastAwayM) * 2;
  const ray = (x: number, y: number) => {
    const d = turnedToWorld(back.axes, [x + shiftMm, y + riseMm, v]);
    const size = Math.hypot(...d);
    return d.map((part) => (part / size) * long);
  };
  const [left, right, up, down] = [ray(-widthMm / 2, 0), ray(widthMm / 2, 0), ray(0, heightMm / 2), ray(0, -heightMm / 2)];
  const plan = (d: readonly number[] | undefined) => `${layout.x(cz + (d?.[2] ?? 0))} ${layout.planY(cx + (d?.[0] ?? 0))}`;
  const side = (d: readonly number[] | undefined) => `${layout.x(cz + (d?.[2] ?? 0))} ${layout.sideY(cy + (d?.[1] ?? 0))}`;
  const look = { fill: 'var(--accent-wash)', fillOpacity: 0.5, stroke: 'var(--accent)', strokeWidth: 1 };
  return (
    <g>
      <defs>
        <clipPath id={`${id}-plan`}>
          <rect x={0} y={18} width="4000" height={Math.max(0, layout.splitPx - 26)} />
        </clipPath>
        <clipPath id={`${id}-side`}>
          <rect x={0} y={layout.splitPx + 8} width="4000" height={Math.max(0, layout.sideY(0) - layout.splitPx - 8)} />
        </clipPath>
      </defs>
      <path clipPath={`url(#${id}-plan)`} d={`M${plan([0, 0, 0])} L${plan(left)} L${plan(right)} Z`} {...look} />
      <path clipPath={`url(#${id}-side)`} d={`M${side([0, 0, 0])} L${side(up)} L${side(down)} Z`} {...look} />
      <TopInFrom layout={layout} geometry={geometry} scene={scene} />
    </g>
  );
}

/** Where with all the rise there is the top comes in, level. */
function TopInFrom({ layout, geometry, scene }: { readonly layout: PlaceLayout; readonly geometry: Geometry; readonly scene: Scene }) {
  if (scene.pitchDeg !== 0) return null;
  const off = standOffOf(geometry);
  if (!off) return null;
  const x = layout.x(-off.forTopM);
  if (off.forTopM < 0.1 || -off.forTopM < layout.leastAwayM) return null;
  const y = layout.sideY(0);
  const over = layout.sideY(scene.cameraHeightM) - 20;
  return (
    <g>
      <path d={`M${x} ${y} V${over}`} stroke="var(--accent)" strokeWidth="1.4" strokeDasharray="3 3" />
      <text
        x={x}
        y={over - 5}
        textAnchor="middle"
        fontSize="11"
        fill="var(--accent)"
        stroke="var(--ground)"
        strokeWidth="3"
        paintOrder="stroke"
      >
        {say(placeText.topInFrom, { forTopM: metresWords(off.forTopM) })}
      </text>
    </g>
  );
}

interface Grip {
  readonly key: string;
  readonly label: string;
  readonly words: string;
  readonly now: number;
  readonly view: PlaceView;
  readonly at: InView;
  /** Puts it somewhere; says nothing when that cannot be. */
  readonly put: (to: InView, gesture: string) => void;
  /** By keys: so many steps away and aside or up. */
  readonly nudge: (away: number, side: number, gesture: string) => void;
  readonly camera?: boolean;
}

function gripsOf(scene: Scene): readonly Grip[] {
  const { subject } = scene;
  const stepOf = (value: number) => (Math.abs(value) < 3 ? 0.01 : 0.1);
  const dimensions = handlesOf(subject).flatMap(({ key, view, at, value }): readonly Grip[] => {
    const spec = dimensionsOf(subject.kind).find(([name]) => name === key)?.[1];
    if (!spec) return [];
    const now = (subject as unknown as Readonly<Record<string, number>>)[key] ?? 0;
    const set = (wanted: number, gesture: string) => {
      const near = setting(key, wanted, spec);
      const next = Math.min(spec.max, Math.max(spec.min, near));
      sceneEdit.amendScene(
        (each) => ({ ...each, subject: { ...each.subject, [key]: next } }),
        `${spec.label.toLowerCase()} ${fixed(next, 2)} ${spec.unit}`,
        gesture,
      );
    };
    return [
      {
        key,
        label: spec.label,
        words: `${fixed(now, 2)} ${spec.unit}`,
        now,
        view,
        at,
        put: (to, gesture) => set(value(to), gesture),
        nudge: (away, side, gesture) => set(now + (away + side) * (spec.unit === '°' ? 1 : stepOf(now)), gesture),
      },
    ];
  });
  const distance = (m: number, gesture: string) => sceneEdit.setDistance(Math.max(0.05, paced(m)), gesture);
  const amend = (changes: Partial<Scene>, words: string, gesture: string) =>
    sceneEdit.amendScene((each) => ({ ...each, ...changes }), words, gesture);
  const step = stepOf(scene.distanceM);
  return [
    ...dimensions,
    {
      key: 'camera-plan',
      camera: true,
      label: placeText.cameraFromAboveLeftAnd,
      words: say(placeText.awayMAside, { distanceM: metresWords(scene.distanceM), asideM: lengthWords(scene.asideM, 2) }),
      now: scene.distanceM,
      view: 'plan',
      at: { awayM: -scene.distanceM, sideM: scene.asideM },
      put: ({ awayM, sideM }, gesture) => {
        distance(-awayM, gesture);
        amend(
          { asideM: Math.abs(sideM) < 0.012 * scene.distanceM ? 0 : paced(sideM) },
          say(placeText.mAside, { sideM: lengthWords(sideM, 2) }),
          gesture,
        );
      },
      nudge: (away, side, gesture) => {
        if (away !== 0) distance(scene.distanceM - away * step, gesture);
        else amend({ asideM: paced(scene.asideM - side * step) }, 'aside', gesture);
      },
    },
    {
      key: 'camera-side',
      camera: true,
      label: placeText.lensFromTheSideLeft,
      words: say(placeText.awayMUp, { distanceM: metresWords(scene.distanceM), cameraHeightM: lengthWords(scene.cameraHeightM, 2) }),
      now: scene.cameraHeightM,
      view: 'elevation',
      at: { awayM: -scene.distanceM, sideM: scene.cameraHeightM },
      put: ({ awayM, sideM }, gesture) => {
        distance(-awayM, gesture);
        amend({ cameraHeightM: Math.max(0.02, paced(sideM)) }, say(placeText.lensAtM, { sideM: lengthWords(sideM, 2) }), gesture);
      },
      nudge: (away, side, gesture) => {
        if (away !== 0) distance(scene.distanceM - away * step, gesture);
        else
          amend(
            { cameraHeightM: paced(scene.cameraHeightM + side * 0.01) },
            say(placeText.lensAtM2, { cameraHeightM: lengthWords(scene.cameraHeightM + side * 0.01, 2) }),
            gesture,
          );
      },
    },
    ...(scene.roomM === null
      ? []
      : [
          {
            key: 'room',
            label: placeText.obstacleBehindTheCamera,
            words: metresWords(scene.roomM),
            now: scene.roomM,
            view: 'plan' as const,
            at: { awayM: -scene.roomM, sideM: 0 },
            put: ({ awayM }: InView, gesture: string) =>
              void amend({ roomM: Math.max(0.05, paced(-awayM)) }, placeText.theObstacle, gesture),
            nudge: (away: number, _: number, gesture: string) =>
              void amend(
                { roomM: Math.max(0.05, paced((scene.roomM ?? 0) - away * stepOf(scene.roomM ?? 0))) },
                placeText.theObstacle,
                gesture,
              ),
          },
        ]),
  ];
}

function setting(key: string, wanted: number, spec: NumberSpec): number {
  if (key === 'metresPerUnit') return wanted;
  if (spec.unit === '°') return Math.round(wanted);
  return paced(wanted);
}

const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

function Handles({
  layout,
  scene,
  onHold,
  onLetGo,
}: {
  readonly layout: PlaceLayout;
  readonly scene: Scene;
  readonly onHold: () => void;
  readonly onLetGo: () => void;
}) {
  const gesture = useGesture();
  const dragged = useRef<string | null>(null);
  const inView = (view: PlaceView, event: PointerEvent<SVGGElement>): InView => {
    const rect = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    const [x, y] = [event.clientX - (rect?.left ?? 0), event.clientY - (rect?.top ?? 0)];
    return {
      awayM: (x - layout.x(0)) / layout.pixelsPerM,
      sideM: view === 'plan' ? (y - layout.planY(0)) / layout.pixelsPerM : (layout.sideY(0) - y) / layout.pixelsPerM,
    };
  };
  return (
    <g>
      {gripsOf(scene)
        .filter(({ at }) => at.awayM <= layout.mostAwayM * 1.02)
        .map(({ key, label, words, now, view, at, put, nudge, camera }) => {
          const [x, y] = [layout.x(at.awayM), view === 'plan' ? layout.planY(at.sideM) : layout.sideY(at.sideM)];
          return (
            <g
              key={key}
              role="slider"
              tabIndex={0}
              aria-label={label}
              aria-valuenow={now}
              aria-valuetext={words}
              aria-orientation={view === 'plan' ? 'horizontal' : 'vertical'}
              data-grip={key}
              className="cursor-grab touch-none outline-none active:cursor-grabbing [&:focus-visible_.edge]:stroke-[4]"
              onPointerDown={(event) => {
                if (event.button !== 0) return;
                event.currentTarget.setPointerCapture(event.pointerId);
                gesture.begin();
                dragged.current = key;
                onHold();
              }}
              onPointerMove={(event) => {
                if (dragged.current === key) put(inView(view, event), gesture.id());
              }}
              onPointerUp={() => {
                dragged.current = null;
                gesture.end();
                onLetGo();
              }}
              onPointerCancel={() => {
                dragged.current = null;
                gesture.end();
                onLetGo();
              }}
              onKeyDown={(event: KeyboardEvent) => {
                const by = KEYS[event.key];
                if (!by || event.ctrlKey || event.metaKey || event.altKey) return;
                event.preventDefault();
                const often = event.shiftKey ? 10 : 1;
                nudge(by[0] * often, by[1] * often, gesture.id());
              }}
            >
              <title>{`${label}: ${words}`}</title>
              <circle cx={x} cy={y} r="14" fill="transparent" />
              {camera === true ? (
                <path
                  className="edge"
                  d={`M${x - 14} ${y - 6} h10 l6 -3 v18 l-6 -3 h-10 Z`}
                  fill="var(--sheet)"
                  stroke="var(--ink)"
                  strokeWidth="2"
                  strokeLinejoin="round"
                />
              ) : (
                <rect
                  className="edge"
                  x={x - 5}
                  y={y - 5}
                  width="10"
                  height="10"
                  transform={`rotate(45 ${x} ${y})`}
                  fill="var(--sheet)"
                  stroke="var(--accent)"
                  strokeWidth="2.2"
                />
              )}
            </g>
          );
        })}
    </g>
  );
}
