import { plateText } from '@gangway/messages/web/bench/plate';
import { ToggleGroup } from 'radix-ui';
import { useEffect, useState, type PointerEvent } from 'react';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { plateInView } from '@gangway/core/plate/inView';
import { finderView } from '../../setup/finder/view';
import { usePlateUrl } from '../../store/platePicture';
import { useSize } from '../../ui/useSize';
import { PlatePicture } from '../finder/PlatePicture';

/** How a frame is compared with its plan. */
const WAYS = [
  ['split', plateText.compareSplit],
  ['blink', plateText.compareBlink],
  ['fade', plateText.compareFade],
] as const;
type Way = (typeof WAYS)[number][0];

/** Frame and plan take turns after so long, ms: slower than flickers. */
const BLINK_MS = 800;
const VEILS = { circle: false, falloff: false, sharp: false, materials: true };

/** A frame that was taken over the photograph as the planned rig draws it: split at a line, in turns, or one through the other. */
export function TakenSheet({ geometry, frameId }: { readonly geometry: Geometry; readonly frameId: string }) {
  const [way, setWay] = useState<Way>('split');
  const [at, setAt] = useState(0.5);
  const [on, setOn] = useState(true);
  const [ref, size] = useSize<HTMLDivElement>();
  const url = usePlateUrl(frameId);
  useEffect(() => {
    if (way !== 'blink') return;
    const timer = setInterval(() => setOn((before) => !before), BLINK_MS);
    return () => clearInterval(timer);
  }, [way]);
  const plate = plateInView(geometry);
  const view = finderView(geometry);
  if (!plate || !view) return null;
  const { widthMm, heightMm } = view.frame;
  const room = size ? Math.min(size.width / widthMm, size.height / heightMm) : 0;
  const [width, height] = [Math.floor(widthMm * room), Math.floor(heightMm * room)];
  const follow = (event: PointerEvent<HTMLDivElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    setAt(Math.max(0, Math.min(1, (event.clientX - box.left) / box.width)));
  };
  const shown = { split: { clipPath: `inset(0 ${100 * (1 - at)}% 0 0)` }, blink: { opacity: on ? 1 : 0 }, fade: { opacity: at } }[way];
  return (
    <div className="flex min-h-0 grow flex-col gap-2 p-2">
      <div className="flex flex-wrap items-center gap-3 text-sm">
        <ToggleGroup.Root
          type="single"
          value={way}
          aria-label={plateText.compareHow}
          onValueChange={(value) => setWay((before) => WAYS.find(([id]) => id === value)?.[0] ?? before)}
          className="inline-flex rounded-md border border-rule"
        >
          {WAYS.map(([id, name]) => (
            <ToggleGroup.Item
              key={id}
              value={id}
              className="min-h-8 px-2.5 font-medium not-first:border-l not-first:border-rule data-[state=on]:bg-accent data-[state=on]:text-on-accent max-sm:min-h-11"
            >
              {name}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
        {way !== 'blink' && (
          <input
            type="range"
            min={0}
            max={100}
            value={Math.round(100 * at)}
            aria-label={plateText.compareAt}
            onChange={({ target }) => setAt(Number(target.value) / 100)}
            className="min-h-8 w-48 accent-accent max-sm:min-h-11"
          />
        )}
      </div>
      <div ref={ref} className="grid min-h-0 grow place-items-center overflow-hidden">
        {width > 0 && (
          <div
            role="img"
            aria-label={plateText.compareOf}
            style={{ width, height }}
            className={`relative touch-none overflow-hidden border border-ink select-none ${way === 'split' ? 'cursor-ew-resize' : ''}`}
            onPointerDown={(event) => {
              if (way !== 'split') return;
              event.currentTarget.setPointerCapture(event.pointerId);
              follow(event);
            }}
            onPointerMove={(event) => {
              if (way === 'split' && event.currentTarget.hasPointerCapture(event.pointerId)) follow(event);
            }}
          >
            <PlatePicture plate={plate} view={view} veils={VEILS} width={width} height={height} />
            <img src={url} alt="" draggable={false} style={shown} className="absolute inset-0 size-full" data-testid="taken-frame" />
            {way === 'split' && (
              <div aria-hidden style={{ left: `${100 * at}%` }} className="absolute inset-y-0 w-0.5 -translate-x-1/2 bg-accent" />
            )}
            <Corner side="left" words={plateText.compareFrame} seen={way === 'blink' ? on : at > 0} />
            <Corner side="right" words={plateText.comparePlan} seen={way === 'blink' ? !on : at < 1} />
          </div>
        )}
      </div>
    </div>
  );
}

function Corner({ side, words, seen }: { readonly side: 'left' | 'right'; readonly words: string; readonly seen: boolean }) {
  if (!seen) return null;
  return (
    <span className={`absolute top-1 rounded-sm bg-sheet px-1.5 text-xs font-medium ${side === 'left' ? 'left-1' : 'right-1'}`}>
      {words}
    </span>
  );
}
