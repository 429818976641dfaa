import { plateText } from '@gangway/messages/web/bench/plate';
import { useMemo, useState, type PointerEvent } from 'react';
import type { Geometry } from '@gangway/core/geometry/geometry';
import type { PlateInView } from '@gangway/core/plate/inView';
import { finderView } from '../../setup/finder/view';
import { usePlateUrl } from '../../store/platePicture';
import { Choices } from '../../ui/Choices';
import { TextButton } from '../../ui/TextButton';
import { useBlink } from '../../ui/useBlink';
import { useSize } from '../../ui/useSize';
import { PlatePicture } from '../finder/PlatePicture';

/** How a frame is compared with its plan. */
const WAYS = [
  { id: 'split', name: plateText.compareSplit },
  { id: 'blink', name: plateText.compareBlink },
  { id: 'fade', name: plateText.compareFade },
] as const;
type Way = (typeof WAYS)[number]['id'];

const VEILS = { circle: false, falloff: false, sharp: false, materials: true };

interface TakenSheetProps {
  readonly geometry: Geometry;
  readonly plate: PlateInView;
  readonly frameId: string;
  readonly onClose: () => void;
}

/** A frame that was taken over the photograph as the planned rig draws it: split at a line, blinking, or faded. */
export function TakenSheet({ geometry, plate, frameId, onClose }: TakenSheetProps) {
  const [way, setWay] = useState<Way>('split');
  const [at, setAt] = useState(0.5);
  const [gone, setGone] = useState(false);
  const on = useBlink(way === 'blink');
  const [ref, size] = useSize<HTMLDivElement>();
  const url = usePlateUrl(frameId);
  const view = useMemo(() => finderView(geometry), [geometry]);
  if (!view) return null;
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
        <Choices label={plateText.compareHow} choices={WAYS} value={way} onChoose={setWay} />
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
        <TextButton onClick={onClose} className="ml-auto">
          {plateText.afterClose}
        </TextButton>
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
            <img
              src={url}
              alt=""
              draggable={false}
              style={shown}
              onError={() => setGone(true)}
              onLoad={() => setGone(false)}
              className="absolute inset-0 size-full"
              data-testid="taken-frame"
            />
            {gone && (
              <p
                role="alert"
                className="absolute inset-x-2 bottom-2 z-10 rounded-sm border border-fails bg-sheet px-1.5 py-1 text-sm text-fails"
              >
                {plateText.frameGone}
              </p>
            )}
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
