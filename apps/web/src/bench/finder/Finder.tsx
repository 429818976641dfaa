import { FlipVertical2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState, type PointerEvent } from 'react';
import { seenFaces } from '@gangway/core/scene/edges';
import { facesOf } from '@gangway/core/scene/faces';
import type { StandSettings } from '@gangway/core/stand/settings';
import { findingSentence } from '@gangway/core/findings/wording';
import { apertureWords, fixed, riseWords, shiftWords } from '@gangway/core/words';
import { useSize } from '../../ui/useSize';
import { findingsOf } from '../facts';
import { standEdit } from '../standEdit';
import { createFinderRenderer, type FinderRenderer } from './renderer';
import { finderView, measuredAt, type FinderView, type Measured } from './view';

type Guide = 'none' | 'thirds' | 'centre' | 'grid';
const GUIDES: Readonly<Record<Guide, string>> = { none: 'no guides', thirds: 'thirds', centre: 'centre lines', grid: 'grid, 10 mm' };

/** The picture as the sensor will record it: true perspective with the present movements, true blur. */
export function Finder({ settings }: { readonly settings: StandSettings }) {
  const view = useMemo(() => finderView(settings), [settings]);
  if (!view) return <p className="p-6 text-ink-soft">Say what stands before the camera, at the left; then the picture is here.</p>;
  return <OpenFinder settings={settings} view={view} />;
}

function OpenFinder({ settings, view }: { readonly settings: StandSettings; readonly view: FinderView }) {
  const [boxRef, box] = useSize<HTMLDivElement>();
  const [upsideDown, setUpsideDown] = useState(false);
  const [guide, setGuide] = useState<Guide>('thirds');
  const [veils, setVeils] = useState({ circle: true, falloff: false });
  const [measured, setMeasured] = useState<Measured | null>(null);
  const drag = useRef<{ x: number; y: number; riseMm: number; shiftMm: number; gesture: string } | null>(null);

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
    const from = drag.current;
    if (!from) return;
    // The picture goes with the hand: drawn down, more shows above.
    standEdit.moveWithin({ riseMm: from.riseMm - ((y - from.y) * frame.heightMm) / 2, shiftMm: from.shiftMm - ((x - from.x) * frame.widthMm) / 2 }, from.gesture);
  };

  return (
    <div className="flex h-full min-h-0 min-w-0 flex-col">
      <div ref={boxRef} className="grid min-h-0 grow place-items-center overflow-hidden">
        {width > 0 && (
          <div
            role="application"
            aria-label="Picture in the Finder: drag it, or use the arrow keys, to rise and shift"
            aria-describedby="finder-words"
            tabIndex={0}
            style={{ width, height }}
            className="relative cursor-grab touch-none border border-ink active:cursor-grabbing"
            onPointerMove={onMove}
            onPointerLeave={() => setMeasured(null)}
            onPointerDown={(event) => {
              event.currentTarget.setPointerCapture(event.pointerId);
              const [x, y] = place(event);
              drag.current = { x, y, ...settings.movements, gesture: `finder ${event.timeStamp}` };
            }}
            onPointerUp={(event) => {
              onMove(event);
              drag.current = null;
            }}
            onPointerCancel={() => (drag.current = null)}
            onKeyDown={(event) => {
              const step = event.shiftKey ? 1 : 0.1;
              const by = { ArrowUp: [step, 0], ArrowDown: [-step, 0], ArrowRight: [0, step], ArrowLeft: [0, -step] }[event.key];
              if (!by) return;
              event.preventDefault();
              const { riseMm, shiftMm } = settings.movements;
              standEdit.moveWithin({ riseMm: riseMm + (by[0] ?? 0), shiftMm: shiftMm + (by[1] ?? 0) });
            }}
          >
            <div className={`absolute inset-0 ${upsideDown ? 'rotate-180' : ''}`}>
              <Picture view={view} veils={veils} width={width} height={height} />
              <Guides view={view} guide={guide} width={width} height={height} />
            </div>
          </div>
        )}
      </div>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
        <label className="flex items-center gap-1.5">
          <span className="sr-only">Guides</span>
          <select value={guide} onChange={(event) => setGuide(event.target.value as Guide)} className="rounded-sm border border-rule bg-ground px-1 py-0.5">
            {Object.entries(GUIDES).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <Toggle words="circles" checked={veils.circle} onChange={(circle) => setVeils({ ...veils, circle })} />
        <Toggle words="falloff (cos⁴)" checked={veils.falloff} onChange={(falloff) => setVeils({ ...veils, falloff })} />
        <button type="button" aria-pressed={upsideDown} onClick={() => setUpsideDown(!upsideDown)} className="inline-flex items-center gap-1 rounded-md border border-rule px-1.5 py-0.5 aria-pressed:border-accent aria-pressed:bg-accent-wash">
          <FlipVertical2 size={14} aria-hidden /> as on the ground glass
        </button>
      </div>
      {/* Always there: the picture must not jump when the pointer comes over it. */}
      <p className="h-5 truncate text-xs text-ink-soft tabular-nums">
        {measured && `${fixed(measured.xMm, 1)}, ${fixed(measured.yMm, 1)} mm · ${fixed(measured.angleDeg, 1)}° off the straight · stretched ${fixed(measured.stretch, 2)}×`}
      </p>
      <p id="finder-words" className="sr-only">
        {`The picture ${settings.orientation}, with ${riseWords(settings.movements.riseMm)} and ${shiftWords(settings.movements.shiftMm)} at ${apertureWords(settings.fNumber)}. ${findingsOf(settings).map(findingSentence).join(' ')}`}
      </p>
    </div>
  );
}

function Toggle({ words, checked, onChange }: { readonly words: string; readonly checked: boolean; readonly onChange: (checked: boolean) => void }) {
  return (
    <label className="flex items-center gap-1.5">
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} className="accent-accent" />
      {words}
    </label>
  );
}

interface PictureProps {
  readonly view: FinderView;
  readonly veils: { readonly circle: boolean; readonly falloff: boolean };
  readonly width: number;
  readonly height: number;
}

/** Whether this browser has what the picture is made with: WebGL 2 that can sum up in floating point. */
function rendersHere(): boolean {
  const context = document.createElement('canvas').getContext('webgl2');
  const can = context?.getExtension('EXT_color_buffer_float') != null;
  context?.getExtension('WEBGL_lose_context')?.loseContext();
  return can;
}

/** The rendered picture; without WebGL 2 a plain drawing by the core with the same numbers, and a line saying so. */
function Picture({ view, veils, width, height }: PictureProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const renderer = useRef<FinderRenderer | null>(null);
  const [plain] = useState(() => !rendersHere());
  useEffect(() => {
    if (plain || !canvas.current) return;
    renderer.current = createFinderRenderer(canvas.current);
    return () => {
      renderer.current?.dispose();
      renderer.current = null;
    };
  }, [plain]);
  useEffect(() => {
    renderer.current?.show(view, veils, width, height);
  }, [view, veils, width, height]);
  return plain ? <PlainPicture view={view} width={width} height={height} /> : <canvas ref={canvas} className="block size-full" data-testid="finder" />;
}

function PlainPicture({ view, width, height }: Omit<PictureProps, 'veils'>) {
  const faces = useMemo(() => seenFaces(facesOf(view.subject), view.camera, view.pose), [view]);
  return (
    <>
      <svg width={width} height={height} viewBox="-1 -1 2 2" preserveAspectRatio="none" className="block" data-testid="finder-plain">
        <rect x="-1" y="-1" width="2" height="2" fill="#dadfe3" />
        {faces.map(({ points, tone }, i) => (
          <polygon key={i} points={points.map(([x, y]) => `${x},${-y}`).join(' ')} fill={`rgb(${tone * 255} ${tone * 255} ${tone * 255})`} stroke="#1f1d1a" strokeWidth="0.003" />
        ))}
      </svg>
      <p className="absolute bottom-0 left-0 bg-sheet px-1 text-xs">No WebGL 2 here: drawn plainly, without blur.</p>
    </>
  );
}

/** Lines over the picture: thirds, centre, or the grid of a ground glass; and where level lies. */
function Guides({ view, guide, width, height }: { readonly view: FinderView; readonly guide: Guide; readonly width: number; readonly height: number }) {
  const { frame, camera } = view;
  const steps = (mm: number) => {
    const n = Math.floor(mm / 20);
    return Array.from({ length: 2 * n + 1 }, (_, i) => 0.5 + ((i - n) * 10) / mm);
  };
  const at = { none: [[], []], thirds: [[1 / 3, 2 / 3], [1 / 3, 2 / 3]], centre: [[0.5], [0.5]], grid: [steps(frame.widthMm), steps(frame.heightMm)] }[guide];
  // The horizon of a level camera lies where the axis pierces the picture.
  const level = view.pose.pitchDeg === 0 && view.pose.rollDeg === 0 ? 0.5 + camera.movements.riseMm / frame.heightMm : null;
  return (
    <svg width={width} height={height} className="pointer-events-none absolute inset-0" aria-hidden>
      <g stroke="#fff" strokeWidth="1" strokeOpacity="0.75" style={{ mixBlendMode: 'difference' }}>
        {at[0]?.map((x) => <line key={`x${x}`} x1={x * width} x2={x * width} y1={0} y2={height} />)}
        {at[1]?.map((y) => <line key={`y${y}`} x1={0} x2={width} y1={y * height} y2={y * height} />)}
      </g>
      {level !== null && level > 0 && level < 1 && <line x1={0} x2={width} y1={level * height} y2={level * height} stroke="var(--accent)" strokeDasharray="6 4" />}
    </svg>
  );
}
