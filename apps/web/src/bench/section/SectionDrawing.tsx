import { lengthWords } from '@gangway/messages/length';
import { sectionText } from '@gangway/messages/web/bench/section';
import { say } from '@gangway/messages/say';
import { type Geometry, geometryOf } from '@gangway/core/geometry/geometry';
import { Maximize2, Minus, Plus } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import equal from 'fast-deep-equal';
import { memo, useCallback, useEffect, useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import {
  blurInSection,
  focusThrough,
  lineAt,
  pinPutAt,
  sectionOf,
  wedgeArea,
  wedgeAt,
  type Section,
  type SectionLine,
  type SectionPin,
  type SectionPoint,
  type SectionView,
} from '@gangway/core/planning/section';
import { fixed, metresWords, turnWords } from '@gangway/core/words';
import { IconButton } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { useAtRest, useThrottled } from '../../ui/useThrottled';
import { useSize } from '../../ui/useSize';
import { useGesture } from '../movements/useGesture';
import { fitted, logarithmic, toScale, type Projection } from './sectionProjection';
import { focusEdit } from '../focus/focusEdit';
import { pinEdit } from '../focus/pinEdit';

/** Nobody reads faster than this while something is dragged, ms. */
const READ_MS = 200;
/** A sheet lets the pointer through but where something is to be taken hold of. */
const LAYER =
  'pointer-events-none absolute inset-0 will-change-transform [&_[data-grip]]:pointer-events-auto [&_[data-pin]]:pointer-events-auto';
const VIEWS = { side: sectionText.fromTheSide, plan: sectionText.fromAbove } as const;
/** By the logarithm the sheet reaches at least so far, m: to what is told from the horizon. */
const FAR_M = 1000;
/** Pins farther off than this do not stretch the drawing, m. */
const HORIZON_M = 500;

/** The setup cut through its lens: planes, hinge line, wedge and pins, to scale or by the logarithm of the distance. */
export function SectionDrawing({ geometry }: { readonly geometry: Geometry }) {
  const [ref, size] = useSize<HTMLDivElement>();
  const [view, setView] = useState<SectionView>('side');
  const [log, setLog] = useState(false);
  const [zoom, setZoom] = useState<{ readonly centre: SectionPoint; readonly metresPerPx: number } | null>(null);
  const [under, setUnder] = useState<SectionPoint | null>(null);
  const [wedgeM, setWedgeM] = useState<number | null>(null);
  const section = useMemo(() => sectionOf(geometry, view), [geometry, view]);
  const wordsId = useId();
  const farM = useMemo(() => reachOf(section, geometry), [section, geometry]);
  // While something is dragged the sheet stays as it is, or it would run away from the hand.
  const [held, setHeld] = useState<Projection | null>(null);
  const projection = useMemo(() => {
    if (!size) return null;
    if (log) return logarithmic(size.width, size.height, Math.max(FAR_M, farM * 2));
    const { centre, metresPerPx } = zoom ?? fitted(size, farM, acrossOf(section, farM));
    return toScale(size.width, size.height, centre, metresPerPx);
  }, [size, log, zoom, section, farM]);
  const sheet = held ?? projection;
  const letGo = useCallback(() => setHeld(null), []);
  const showAll = useCallback(() => setZoom(null), []);
  // The tools under the drawing are not drawn anew at each step of a drag: they ask for what is there when they are used.
  const zoomBy = (by: number, around: SectionPoint) => {
    if (!size || !projection || projection.kind === 'log') return;
    const metresPerPx = Math.min(50, Math.max(2e-6, projection.metresPerPx * by));
    const [x, y] = projection.to(around);
    const centre: SectionPoint = [around[0] - (x - size.width / 2) * metresPerPx, around[1] + (y - size.height / 2) * metresPerPx];
    setZoom({ centre, metresPerPx });
  };
  const zoomNow = useRef(zoomBy);
  useEffect(() => {
    zoomNow.current = zoomBy;
  });
  const onZoom = useCallback((by: number, around: SectionPoint) => zoomNow.current(by, around), []);
  const grab = useRef<{ readonly x: number; readonly y: number; readonly centre: SectionPoint } | null>(null);
  const placeOf = (event: PointerEvent<HTMLElement> | React.WheelEvent<HTMLElement>): SectionPoint => {
    const rect = event.currentTarget.getBoundingClientRect();
    return [event.clientX - rect.left, event.clientY - rect.top];
  };
  const shownWedge = wedgeM ?? Number(Math.min(farM * 0.6, 50).toPrecision(2));

  return (
    <div className="flex h-full min-h-0 min-w-0 flex-col">
      <div ref={ref} className="relative min-h-40 grow overflow-hidden border border-hairline [contain:strict]">
        {size && sheet && (
          // Three sheets one upon another, so that what stays while something is dragged is not painted again.
          <div
            role="group"
            aria-label={say(sectionText.section, { view: VIEWS[view] })}
            aria-describedby={wordsId}
            data-testid="section"
            className="absolute inset-0 touch-none select-none"
            onWheel={(event) => zoomBy(event.deltaY > 0 ? 1.25 : 0.8, sheet.from(placeOf(event)))}
            onPointerDown={(event) => {
              if (event.button !== 0 || sheet.kind === 'log') return;
              const middle = sheet.from([size.width / 2, size.height / 2]);
              grab.current = { x: event.clientX, y: event.clientY, centre: middle };
            }}
            onPointerMove={(event) => {
              setUnder(sheet.from(placeOf(event)));
              const from = grab.current;
              if (!from || Math.hypot(event.clientX - from.x, event.clientY - from.y) < 4) return;
              setZoom({
                metresPerPx: sheet.metresPerPx,
                centre: [
                  from.centre[0] - (event.clientX - from.x) * sheet.metresPerPx,
                  from.centre[1] + (event.clientY - from.y) * sheet.metresPerPx,
                ],
              });
            }}
            onPointerUp={() => (grab.current = null)}
            onPointerLeave={() => {
              setUnder(null);
              grab.current = null;
            }}
          >
            <svg width={size.width} height={size.height} className={LAYER}>
              <Sheet section={section} sheet={sheet} width={size.width} height={size.height} geometry={geometry} />
              <WedgeMark sheet={sheet} at={shownWedge} ends={wedgeAt(geometry, view, shownWedge)} height={size.height} />
            </svg>
            <svg width={size.width} height={size.height} className={LAYER}>
              <Pins pins={section.pins} sheet={sheet} view={view} width={size.width} onHold={setHeld} onLetGo={letGo} />
              <Measure sheet={sheet} farM={Math.max(FAR_M, farM * 2)} width={size.width} height={size.height} />
            </svg>
            <svg width={size.width} height={size.height} className={LAYER}>
              <PlaneGrip section={section} sheet={sheet} geometry={geometry} farM={farM} onHold={setHeld} onLetGo={letGo} />
              <LensGrip section={section} sheet={sheet} geometry={geometry} onHold={setHeld} onLetGo={letGo} />
            </svg>
          </div>
        )}
      </div>
      <Tools
        view={view}
        log={log}
        whole={zoom === null}
        wedgeM={shownWedge}
        onView={setView}
        onLog={setLog}
        onZoom={onZoom}
        onAll={showAll}
        onWedge={setWedgeM}
      />
      <Words geometry={geometry} view={view} under={under} wedgeM={shownWedge} id={wordsId} />
    </div>
  );
}

interface ToolsProps {
  readonly view: SectionView;
  readonly log: boolean;
  readonly whole: boolean;
  readonly wedgeM: number;
  readonly onView: (view: SectionView) => void;
  readonly onLog: (log: boolean) => void;
  readonly onZoom: (by: number, around: SectionPoint) => void;
  readonly onAll: () => void;
  readonly onWedge: (m: number) => void;
}

/** From which side, how distance is drawn, how large, and where the wedge is measured. */
const Tools = memo(function Tools({ view, log, whole, wedgeM, onView, onLog, onZoom, onAll, onWedge }: ToolsProps) {
  return (
    <div className="mt-1 flex flex-wrap items-center gap-x-2 gap-y-1 text-sm">
      <ToggleGroup.Root
        type="single"
        value={view}
        onValueChange={(value) => (value === 'side' || value === 'plan') && onView(value)}
        aria-label={sectionText.section2}
        className="inline-flex overflow-hidden rounded-md border border-rule"
      >
        {(['side', 'plan'] as const).map((each) => (
          <ToggleGroup.Item
            key={each}
            value={each}
            className="px-2 py-0.5 not-first:border-l not-first:border-rule data-[state=on]:bg-accent data-[state=on]:text-on-accent"
          >
            {VIEWS[each]}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
      <label className="flex items-center gap-1.5">
        <input type="checkbox" checked={log} onChange={(event) => onLog(event.target.checked)} className="accent-accent" />
        {sectionText.logDistance}
      </label>
      <span className="inline-flex">
        <IconButton label={sectionText.nearer} disabled={log} onClick={() => onZoom(0.5, [0, 0])}>
          <Plus size={16} aria-hidden />
        </IconButton>
        <IconButton label={sectionText.farther} disabled={log} onClick={() => onZoom(2, [0, 0])}>
          <Minus size={16} aria-hidden />
        </IconButton>
        <IconButton label={sectionText.showAll} disabled={log || whole} onClick={onAll}>
          <Maximize2 size={15} aria-hidden />
        </IconButton>
      </span>
      <NumberField
        label={sectionText.wedgeAt}
        unit="m"
        decimals={2}
        width="w-14"
        value={wedgeM}
        onCommit={(m) => {
          if (!(m > 0) || m > 100_000) return sectionText.wedgeAtTheDistanceMust;
          onWedge(m);
          return null;
        }}
      />
    </div>
  );
});

/** What the drawing says, some times a second. */
function Words({
  geometry,
  view,
  under,
  wedgeM,
  id,
}: {
  readonly geometry: Geometry;
  readonly view: SectionView;
  readonly under: SectionPoint | null;
  readonly wedgeM: number;
  readonly id: string;
}) {
  const read = useThrottled(geometry, READ_MS);
  const section = useMemo(() => sectionOf(geometryOf(read.settings), view), [read, view]);
  const plain = useMemo(
    () =>
      say(sectionText.at, {
        section: planeWords(section),
        wedgeM: metresWords(wedgeM),
        settings: wedgeWords(wedgeAt(geometryOf(read.settings), view, wedgeM), view),
      }),
    [section, read, view, wedgeM],
  );
  const rested = useAtRest(read);
  const all = useMemo(() => sectionWords(sectionOf(geometryOf(rested.settings), view), rested), [rested, view]);
  return (
    <>
      <p className="min-h-8 text-xs leading-4 text-ink-soft tabular-nums sm:h-8 sm:overflow-hidden">
        {under ? underWords(read, view, under) : plain}
      </p>
      <p id={id} className="sr-only">
        {all}
      </p>
    </>
  );
}

/** How far ahead the drawing has to reach, m. */
function reachOf({ pins, plane }: Section, { settings: { scene, focusM } }: Geometry): number {
  const ahead = pins.flatMap(({ points }) => points.map(([z]) => z)).filter((z) => z > 0 && z < HORIZON_M);
  const focus = plane && plane.z > 1e-9 ? Math.min(HORIZON_M, plane.at / plane.z) : 0;
  const far = Math.max(...ahead, ahead.length === 0 ? Math.max(focus, scene?.distanceM ?? 0, focusM ?? 0) : 0);
  return far > 0 && Number.isFinite(far) ? far : 10;
}

/** How far across it has to reach, m. */
function acrossOf({ pins, hingeM }: Section, farM: number): readonly [number, number] {
  const us = pins.flatMap(({ points }) => points.filter(([z]) => z < HORIZON_M).map(([, u]) => u));
  const hinge = hingeM !== null && Math.abs(hingeM) < farM * 0.6 ? [hingeM] : [];
  return [Math.min(-farM * 0.12, ...us, ...hinge), Math.max(farM * 0.12, ...us, ...hinge)];
}

/** A line of the section as it lies on the sheet: straight to scale, bent by the logarithm. */
function lineOn(line: SectionLine, sheet: Projection, width: number, height: number): string {
  const size = Math.hypot(line.z, line.u);
  // From the foot of the perpendicular outward both ways, ever farther.
  const foot: SectionPoint = [(line.z * line.at) / size ** 2, (line.u * line.at) / size ** 2];
  const along: SectionPoint = [-line.u / size, line.z / size];
  const reach =
    sheet.kind === 'scale'
      ? [(width + height) * sheet.metresPerPx * 3 + Math.hypot(...sheet.from([width / 2, height / 2])) + Math.hypot(...foot)]
      : Array.from({ length: 60 }, (_, i) => 0.001 * 1.32 ** i);
  const at = (s: number): string => {
    const [x, y] = sheet.to([foot[0] + along[0] * s, foot[1] + along[1] * s]);
    return `${x.toFixed(1)} ${y.toFixed(1)}`;
  };
  const ends = [...reach.map((r) => -r).reverse(), 0, ...reach];
  return `M${ends.map(at).join('L')}`;
}

interface SheetProps {
  readonly section: Section;
  readonly sheet: Projection;
  readonly width: number;
  readonly height: number;
  readonly geometry: Geometry;
}

function Sheet({ section, sheet, width, height, geometry }: SheetProps) {
  const { plane, near, far, ground, imageM, axis, hingeM, meeting } = section;
  const frame = geometry.settings.rig.back;
  const half = (section.view === 'side' ? Math.min(frame.heightMm, frame.widthMm) : Math.max(frame.heightMm, frame.widthMm)) / 2000;
  const [bx, b0] = sheet.to([-imageM, half]);
  const [, b1] = sheet.to([-imageM, -half]);
  const lensHalf = Math.max(half * 0.9, 0.012);
  const lens = [1, -1].map((s) => sheet.to([-axis[1] * lensHalf * s, axis[0] * lensHalf * s]));
  const long = sheet.kind === 'scale' ? 34 * sheet.metresPerPx : 0.25;
  const [ax, ay] = sheet.to([axis[0] * long, axis[1] * long]);
  const [ox, oy] = sheet.to([0, 0]);
  return (
    <g fill="none">
      {(near || far) && <WedgeArea sheet={sheet} geometry={geometry} view={section.view} width={width} height={height} />}
      {ground && <path d={lineOn(ground, sheet, width, height)} stroke="var(--ink-soft)" strokeWidth="1" strokeDasharray="1 4" />}
      {near && <path d={lineOn(near, sheet, width, height)} stroke="var(--accent)" strokeWidth="0.9" strokeDasharray="6 3" />}
      {far && <path d={lineOn(far, sheet, width, height)} stroke="var(--accent)" strokeWidth="0.9" strokeDasharray="6 3" />}
      {plane && <path data-testid="plane" d={lineOn(plane, sheet, width, height)} stroke="var(--accent)" strokeWidth="2" />}
      {/* The planes of lens and back, long and thin, to where they meet. */}
      <path d={lineOn({ z: axis[0], u: axis[1], at: 0 }, sheet, width, height)} stroke="var(--rule)" strokeWidth="0.8" />
      <path d={lineOn({ z: 1, u: 0, at: -imageM }, sheet, width, height)} stroke="var(--rule)" strokeWidth="0.8" />
      <path d={`M${ox} ${oy} L${ax} ${ay}`} stroke="var(--ink)" strokeWidth="1" />
      <path d={`M${bx} ${b0} V${b1}`} stroke="var(--ink)" strokeWidth="4" />
      <path d={`M${lens[0]?.join(' ') ?? ''} L${lens[1]?.join(' ') ?? ''}`} stroke="var(--ink)" strokeWidth="3" strokeLinecap="round" />
      {hingeM !== null && <Spot at={sheet.to([0, hingeM])} words={sectionText.hingeLine} width={width} height={height} />}
      {meeting && (
        <Spot
          at={sheet.to(meeting)}
          words={hingeM !== null && apartPx(sheet.to(meeting), sheet.to([0, hingeM])) < 60 ? '' : sectionText.planesMeet}
          width={width}
          height={height}
          hollow
        />
      )}
    </g>
  );
}

/** The sharp wedge as an area, from the lens to the edge of the sheet. */
function WedgeArea({
  sheet,
  geometry,
  view,
  width,
  height,
}: {
  readonly sheet: Projection;
  readonly geometry: Geometry;
  readonly view: SectionView;
  readonly width: number;
  readonly height: number;
}) {
  if (sheet.kind === 'log') return null;
  const [ox, oy] = sheet.to([0, 0]);
  const ahead = (x: number): number => sheet.from([x, oy])[0];
  const from = ahead(Math.max(0, ox + 1));
  const to = ahead(width);
  const area = to > from ? wedgeArea(geometry, view, from, to) : null;
  if (!area) return null;
  const corner = ([z, u]: SectionPoint): string => `${sheet.to([z, 0])[0].toFixed(1)} ${sheetY(u, height, sheet, z)}`;
  return <path d={`M${area.map(corner).join('L')}Z`} fill="var(--accent)" fillOpacity="0.13" data-testid="wedge" />;
}

function sheetY(u: number, height: number, sheet: Projection, z: number): string | number {
  if (u === Infinity) return -10;
  if (u === -Infinity) return height + 10;
  return sheet.to([z, u])[1].toFixed(1);
}

function apartPx([x, y]: SectionPoint, [a, b]: SectionPoint): number {
  return Math.hypot(x - a, y - b);
}

function Spot({
  at: [x, y],
  words,
  width,
  height,
  hollow = false,
}: {
  readonly at: SectionPoint;
  readonly words: string;
  readonly width: number;
  readonly height: number;
  readonly hollow?: boolean;
}) {
  if (x < 4 || x > width - 4 || y < 4 || y > height - 4) return null;
  return (
    <g transform={`translate(${x} ${y})`}>
      <circle r="4" fill={hollow ? 'var(--ground)' : 'var(--ink)'} stroke="var(--ink)" strokeWidth="1.4" />
      {/* Low down it stands above the ruler. */}
      <text x="8" y={y > height - 26 ? -8 : 4} fontSize="11" fill="var(--ink)" stroke="var(--ground)" strokeWidth="3" paintOrder="stroke">
        {words}
      </text>
    </g>
  );
}

function WedgeMark({
  sheet,
  at,
  ends,
  height,
}: {
  readonly sheet: Projection;
  readonly at: number;
  readonly ends: readonly [number, number] | null;
  readonly height: number;
}) {
  const y = (u: number): number => {
    if (u === Infinity) return 0;
    if (u === -Infinity) return height;
    return Math.max(0, Math.min(height, sheet.to([at, u])[1]));
  };
  const [x] = sheet.to([at, 0]);
  if (!ends) return null;
  const [a, b] = [y(ends[1]), y(ends[0])];
  return <path d={`M${x - 4} ${a} h8 M${x} ${a} V${b} M${x - 4} ${b} h8`} stroke="var(--ink)" strokeWidth="1.4" fill="none" />;
}

interface HoldProps {
  readonly sheet: Projection;
  readonly onHold: (sheet: Projection) => void;
  readonly onLetGo: () => void;
}

interface GripProps extends HoldProps {
  readonly geometry: Geometry;
}

/** What all things that are dragged on the sheet have alike. */
function useGrip(
  sheet: Projection,
  put: (at: SectionPoint, gesture: string) => void,
  onHold: (sheet: Projection) => void,
  onLetGo: () => void,
) {
  const gesture = useGesture();
  // Where the sheet lies, looked up once at the press: asking at each step would lay the page out anew.
  const on = useRef<DOMRect | null>(null);
  const end = () => {
    on.current = null;
    gesture.end();
    onLetGo();
  };
  return {
    gesture,
    handlers: {
      onPointerDown: (event: PointerEvent<SVGGElement>) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        gesture.begin();
        on.current = event.currentTarget.ownerSVGElement?.getBoundingClientRect() ?? null;
        onHold(sheet);
      },
      onPointerMove: (event: PointerEvent<SVGGElement>) => {
        const rect = on.current;
        if (!rect) return;
        event.stopPropagation();
        put(sheet.from([event.clientX - rect.left, event.clientY - rect.top]), gesture.id());
      },
      onPointerUp: end,
      onPointerCancel: end,
    },
  };
}

const KEYS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};

/** The plane of sharp focus, taken hold of where it crosses the middle of the drawing. */
function PlaneGrip({ section, sheet, geometry, farM, onHold, onLetGo }: GripProps & { readonly section: Section; readonly farM: number }) {
  const put = (at: SectionPoint, id: string) => {
    const focusM = focusThrough(geometry, section.view, at);
    if (focusM !== undefined) focusEdit.setFocus(focusM === null ? null : Number(focusM.toPrecision(5)), id);
  };
  const { gesture, handlers } = useGrip(sheet, put, onHold, onLetGo);
  const { plane } = section;
  if (!plane) return null;
  // On the axis of the picture, or where the plane is at two thirds of the way.
  const crosses = plane.z > 1e-9 ? plane.at / plane.z : null;
  const ahead = crosses !== null && crosses > 0 && crosses < farM * 1.05 ? crosses : farM * 0.66;
  const up = crosses === ahead ? 0 : lineAt(plane, ahead);
  if (up === null) return null;
  const [x, y] = sheet.to([ahead, up]);
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={sectionText.planeOfSharpFocus}
      aria-valuenow={geometry.settings.focusM ?? 0}
      aria-valuetext={
        geometry.settings.focusM === null
          ? sectionText.atInfinity
          : say(sectionText.alongTheAxis, { focusM: metresWords(Math.abs(geometry.settings.focusM)) })
      }
      data-grip="plane"
      transform={`translate(${x} ${y})`}
      className="cursor-grab touch-none outline-none active:cursor-grabbing [&:focus-visible_.edge]:stroke-[4]"
      {...handlers}
      onKeyDown={(event: KeyboardEvent) => {
        const by = KEYS[event.key];
        if (!by || geometry.settings.focusM === null || event.ctrlKey) return;
        event.preventDefault();
        const share = 1 + (by[0] + by[1]) * (event.shiftKey ? 0.05 : 0.005);
        focusEdit.setFocus(Number((geometry.settings.focusM * share).toPrecision(5)), gesture.id());
      }}
    >
      <title>{sectionText.planeOfSharpFocusDrag}</title>
      <circle r="14" fill="transparent" />
      <path className="edge" d="M-7 0L0-7L7 0L0 7Z" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="2.4" />
    </g>
  );
}

/** The lens, taken hold of at the end of its axis. */
function LensGrip({ section, sheet, geometry, onHold, onLetGo }: GripProps & { readonly section: Section }) {
  const key = section.view === 'side' ? ('tiltDeg' as const) : ('swingDeg' as const);
  const sign = section.view === 'side' ? -1 : 1;
  const put = ([z, u]: SectionPoint, id: string) => {
    if (z > 0) focusEdit.turnWithin({ [key]: sign * ((Math.atan2(u, z) * 180) / Math.PI) }, id);
  };
  const { gesture, handlers } = useGrip(sheet, put, onHold, onLetGo);
  const long = sheet.kind === 'scale' ? 44 * sheet.metresPerPx : 0.4;
  const [x, y] = sheet.to([section.axis[0] * long, section.axis[1] * long]);
  const deg = geometry.settings.front[key];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={section.view === 'side' ? sectionText.lensAxisTilt : sectionText.lensAxisSwing}
      aria-valuenow={deg}
      aria-valuetext={turnWords(geometry.settings.front)}
      data-grip="lens"
      transform={`translate(${x} ${y})`}
      className="cursor-grab touch-none outline-none active:cursor-grabbing [&:focus-visible_.edge]:stroke-[4]"
      {...handlers}
      onKeyDown={(event: KeyboardEvent) => {
        const by = KEYS[event.key]?.[1] ?? 0;
        if (by === 0 || event.ctrlKey) return;
        event.preventDefault();
        // The end of the axis goes the way of the arrow.
        focusEdit.turnWithin({ [key]: deg + sign * by * (event.shiftKey ? 1 : 0.1) }, gesture.id());
      }}
    >
      <title>{sectionText.lensAxisDragItTo}</title>
      <circle r="14" fill="transparent" />
      <circle className="edge" r="5.5" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
    </g>
  );
}

interface PinsProps extends HoldProps {
  readonly view: SectionView;
  readonly width: number;
}

function Pins({ pins, ...rest }: PinsProps & { readonly pins: readonly SectionPin[] }) {
  return pins.map((pin) => <PinMark key={pin.id} pin={pin} {...rest} />);
}

/** A pin: filled when it is as sharp as it must be, open when not; square where it must be sharp, round where soft. Drawn anew only when it goes elsewhere or becomes sharp or soft. */
const PinMark = memo(
  function PinMark({ pin, sheet, view, width, onHold, onLetGo }: PinsProps & { readonly pin: SectionPin }) {
    const put = (at: SectionPoint, id: string) =>
      pinEdit.dragPin(pin.id, (settings) => pinPutAt(geometryOf(settings), pin.id, view, at), id);
    const { handlers } = useGrip(sheet, put, onHold, onLetGo);
    const shown = pin.points.slice(0, 40).map((point) => sheet.to(point));
    const [first] = shown;
    if (!first) return null;
    const good = pin.role === 'soft' ? !pin.sharp : pin.sharp;
    const right = first[0] > width - 90;
    const mark = ([x, y]: SectionPoint, i: number) =>
      pin.role === 'soft' ? (
        <circle key={i} cx={x} cy={y} r="4" fill={good ? 'var(--ink)' : 'var(--ground)'} stroke="var(--ink)" strokeWidth="1.5" />
      ) : (
        <rect
          key={i}
          x={x - 3.5}
          y={y - 3.5}
          width="7"
          height="7"
          fill={good ? 'var(--ink)' : 'var(--ground)'}
          stroke="var(--ink)"
          strokeWidth="1.5"
          strokeDasharray={pin.role === 'best' ? '2 1.5' : undefined}
        />
      );
    return (
      <g data-pin={pin.id} className={pin.single ? 'cursor-grab touch-none active:cursor-grabbing' : ''} {...(pin.single && handlers)}>
        {shown.map(mark)}
        {pin.single && <circle cx={first[0]} cy={first[1]} r="12" fill="transparent" />}
        <text
          x={right ? first[0] - 8 : first[0] + 8}
          y={first[1] - 6}
          textAnchor={right ? 'end' : 'start'}
          fontSize="11"
          fill="var(--ink)"
          stroke="var(--ground)"
          strokeWidth="3"
          paintOrder="stroke"
        >
          {pin.name}
        </text>
      </g>
    );
  },
  (one, other) =>
    one.sheet === other.sheet &&
    one.view === other.view &&
    one.width === other.width &&
    one.onHold === other.onHold &&
    one.onLetGo === other.onLetGo &&
    equal({ ...one.pin, blurMm: null }, { ...other.pin, blurMm: null }),
);

/** How far it is on this sheet: a bar to scale, rings by the logarithm. */
const Measure = memo(function Measure({
  sheet,
  farM,
  width,
  height,
}: {
  readonly sheet: Projection;
  readonly farM: number;
  readonly width: number;
  readonly height: number;
}) {
  return sheet.kind === 'scale' ? (
    <Ruler sheet={sheet} width={width} height={height} />
  ) : (
    <Rings sheet={sheet} farM={farM} height={height} />
  );
});

/** A bar of a round length, and what it is. */
function Ruler({ sheet, width, height }: { readonly sheet: Projection; readonly width: number; readonly height: number }) {
  const want = width * 0.2 * sheet.metresPerPx;
  const power = 10 ** Math.floor(Math.log10(want));
  const m = [5, 2, 1].map((k) => k * power).find((each) => each <= want) ?? power;
  const px = m / sheet.metresPerPx;
  const y = height - 10;
  return (
    <g>
      <path d={`M10 ${y - 4} v4 h${px} v-4`} stroke="var(--ink)" strokeWidth="1.2" fill="none" />
      <text x={14 + px} y={y + 1} fontSize="11" fill="var(--ink)" stroke="var(--ground)" strokeWidth="3" paintOrder="stroke">
        {scaleLabel(m)}
      </text>
    </g>
  );
}

function scaleLabel(m: number): string {
  if (m >= 1) return `${m} m`;
  if (m >= 0.01) return `${Math.round(m * 1000) / 10} cm`;
  return `${Math.round(m * 1e6) / 1000} mm`;
}

/** Distances from the lens on the sheet that is drawn by the logarithm. */
function Rings({ sheet, farM, height }: { readonly sheet: Projection; readonly farM: number; readonly height: number }) {
  const [ox, oy] = sheet.to([0, 0]);
  const all = [0.1, 0.3, 1, 3, 10, 30, 100, 300, 1000].filter((m) => m <= farM);
  return (
    <g>
      {all.map((m) => {
        const [x] = sheet.to([m, 0]);
        const r = x - ox;
        return (
          <g key={m}>
            <path
              d={`M${ox + r * 0.6} ${oy - r * 0.8} A${r} ${r} 0 0 1 ${ox + r * 0.6} ${oy + r * 0.8}`}
              stroke="var(--hairline)"
              fill="none"
            />
            <text x={x} y={height - 5} textAnchor="middle" fontSize="11" fill="var(--ink-soft)">
              {m < 1 ? m : fixed(m, 0)} m
            </text>
          </g>
        );
      })}
    </g>
  );
}

function wedgeWords(ends: readonly [number, number] | null, view: SectionView): string {
  if (!ends) return sectionText.nothingIsSharpThere;
  const [a, b] = ends;
  const [low, high] = view === 'side' ? ['below', 'above'] : ['left', 'right'];
  const end = (m: number): string => (Number.isFinite(m) ? `${metresWords(Math.abs(m))} ${m < 0 ? low : high}` : sectionText.withoutEnd);
  if (!Number.isFinite(a) && !Number.isFinite(b)) return sectionText.allOfItIsSharp;
  return say(sectionText.sharpFromTo, {
    a: end(a),
    b: end(b),
    b2: Number.isFinite(b - a) ? say(sectionText.high, { b: metresWords(b - a), view: view === 'side' ? 'yes' : 'no' }) : '',
  });
}

function underWords(geometry: Geometry, view: SectionView, at: SectionPoint): string {
  const blur = at[0] > 0 ? blurInSection(geometry, view, at) : null;
  const px = geometry.pixelMm;
  const there = say(sectionText.aheadM, {
    max: metresWords(Math.max(0, at[0])),
    at: lengthWords(Math.abs(at[1]), 2),
    view: sideLabel(view, at),
  });
  if (blur === null) return there;
  return say(sectionText.blur, {
    there,
    px: px === null ? `${fixed(blur * 1000, 0)} µm` : `${fixed(blur / px, blur / px < 10 ? 1 : 0)} px`,
  });
}

function sideLabel(view: SectionView, at: SectionPoint): string {
  if (view === 'side') {
    if (at[1] < 0) return sectionText.below;
    return sectionText.above;
  }
  if (at[1] < 0) return sectionText.left;
  return sectionText.right;
}

function planeWords({ plane, hingeM, view }: Section): string {
  if (!plane) return sectionText.thePlaneOfSharpFocus;
  const slope = (Math.atan2(-plane.z, plane.u) * 180) / Math.PI;
  if (hingeM === null) return say(sectionText.thePlaneOfSharpFocusIs, { at: metresWords(plane.at / plane.z) });
  const rises = Math.abs(slope) > 90 ? slope - Math.sign(slope) * 180 : slope;
  const aside = hingeSide(view, hingeM);
  return say(sectionText.hingeLineTheLensThe, {
    hingeM: metresWords(Math.abs(hingeM)),
    aside,
    rises:
      Math.abs(rises) < 0.05
        ? sectionText.runsParallelToTheAxis
        : say(sectionText.byAwayFromTheCamera, { rises: slopeLabel(rises, view), rises2: fixed(Math.abs(rises), 1) }),
  });
}

function slopeLabel(rises: number, view: SectionView): string {
  if (rises > 0) {
    if (view === 'side') return sectionText.rises;
    return sectionText.goesRight;
  }
  if (view === 'side') return sectionText.falls;
  return sectionText.goesLeft;
}

function hingeSide(view: SectionView, hingeM: number): string {
  if (view === 'side') {
    if (hingeM < 0) return sectionText.below;
    return sectionText.above;
  }
  if (hingeM < 0) return sectionText.leftOf;
  return sectionText.rightOf;
}

function sectionWords(section: Section, geometry: Geometry): string {
  const { pins } = section;
  const px = geometry.pixelMm;
  const each = pins.map(({ name, blurMm, sharp }) =>
    say(sectionText.nameBlurmm, {
      name,
      blurMm:
        blurMm === null
          ? sectionText.cannotBeImaged
          : say(sectionText.ofBlurSharpEnough, {
              px: px === null ? `${fixed(blurMm * 1000, 0)} µm` : `${fixed(blurMm / px, 1)} px`,
              sharp: sharp ? 'yes' : 'no',
            }),
    }),
  );
  return [say(sectionText.theLensHas, { front: turnWords(geometry.settings.front) }), planeWords(section), ...each].join(' ');
}
