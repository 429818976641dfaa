import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { Maximize, Trash2, ZoomIn, ZoomOut } from 'lucide-react';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { PLATE_MOST } from '@gangway/contract/plate';
import type { Pixel, Plate } from '@gangway/core/model/plate';
import { horizonOf } from '@gangway/core/plate/byLines';
import type { KnownPlate } from '@gangway/core/plate/known';
import { usePlateUrl } from '../../store/platePicture';
import { IconButton } from '../../ui/Button';
import { useSize } from '../../ui/useSize';
import { useGesture } from '../movements/useGesture';
import type { RigFrame } from './frames';
import { Magnifier } from './Magnifier';
import { gripsOf, gripsOfLine, lineName, linesOn, withoutLine, type SheetLine } from './places';
import { plateEdit } from './plateEdit';
import type { SheetPin } from './pinsOnPlate';
import { fitted, inPicture, onSheet, zoomed, type SheetView } from './sheetView';
import type { ToolDefinition } from './tools';

interface PlateSheetProps {
  readonly plate: Plate;
  readonly known: KnownPlate;
  readonly tool: ToolDefinition;
  /** Frames of rigs, to be outlined on it. */
  readonly frames: readonly RigFrame[];
  /** Pins of the scene, where it shows them. */
  readonly pins: readonly SheetPin[];
  readonly onDrawn: (from: Pixel, to: Pixel) => void;
  readonly onRefused: (words: string | null) => void;
}

/** A line shorter than this was a slip of the hand, CSS px. */
const SLIP_PX = 8;
const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The photograph with its lines, horizon, measurements and outline, each to be drawn, moved and deleted by hand. */
export function PlateSheet({ plate, known, tool, frames, pins, onDrawn, onRefused }: PlateSheetProps) {
  const [ref, size] = useSize<HTMLDivElement>();
  const url = usePlateUrl(plate.pictureId);
  const [gone, setGone] = useState(false);
  const [placed, setPlaced] = useState<SheetView | null>(null);
  const [chosen, setChosen] = useState<string | null>(null);
  const [draft, setDraft] = useState<{ readonly from: Pixel; readonly to: Pixel } | null>(null);
  const [under, setUnder] = useState<Pixel | null>(null);
  const { widthPx, heightPx } = plate;
  const fit = size && fitted(size, widthPx, heightPx);
  const view = placed ?? fit;
  const lines = linesOn(plate);
  const keyOf = ({ kind, index }: SheetLine): string => `${kind}-${index}`;
  const line = lines.find((each) => keyOf(each) === chosen);
  // While something is drawn, what is there already must not catch the hand: only what was drawn last does.
  const grips = [...gripsOf(plate).filter(({ by }) => tool.id === 'move' || tool.id === by), ...(line ? gripsOfLine(line) : [])];

  const pan = useRef<{ readonly x: number; readonly y: number; readonly view: SheetView } | null>(null);
  const at = (event: PointerEvent | WheelEvent): readonly [number, number] => {
    const box = ref.current?.getBoundingClientRect();
    return [event.clientX - (box?.left ?? 0), event.clientY - (box?.top ?? 0)];
  };

  // React listens to the wheel passively: the page would scroll as well.
  const wheel = useRef<(event: WheelEvent) => void>(() => undefined);
  useEffect(() => {
    wheel.current = (event) => {
      if (!view || !fit) return;
      event.preventDefault();
      setPlaced(zoomed(view, Math.exp(-event.deltaY / 400), at(event), fit.scale / 2));
    };
  });
  useEffect(() => {
    const sheet = ref.current;
    const listen = (event: WheelEvent) => wheel.current(event);
    sheet?.addEventListener('wheel', listen, { passive: false });
    return () => sheet?.removeEventListener('wheel', listen);
  }, [ref]);

  const step = (by: number) => {
    if (view && fit) setPlaced(zoomed(view, by, [size.width / 2, size.height / 2], fit.scale / 2));
  };
  // Two fingers enlarge, whatever one of them had begun.
  const touches = useRef(new Map<number, readonly [number, number]>());
  const onDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0 || !view) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const [x, y] = at(event);
    touches.current.set(event.pointerId, [x, y]);
    if (touches.current.size > 1) {
      pan.current = null;
      setDraft(null);
      setUnder(null);
      return;
    }
    setChosen(null);
    if (tool.id === 'move') pan.current = { x, y, view };
    else {
      const from = inPicture(view, x, y);
      setDraft({ from, to: from });
      setUnder(from);
    }
  };
  const onMove = (event: PointerEvent<SVGSVGElement>) => {
    const [x, y] = at(event);
    const before = touches.current.get(event.pointerId);
    const other = [...touches.current].find(([id]) => id !== event.pointerId)?.[1];
    if (before) touches.current.set(event.pointerId, [x, y]);
    if (before && other && view && fit) {
      const apart = ([ax, ay]: readonly [number, number]): number => Math.hypot(ax - other[0], ay - other[1]);
      const middle = [(x + other[0]) / 2, (y + other[1]) / 2] as const;
      if (apart(before) > 0) setPlaced(zoomed(view, apart([x, y]) / apart(before), middle, fit.scale / 2));
      return;
    }
    if (pan.current)
      setPlaced({ ...pan.current.view, x: pan.current.view.x + x - pan.current.x, y: pan.current.view.y + y - pan.current.y });
    if (draft && view) {
      const to = inPicture(view, x, y);
      setDraft({ ...draft, to });
      setUnder(to);
    }
  };
  const onUp = (event: PointerEvent<SVGSVGElement>) => {
    touches.current.delete(event.pointerId);
    pan.current = null;
    setUnder(null);
    if (draft && view) {
      const { from, to } = draft;
      setDraft(null);
      if (tool.press) {
        onDrawn(to, to);
        return;
      }
      if (Math.hypot(to[0] - from[0], to[1] - from[1]) * view.scale <= SLIP_PX) return;
      draw(from, to);
    }
  };
  const draw = (from: Pixel, to: Pixel) => {
    onDrawn(from, to);
    // Its ends can be put right at once.
    const index = { upright: plate.uprights.length, level: plate.levels.length, horizon: 0 };
    if (tool.id === 'upright' || tool.id === 'level' || tool.id === 'horizon')
      setChosen(`${tool.id}-${Math.min(index[tool.id], PLATE_MOST.lines - 1)}`);
  };
  // By the keyboard it begins in the middle of what is shown, and its ends are moved from there.
  const onKeyDown = (event: KeyboardEvent<SVGSVGElement>) => {
    if (event.target !== event.currentTarget || event.key !== 'Enter' || tool.id === 'move' || !view || !size) return;
    event.preventDefault();
    const [x, y] = [size.width / 2, size.height / 2];
    const middle = inPicture(view, x, y);
    if (tool.press) {
      onDrawn(middle, middle);
      return;
    }
    const stands = tool.id === 'upright' || tool.id === 'height';
    const [along, up] = stands ? [0, size.height / 6] : [size.width / 6, 0];
    draw(inPicture(view, x - along, y + up), inPicture(view, x + along, y - up));
  };
  const remove = (doomed: SheetLine) => {
    setChosen(null);
    onRefused(
      plateEdit.amend((each) => withoutLine(each, doomed), doomed.kind === 'horizon' ? plateText.horizonCleared : plateText.lineDeleted),
    );
  };

  return (
    <div className="relative min-h-0 grow overflow-hidden bg-sunk" ref={ref}>
      {view && (
        <img
          src={url}
          alt=""
          draggable={false}
          onError={() => setGone(true)}
          onLoad={() => setGone(false)}
          style={{ width: widthPx, height: heightPx, transform: `translate(${view.x}px, ${view.y}px) scale(${view.scale})` }}
          className="absolute top-0 left-0 max-w-none origin-top-left select-none [will-change:transform]"
        />
      )}
      {gone && (
        <p role="alert" className="absolute top-3 left-3 max-w-md rounded-md border border-fails bg-sheet p-2 text-sm text-fails">
          {url.startsWith('blob:') ? plateText.notShownYet : plateText.gone}
        </p>
      )}
      {view && size && (
        <svg
          width={size.width}
          height={size.height}
          role="application"
          aria-label={plateText.pictureOf}
          aria-description={tool.id === 'move' ? undefined : plateText.byKeyboard}
          tabIndex={0}
          onKeyDown={onKeyDown}
          className={`absolute inset-0 touch-none select-none ${tool.id === 'move' ? 'cursor-grab active:cursor-grabbing' : 'cursor-crosshair'}`}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={onUp}
          onPointerCancel={onUp}
        >
          {frames.map((frame) => (
            <FrameOutline key={`${frame.own ? 'own' : 'other'} ${frame.name}`} frame={frame} view={view} />
          ))}
          <Horizon known={known} view={view} shown={plate.horizon === null} />
          {lines.map((each) => (
            <LineMark
              key={keyOf(each)}
              line={each}
              view={view}
              chosen={keyOf(each) === chosen}
              still={tool.id !== 'move'}
              onChoose={() => setChosen(keyOf(each))}
              onDelete={() => remove(each)}
            />
          ))}
          <Outline plate={plate} view={view} />
          {plate.measured.map((each, i) => (
            <Stroke key={i} from={onSheet(view, each.fromPx)} to={onSheet(view, each.toPx)} words={each.name} />
          ))}
          {pins.map((pin) => (
            <PinMark
              key={pin.id}
              pin={pin}
              view={view}
              still={tool.id !== 'move' && tool.id !== 'pin'}
              at={at}
              onUnder={setUnder}
              onRefused={onRefused}
            />
          ))}
          {draft && !tool.press && <Stroke from={onSheet(view, draft.from)} to={onSheet(view, draft.to)} words="" />}
          {grips.map((grip) => (
            <GripMark
              key={grip.id}
              id={grip.id}
              name={grip.name}
              place={grip.at}
              view={view}
              at={at}
              onUnder={setUnder}
              onMove={(to, gesture) => onRefused(plateEdit.amend((each) => grip.move(each, to), grip.said, gesture))}
            />
          ))}
        </svg>
      )}
      {under && view && size && (
        <Magnifier url={url} plate={plate} at={under} scale={view.scale} onLeft={onSheet(view, under)[0] > size.width / 2} />
      )}
      <div className="absolute right-2 bottom-2 flex gap-1 rounded-md bg-sheet p-0.5 shadow-raised">
        {line && (
          <IconButton label={plateText.deleteLine} onClick={() => remove(line)}>
            <Trash2 size={17} aria-hidden />
          </IconButton>
        )}
        <IconButton label={plateText.reduce} onClick={() => step(1 / 1.5)}>
          <ZoomOut size={17} aria-hidden />
        </IconButton>
        <IconButton label={plateText.enlarge} onClick={() => step(1.5)}>
          <ZoomIn size={17} aria-hidden />
        </IconButton>
        <IconButton label={plateText.fit} onClick={() => setPlaced(null)}>
          <Maximize size={17} aria-hidden />
        </IconButton>
      </div>
    </div>
  );
}

/** The frame of a rig: that on the bench drawn through, others dashed, each with its name. */
function FrameOutline({ frame: { name, own, outline, guessed }, view }: { readonly frame: RigFrame; readonly view: SheetView }) {
  const [first, ...rest] = outline.map((pixel) => onSheet(view, pixel));
  if (!first) return null;
  // The name stands as far to the upper left as the outline is in view.
  const inView = [first, ...rest].filter((at) => at[0] >= 0 && at[1] >= 0);
  const [x, y] = inView.reduce((best, at) => (at[0] + at[1] < best[0] + best[1] ? at : best), inView[0] ?? first);
  const path = `M${[first, ...rest].map((at) => at.map((px) => px.toFixed(1)).join(' ')).join('L')}Z`;
  return (
    <g data-frame={own ? 'own' : name} className="pointer-events-none" fill="none">
      <path d={path} stroke="var(--ground)" strokeWidth="4" strokeOpacity="0.7" />
      <path d={path} stroke="var(--ink)" strokeWidth="1.4" strokeDasharray={own ? undefined : '3 3'} />
      <Label x={x + 5} y={y + 15} words={guessed ? say(plateText.partlyGuessed, { name }) : name} />
    </g>
  );
}

/** The horizon as the level has it, where it was not drawn by hand. */
function Horizon({ known, view, shown }: { readonly known: KnownPlate; readonly view: SheetView; readonly shown: boolean }) {
  const { projection, level } = known;
  const found = shown && level && projection?.kind === 'flat' ? horizonOf(projection, level) : null;
  if (!found) return null;
  const [u1, v1, u2, v2] = found;
  const [[x1, y1], [x2, y2]] = [onSheet(view, [u1, v1]), onSheet(view, [u2, v2])];
  return (
    <g data-testid="horizon" className="pointer-events-none">
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ground)" strokeWidth="3" strokeOpacity="0.7" />
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeWidth="1.2" strokeDasharray="12 5" />
      <Label x={x1 + 6} y={y1 - 6} words={plateText.horizon} />
    </g>
  );
}

function Label({ x, y, words }: { readonly x: number; readonly y: number; readonly words: string }) {
  return (
    <text
      x={x}
      y={y}
      fontSize="12"
      fontWeight="600"
      fill="var(--ink)"
      stroke="var(--ground)"
      strokeWidth="3.5"
      paintOrder="stroke"
      className="pointer-events-none"
    >
      {words}
    </text>
  );
}

const DASHES: Readonly<Record<SheetLine['kind'], string | undefined>> = { upright: undefined, level: '7 4', horizon: '12 5' };

/** A line: whole where it stands upright, dashed where it is level; chosen by a press, deleted by a key. */
function LineMark({
  line,
  view,
  chosen,
  still,
  onChoose,
  onDelete,
}: {
  readonly line: SheetLine;
  readonly view: SheetView;
  readonly chosen: boolean;
  /** Whether a press passes through it to the photograph. */
  readonly still: boolean;
  readonly onChoose: () => void;
  readonly onDelete: () => void;
}) {
  const [u1, v1, u2, v2] = line.ends;
  const [[x1, y1], [x2, y2]] = [onSheet(view, [u1, v1]), onSheet(view, [u2, v2])];
  const place = { x1, y1, x2, y2 };
  return (
    <g
      data-line={line.kind}
      role="button"
      tabIndex={0}
      aria-pressed={chosen}
      aria-label={lineName(line)}
      className={`outline-none ${still ? 'pointer-events-none' : 'cursor-pointer'}`}
      onPointerDown={(event) => {
        event.stopPropagation();
        onChoose();
      }}
      onFocus={onChoose}
      onKeyDown={(event) => {
        if (event.key === 'Delete' || event.key === 'Backspace') {
          event.preventDefault();
          onDelete();
        }
        if (event.key === 'Enter') onChoose();
      }}
    >
      <line {...place} stroke="transparent" strokeWidth="12" />
      <line {...place} stroke="var(--ground)" strokeWidth={chosen ? 5 : 3.4} strokeOpacity="0.75" />
      <line {...place} stroke="var(--accent)" strokeWidth={chosen ? 3 : 1.6} strokeDasharray={DASHES[line.kind]} />
      {line.kind === 'horizon' && <Label x={Math.min(x1, x2) + 6} y={Math.min(y1, y2) - 6} words={plateText.horizon} />}
    </g>
  );
}

/** The outlined front: its foot, its left side, and the parallelogram that they span, as far as the picture tells. */
function Outline({ plate: { outline }, view }: { readonly plate: Plate; readonly view: SheetView }) {
  if (!outline) return null;
  const [left, right, top] = [onSheet(view, outline.leftFootPx), onSheet(view, outline.rightFootPx), onSheet(view, outline.leftTopPx)];
  const path = `M${top.join(' ')}L${left.join(' ')}L${right.join(' ')}`;
  return (
    <g data-testid="front-outline" className="pointer-events-none" fill="none">
      <path d={path} stroke="var(--ground)" strokeWidth="5" strokeOpacity="0.75" />
      <path d={path} stroke="var(--ink)" strokeWidth="2" />
    </g>
  );
}

function Stroke({
  from: [x1, y1],
  to: [x2, y2],
  words,
}: {
  readonly from: readonly [number, number];
  readonly to: readonly [number, number];
  readonly words: string;
}) {
  return (
    <g className="pointer-events-none">
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ground)" strokeWidth="4" strokeOpacity="0.75" />
      <line x1={x1} y1={y1} x2={x2} y2={y2} stroke="var(--ink)" strokeWidth="1.6" />
      {words !== '' && <Label x={x2 + 8} y={y2 + 4} words={words} />}
    </g>
  );
}

/** A pin of the scene, a square where something must be sharp, a round where it must be soft; moved as any place. */
function PinMark({
  pin: { id, name, role, pixel, move },
  still,
  onRefused,
  ...sheet
}: {
  readonly pin: SheetPin;
  readonly still: boolean;
  readonly view: SheetView;
  readonly at: (event: PointerEvent) => readonly [number, number];
  readonly onUnder: (pixel: Pixel | null) => void;
  readonly onRefused: (words: string | null) => void;
}) {
  const [x, y] = onSheet(sheet.view, pixel);
  return (
    <g className={still ? 'pointer-events-none' : ''} data-pin={id}>
      <Label x={x + 12} y={y + 4} words={name} />
      <GripMark
        id={id}
        name={say(plateText.pinName, { name })}
        place={pixel}
        square={role !== 'soft'}
        {...sheet}
        onMove={(to, gesture) => onRefused(move(to, gesture))}
      />
    </g>
  );
}

function GripMark({
  id,
  name,
  place,
  square = false,
  view,
  at,
  onUnder,
  onMove,
}: {
  readonly id: string;
  readonly name: string;
  readonly place: Pixel;
  readonly square?: boolean;
  readonly view: SheetView;
  readonly at: (event: PointerEvent) => readonly [number, number];
  readonly onUnder: (pixel: Pixel | null) => void;
  readonly onMove: (to: Pixel, gesture: string | undefined) => void;
}) {
  const held = useRef<readonly [number, number] | null>(null);
  const gesture = useGesture();
  const [x, y] = onSheet(view, place);
  const moveTo = (to: Pixel) => onMove(to, gesture.id());
  const onKeyDown = (event: KeyboardEvent) => {
    const by = ARROWS[event.key];
    if (!by) return;
    event.preventDefault();
    // A tenth of a px of the picture with Shift: lines are found as exactly.
    const px = event.shiftKey ? 0.1 : 1;
    moveTo([place[0] + px * by[0], place[1] + px * by[1]]);
  };
  const letGo = () => {
    held.current = null;
    gesture.end();
    onUnder(null);
  };
  return (
    <g
      data-grip={id}
      role="button"
      tabIndex={0}
      aria-label={name}
      className="cursor-move touch-none"
      onKeyDown={onKeyDown}
      onPointerDown={(event) => {
        if (event.button !== 0) return;
        event.stopPropagation();
        event.currentTarget.setPointerCapture(event.pointerId);
        const [px, py] = at(event);
        held.current = [px - x, py - y];
        gesture.begin();
        onUnder(place);
      }}
      onPointerMove={(event) => {
        if (!held.current) return;
        const [px, py] = at(event);
        const to = inPicture(view, px - held.current[0], py - held.current[1]);
        onUnder(to);
        moveTo(to);
      }}
      onPointerUp={letGo}
      onPointerCancel={letGo}
    >
      <circle cx={x} cy={y} r="16" fill="transparent" />
      {square ? (
        <rect x={x - 5} y={y - 5} width="10" height="10" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="2" />
      ) : (
        <circle cx={x} cy={y} r="5.5" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="2" />
      )}
    </g>
  );
}
