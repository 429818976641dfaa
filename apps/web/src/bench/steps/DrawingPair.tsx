import { say } from '@gangway/messages/say';
import { stepsText } from '@gangway/messages/web/bench/steps';
import { ArrowLeftRight, Maximize2 } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Panel, PanelGroup, PanelResizeHandle } from 'react-resizable-panels';
import { IconButton } from '../../ui/Button';
import { remember, remembered } from '../../store/remembered';
import { useStacked } from '../../ui/useNarrow';

/** One of two drawings of a step, and what it is called. */
interface Drawing {
  readonly name: string;
  readonly shown: ReactNode;
  /** Text: where the columns stack it is as high as it needs to be. */
  readonly flows?: boolean;
}

interface DrawingPairProps {
  /** By what sizes and places are remembered on this device. */
  readonly id: string;
  /** What is large at first. */
  readonly first: Drawing;
  /** What stands beside it. */
  readonly second: Drawing;
  /** The scale at the edge of the large one; `null` for none. */
  readonly scale: ReactNode;
  readonly panel: ReactNode;
  /** Whether the picture is in portrait: then it is given the height, otherwise the width. */
  readonly tall: boolean;
  /** The shares of the large drawing, and of the small one beside the panel, at first, %. */
  readonly shares?: readonly [number, number];
}

const LARGE_PERCENT = { tall: 58, wide: 66 } as const;
const SMALL_PERCENT = 46;

/**
 * Two drawings and a panel: one large, the other small by the panel. A press
 * changes them over, the lines between them are dragged, and both are
 * remembered. Where the columns stack, one is shown at a time.
 */
export function DrawingPair({ id, first, second, scale, panel, tall, shares }: DrawingPairProps) {
  const stacked = useStacked();
  const [swapped, setSwapped] = useRemembered(`gangway.${id}.swapped`);
  const [large, small] = swapped ? [second, first] : [first, second];
  const swap = () => setSwapped(!swapped);
  const enlarge = say(stepsText.enlarge, { name: small.name });
  if (stacked)
    return (
      <div className="grid min-h-0 min-w-0 content-start gap-3">
        <div
          className={`relative grid min-w-0 grid-cols-[minmax(0,1fr)_auto] ${large.flows ? '' : `sm:h-[30rem] ${tall ? 'max-sm:h-[31rem]' : 'max-sm:h-[23rem]'}`}`}
        >
          <div className="min-h-0 min-w-0">{large.shown}</div>
          {scale}
          <button
            type="button"
            onClick={swap}
            aria-label={enlarge}
            className="absolute top-1 right-0 z-10 inline-flex min-h-11 items-center gap-1.5 rounded-md border border-rule bg-sheet px-3 text-sm font-medium"
          >
            <ArrowLeftRight size={15} aria-hidden /> {small.name}
          </button>
        </div>
        {panel}
      </div>
    );
  // A picture in portrait has the rest beside it, one in landscape below it.
  const [way, across] = tall ? (['horizontal', 'vertical'] as const) : (['vertical', 'horizontal'] as const);
  const [largePercent, smallPercent] = shares ?? [LARGE_PERCENT[tall ? 'tall' : 'wide'], SMALL_PERCENT];
  return (
    <PanelGroup key={way} direction={way} autoSaveId={`gangway.${id}.${way}`} className="min-h-0">
      <Panel id="large" order={1} defaultSize={largePercent} minSize={35}>
        <div className="grid h-full grid-cols-[minmax(0,1fr)_auto]">
          <div className="min-h-0 min-w-0">{large.shown}</div>
          {scale}
        </div>
      </Panel>
      <Divider label={stepsText.sizeOfTheLarge} upright={tall} />
      <Panel id="rest" order={2} minSize={20}>
        <PanelGroup direction={across} autoSaveId={`gangway.${id}.${way}.rest`}>
          <Panel id="small" order={1} defaultSize={smallPercent} minSize={20}>
            <div className="relative h-full overflow-y-auto">
              {small.shown}
              <IconButton label={enlarge} onClick={swap} className="absolute! top-1 right-1 z-10 bg-sheet/85!">
                <Maximize2 size={16} aria-hidden />
              </IconButton>
            </div>
          </Panel>
          <Divider label={stepsText.sizeOfTheSmall} upright={!tall} />
          <Panel id="panel" order={2} minSize={20}>
            {/* What changes in a panel does not lay the page out anew. */}
            <div className="grid h-full [contain:strict]">{panel}</div>
          </Panel>
        </PanelGroup>
      </Panel>
    </PanelGroup>
  );
}

/** A line between two parts that is dragged, or moved by the arrow keys. */
function Divider({ label, upright }: { readonly label: string; readonly upright: boolean }) {
  return (
    <PanelResizeHandle
      aria-label={label}
      className={`group grid place-items-center rounded outline-none focus-visible:bg-accent-wash ${upright ? 'w-3' : 'h-3'}`}
    >
      <span
        className={`rounded-full bg-rule group-hover:bg-accent group-data-[resize-handle-state=drag]:bg-accent ${upright ? 'h-9 w-1' : 'h-1 w-9'}`}
      />
    </PanelResizeHandle>
  );
}

/** A choice that this device remembers. */
function useRemembered(name: string): readonly [boolean, (value: boolean) => void] {
  const [value, setValue] = useState(() => remembered(name) === 'yes');
  const choose = (next: boolean) => {
    setValue(next);
    remember(name, next ? 'yes' : 'no');
  };
  return [value, choose];
}
