import { finderText } from '@gangway/messages/web/bench/finder';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { FlipVertical2, Layers } from 'lucide-react';
import { Popover } from 'radix-ui';
import { memo, Suspense, useMemo, useRef, useState, type ComponentProps, type PointerEvent, type ReactNode } from 'react';
import { checkSentence } from '@gangway/core/checks/evaluate';
import { recordedShots, type RecordedShot } from '@gangway/core/exposure/recordedStops';
import { timeWords } from '@gangway/core/exposure/shutter';
import { picked, type Picked } from '@gangway/core/framing/pick';
import { blurOf } from '@gangway/core/geometry/pins';
import { seenFrom } from '@gangway/core/space/pose';
import { apertureWords, fixed, metresWords, riseWords, shiftWords } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import { useAtRest } from '../../ui/useThrottled';
import { checksOf } from '../../setup/checksOf';
import { rememberMaterials, wantsMaterials } from './materials';
import { GUIDES, Overlay, type Guide } from './Overlay';
import { PickedFacts } from './PickedFacts';
import { rendersHere } from './picture';
import { PictureView } from './PictureView';
import type { Veils } from './renderer';
import { endsInFrame, plateInView, type PlateInView } from '@gangway/core/plate/inView';
import { finderView, measuredAt, type FinderView, type Measured } from '../../setup/finder/view';
import type { Rect } from '@gangway/core/model/mosaic';
import type { Subject } from '@gangway/core/subjects/subject';
import type { Vec3 } from '@gangway/core/space/vector';
import { movementEdit } from '../movements/movementEdit';
import { Select } from '../../ui/Select';
import { lazyPart } from '../../ui/lazyPart';

// Only where somebody plans on a photograph.
const PlatePicture = lazyPart(() => import('./PlatePicture'), 'PlatePicture');
// The positions of the sun come with a package of their own.
const HourLight = lazyPart(() => import('./HourLight'), 'HourLight');

/** The picture as the sensor will record it: true perspective with the present movements, true blur. */
export const Finder = memo(function Finder({
  geometry,
  read = geometry,
  focusing = false,
  exposing = false,
  frames,
}: {
  /** The frames of a mosaic whose joined picture this is, about the foot of the lens, mm: their seams are drawn, and the picture cannot be dragged. */ readonly frames?: readonly Rect[];
  readonly geometry: Geometry;
  /** What is written over and under the picture may follow more slowly. */ readonly read?: Geometry;
  readonly focusing?: boolean;
  /** Shows falloff and exposure from the first. */ readonly exposing?: boolean;
}) {
  const [sun, setSun] = useState<Vec3 | null>(null);
  const [photograph, setPhotograph] = useState(true);
  const view = useMemo(() => {
    const seen = finderView(geometry);
    return seen && sun ? { ...seen, sun } : seen;
  }, [geometry, sun]);
  if (!view) return <p className="p-6 text-ink-soft">{finderText.chooseASubjectInThe}</p>;
  const { scene } = geometry.settings;
  const open = (
    <OpenFinder
      geometry={geometry}
      read={read}
      view={view}
      focusing={focusing}
      exposing={exposing}
      byHour={sun !== null}
      photograph={photograph}
      onPhotograph={setPhotograph}
      {...(frames && { frames })}
    />
  );
  // A photograph has its own light.
  const photographed = photograph && plateInView(geometry) !== null;
  const byTheHour = !focusing && !frames && scene !== null && !photographed && outdoors(scene.subject);
  // The same elements in each case: what was laid over the picture stays when the photograph is switched.
  return (
    <div className="grid h-full min-h-0 grid-rows-[minmax(0,1fr)_auto] [container-type:size]">
      {open}
      {byTheHour && (
        <Suspense fallback={<div className={`h-8 ${WITH_ROOM}`} />}>
          {/* The picture keeps the light of the hour where there is no room for the slider. */}
          <div className={`min-h-8 ${WITH_ROOM}`}>
            <HourLight scene={scene} onSun={setSun} />
          </div>
        </Suspense>
      )}
    </div>
  );
});

/** Whether the sun lights a subject. */
const outdoors = ({ kind }: Subject): boolean => kind === 'front' || kind === 'ground' || kind === 'people' || kind === 'model';

/** Not shown under a small picture. */
const WITH_ROOM = '[@container(max-height:22rem)]:hidden';

/** A press that trembles less than this picks, px. */
const TREMBLE_PX = 4;

interface Press {
  readonly x: number;
  readonly y: number;
  readonly clientX: number;
  readonly clientY: number;
  readonly riseMm: number;
  readonly shiftMm: number;
  readonly gesture: string;
  readonly dragging: boolean;
}

function OpenFinder({
  geometry,
  read,
  view: asMetered,
  focusing,
  exposing,
  byHour,
  photograph,
  onPhotograph,
  frames,
}: {
  readonly frames?: readonly Rect[];
  readonly geometry: Geometry;
  readonly read: Geometry;
  readonly view: FinderView;
  readonly focusing: boolean;
  readonly exposing: boolean;
  /** Whether the sun is that of an hour. */
  readonly byHour: boolean;
  /** Whether a photograph of the place is shown instead of the scene. */
  readonly photograph: boolean;
  readonly onPhotograph: (shown: boolean) => void;
}) {
  const [boxRef, box] = useSize<HTMLDivElement>();
  const [upsideDown, setUpsideDown] = useState(false);
  const [guide, setGuide] = useState<Guide>(focusing || exposing || frames ? 'none' : 'thirds');
  const [trueLines, setTrueLines] = useState(false);
  const [veils, setVeils] = useState<Veils>(() => ({
    circle: !focusing && !exposing,
    falloff: exposing,
    sharp: focusing,
    materials: wantsMaterials(),
  }));
  // Whether the picture is as light or dark as a shot is recorded, and which shot of the bracket.
  const [exposed, setExposed] = useState(exposing);
  const [shot, setShot] = useState<number | null>(null);
  const shots = useMemo(() => (exposed ? recordedShots(geometry) : []), [exposed, geometry]);
  const shown = shot !== null && shot < shots.length ? shot : mainShot(shots);
  const recordedStops = shots[shown]?.stops ?? null;
  const view = useMemo(() => (recordedStops === null ? asMetered : { ...asMetered, recordedStops }), [asMetered, recordedStops]);
  const plate = useMemo(() => plateInView(geometry), [geometry]);
  const onPlate = photograph ? plate : null;
  const [measured, setMeasured] = useState<Measured | null>(null);
  const [under, setUnder] = useState<Picked | null>(null);
  const [picks, setPicks] = useState<readonly Picked[]>([]);
  const press = useRef<Press | null>(null);
  const readView = useMemo(() => (read === geometry ? view : (finderView(read) ?? view)), [read, geometry, view]);
  const pickedAt = useMemo(() => picks.map(({ point }) => point), [picks]);
  const atRest = useAtRest(read);
  const { settings: rested } = atRest;
  const words = useMemo(
    () =>
      say(finderText.thePictureWithAndAt, {
        orientation: rested.orientation,
        riseMm: riseWords(rested.movements.riseMm),
        shiftMm: shiftWords(rested.movements.shiftMm),
        fNumber: apertureWords(rested.fNumber),
        settings: checksOf(rested).map(checkSentence).join(' '),
      }),
    [rested],
  );

  const plateWords = useMemo(() => (photograph ? photographWords(atRest) : ''), [photograph, atRest]);

  const sceneWords = `${exposed ? `${recordedWords(geometry, recordedStops)} ` : ''}${finderText.pressOnAThingTo}${!byHour && assumesSun(geometry, veils) ? ` ${finderText.assumedSun}` : ''}`;
  const restingWords = plateWords === '' ? sceneWords : plateWords;

  const { frame } = view;
  const room = box ? Math.min(box.width / frame.widthMm, box.height / frame.heightMm) : 0;
  const [width, height] = [Math.floor(frame.widthMm * room), Math.floor(frame.heightMm * room)];

  const place = (event: PointerEvent<HTMLDivElement>): readonly [number, number] => {
    const rect = event.currentTarget.getBoundingClientRect();
    const [x, y] = [((event.clientX - rect.left) / rect.width) * 2 - 1, 1 - ((event.clientY - rect.top) / rect.height) * 2];
    return upsideDown ? [-x, -y] : [x, y];
  };
  const onMove = (event: PointerEvent<HTMLDivElement>) => {
    const [x, y] = place(event);
    setMeasured(measuredAt(view, x, y));
    setUnder(event.pointerType === 'touch' ? null : picked(geometry, (x * frame.widthMm) / 2, (y * frame.heightMm) / 2));
    const from = press.current;
    if (!from || frames) return;
    if (!from.dragging && Math.hypot(event.clientX - from.clientX, event.clientY - from.clientY) < TREMBLE_PX) return;
    press.current = { ...from, dragging: true };
    // The picture goes with the hand: drawn down, more shows above.
    movementEdit.moveWithin(
      { riseMm: from.riseMm - ((y - from.y) * frame.heightMm) / 2, shiftMm: from.shiftMm - ((x - from.x) * frame.widthMm) / 2 },
      from.gesture,
    );
  };
  const pick = (x: number, y: number) => {
    const found = picked(geometry, (x * frame.widthMm) / 2, (y * frame.heightMm) / 2);
    // The second gives a distance; a third begins again.
    if (found) setPicks(picks.length === 1 ? [...picks, found] : [found]);
  };

  return (
    <div className="flex h-full min-h-0 min-w-0 flex-col">
      <div ref={boxRef} className="grid min-h-0 grow place-items-center overflow-hidden">
        {width > 0 && (
          <div
            role="application"
            aria-label={frames ? finderText.theJoinedPictureInThe : finderText.pictureInTheFinderDrag}
            aria-describedby="finder-words"
            tabIndex={0}
            style={{ width, height }}
            className="relative cursor-crosshair touch-none border border-ink active:cursor-grabbing"
            onPointerMove={onMove}
            onPointerLeave={() => setMeasured(null)}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              const [x, y] = place(event);
              press.current = {
                x,
                y,
                clientX: event.clientX,
                clientY: event.clientY,
                ...geometry.settings.movements,
                gesture: `finder ${event.timeStamp}`,
                dragging: false,
              };
            }}
            onPointerUp={(event) => {
              onMove(event);
              if (press.current && !press.current.dragging) pick(press.current.x, press.current.y);
              press.current = null;
            }}
            onPointerCancel={() => (press.current = null)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') pick(0, 0);
              if (event.key === 'Escape' && picks.length > 0) {
                event.stopPropagation();
                setPicks([]);
              }
              const step = event.shiftKey ? 1 : 0.1;
              const by = { ArrowUp: [step, 0], ArrowDown: [-step, 0], ArrowRight: [0, step], ArrowLeft: [0, -step] }[event.key];
              if (!by || frames) return;
              event.preventDefault();
              const { riseMm, shiftMm } = geometry.settings.movements;
              movementEdit.moveWithin({ riseMm: riseMm + (by[0] ?? 0), shiftMm: shiftMm + (by[1] ?? 0) });
            }}
          >
            <div className={`absolute inset-0 overflow-hidden ${upsideDown ? 'rotate-180' : ''}`}>
              <Shown plate={onPlate} view={view} veils={veils} width={width} height={height} />
              <Overlay
                geometry={read}
                view={readView}
                guide={guide}
                trueLines={trueLines}
                pins={focusing}
                picks={pickedAt}
                {...(frames && { frames })}
                width={width}
                height={height}
              />
            </div>
          </div>
        )}
      </div>
      {/* Always there: the picture must not jump when the pointer comes over it. */}
      <div className="mt-1 flex h-11 shrink-0 items-center gap-3">
        <Overlays>
          {!focusing && (
            <label className="flex items-center gap-1.5">
              <span className="sr-only">{finderText.guides}</span>
              <Select value={guide} onChange={(event) => setGuide(event.target.value as Guide)}>
                {Object.entries(GUIDES).map(([id, words]) => (
                  <option key={id} value={id}>
                    {words}
                  </option>
                ))}
              </Select>
            </label>
          )}
          {!focusing && (
            <Toggle checked={trueLines} onChange={setTrueLines}>
              {finderText.levelPlumb}
            </Toggle>
          )}
          {plate && (
            <Toggle checked={photograph} onChange={onPhotograph}>
              {finderText.photograph}
            </Toggle>
          )}
          <Toggle checked={veils.circle} onChange={(circle) => setVeils({ ...veils, circle })}>
            {finderText.circles}
          </Toggle>
          <Toggle checked={veils.sharp} onChange={(sharp) => setVeils({ ...veils, sharp })}>
            {finderText.sharpEnough}
          </Toggle>
          <Toggle
            checked={veils.materials}
            onChange={(materials) => {
              rememberMaterials(materials);
              setVeils({ ...veils, materials });
            }}
          >
            {finderText.materials}
          </Toggle>
          {!focusing && (
            <Toggle checked={veils.falloff} onChange={(falloff) => setVeils({ ...veils, falloff })}>
              {finderText.falloff}
            </Toggle>
          )}
          {!focusing && (
            <Toggle checked={exposed} onChange={setExposed}>
              {finderText.exposureAsSet}
            </Toggle>
          )}
          <button
            type="button"
            aria-pressed={upsideDown}
            onClick={() => setUpsideDown(!upsideDown)}
            className="inline-flex items-center gap-1 rounded-md border border-rule px-1.5 py-0.5 aria-pressed:border-accent aria-pressed:bg-accent-wash"
          >
            <FlipVertical2 size={14} aria-hidden /> {finderText.asOnTheGroundGlass}
          </button>
        </Overlays>
        {shots.length > 1 && (
          <Select
            aria-label={finderText.shotOfTheBracket}
            value={String(shown)}
            onChange={(event) => setShot(Number(event.target.value))}
            className="shrink-0 text-xs"
          >
            {shots.map(({ shot: { shutterSpeedS } }, i) => (
              <option key={i} value={String(i)}>
                {say(finderText.shotAt, { shot: i + 1, shutterSpeedS: timeWords(shutterSpeedS) })}
              </option>
            ))}
          </Select>
        )}
        {/* Under a small picture it scrolls, by the keyboard too. */}
        <div
          role="region"
          aria-label={finderText.underThePicture}
          tabIndex={0}
          className="max-h-full min-w-0 overflow-y-auto text-xs leading-tight text-ink-soft tabular-nums"
        >
          {picks.length > 0 && <PickedFacts geometry={geometry} picks={picks} onClear={() => setPicks([])} />}
          {picks.length === 0 && (measured ? measuredWords(geometry, measured, under) : restingWords)}
        </div>
      </div>
      <p id="finder-words" className="sr-only">
        {words}
      </p>
    </div>
  );
}

/** What is laid over the picture, chosen in a list that opens over it. */
function Overlays({ children }: { readonly children: ReactNode }) {
  return (
    <Popover.Root>
      <Popover.Trigger className="inline-flex min-h-8 shrink-0 items-center gap-1.5 rounded-md border border-rule bg-sheet px-2 text-sm font-medium max-sm:min-h-11">
        <Layers size={15} aria-hidden /> {finderText.overlays}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="start"
          sideOffset={6}
          aria-label={finderText.overlays}
          className="z-30 grid gap-2 rounded-md border border-rule bg-sheet p-3 text-sm shadow-lg [&_label]:max-sm:min-h-11"
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Whether shadows are drawn of a sun that nobody entered. */
function assumesSun({ settings: { scene } }: Geometry, { materials }: Veils): boolean {
  return materials && scene !== null && scene.light === null && scene.subject.kind !== 'interior';
}

/** The shot of a bracket that is exposed as metered; the first one where none is. */
function mainShot(shots: readonly RecordedShot[]): number {
  return Math.max(
    0,
    shots.findIndex((each) => each.shot.stops === 0),
  );
}

/** How bright the image centre is recorded, or what is missing to know it. */
function recordedWords({ settings: { exposure } }: Geometry, stops: number | null): string {
  if (stops === null) return exposure.meter === null && !exposure.flash ? finderText.notMetered : finderText.exposureUnknown;
  // Nobody sees less than a tenth of a stop.
  if (Math.abs(stops) < 0.1) return finderText.recordedAsMetered;
  return say(finderText.recordedOff, { stops: fixed(Math.abs(stops), 1), brighter: stops > 0 ? 'yes' : 'no' });
}

/** The photograph through the rig, or the scene as it is drawn. */
function Shown({ plate, ...shown }: ComponentProps<typeof PictureView> & { readonly plate: PlateInView | null }) {
  if (!plate) return <PictureView {...shown} />;
  return (
    <Suspense fallback={null}>
      <PlatePicture plate={plate} {...shown} />
    </Suspense>
  );
}

/** What the photograph shows of the frame, and what it cannot show. */
function photographWords(geometry: Geometry): string {
  const plate = plateInView(geometry);
  if (plate === null) return '';
  const { awayM, place } = plate;
  // The plain drawing has no blur.
  const drawn = place && rendersHere() ? finderText.photographBlurred : finderText.photographPlain;
  if (awayM > 0) {
    const open = place?.ground ? 'ground' : 'nothing';
    const known = place?.front ? 'front' : open;
    return `${say(finderText.photographAway, { awayM: metresWords(awayM), known })} ${drawn}`;
  }
  return `${endWords(geometry, plate)} ${drawn}`;
}

/** The photograph is said to end where it does by more than this, mm. */
const ENDS_MM = 0.05;

function endWords(geometry: Geometry, plate: PlateInView): string {
  const ends = endsInFrame(geometry, plate);
  const n = 1 + plate.others.length;
  if (ends === null) return say(finderText.photographShowsNothing, { n });
  const sides = [
    [finderText.endsBelowTop, finderText.endsTop, ends.topMm],
    [finderText.endsAboveBottom, finderText.endsBottom, ends.bottomMm],
    [finderText.endsInsideLeft, finderText.endsLeft, ends.leftMm],
    [finderText.endsInsideRight, finderText.endsRight, ends.rightMm],
  ] as const;
  const there = sides.filter(([, , mm]) => mm > ENDS_MM);
  const [only] = there;
  if (!only) return say(finderText.photographCovers, { n });
  if (there.length === 1) return say(finderText.photographEnds, { n, sides: say(only[0], { mm: fixed(only[2], 1) }) });
  // Of several sides each is told as shortly as can be.
  return say(finderText.photographEndsAt, { n, sides: there.map(([, short, mm]) => say(short, { mm: fixed(mm, 1) })).join(', ') });
}

/** What is known of the place under the pointer. */
function measuredWords(geometry: Geometry, { xMm, yMm, angleDeg, stretch }: Measured, under: Picked | null): string {
  return say(finderText.mmOffTheStraightStretched, {
    xMm: fixed(xMm, 1),
    yMm: fixed(yMm, 1),
    angleDeg: fixed(angleDeg, 1),
    stretch: fixed(stretch, 2),
    under: under ? ` · ${blurWords(geometry, under)}` : '',
  });
}

/** How sharp what lies under the pointer is. */
function blurWords(geometry: Geometry, { point, rangeM }: Picked): string {
  const back = geometry.back;
  const blur = back && blurOf(geometry.focus, geometry.settings.fNumber, seenFrom(back, point));
  if (blur === null) return say(finderText.away, { rangeM: metresWords(rangeM) });
  const px = geometry.pixelMm;
  return say(finderText.awayBlur, {
    rangeM: metresWords(rangeM),
    px: px === null ? `${fixed(blur * 1000, 0)} µm` : `${fixed(blur / px, 1)} px`,
  });
}

function Toggle({
  children,
  checked,
  onChange,
}: {
  readonly children: ReactNode;
  readonly checked: boolean;
  readonly onChange: (checked: boolean) => void;
}) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} className="accent-accent" />
      {children}
    </label>
  );
}
