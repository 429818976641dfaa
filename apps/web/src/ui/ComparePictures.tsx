import { compareText } from '@gangway/messages/web/compare';
import { say } from '@gangway/messages/say';
import { useMemo, useState } from 'react';
import { Choices } from './Choices';
import { DeepView, type Spot, type TiledPicture, type Together } from './DeepView';
import { Select } from './Select';
import { useBlink } from './useBlink';

const WAYS = [
  { id: 'alone', name: compareText.alone },
  { id: 'side', name: compareText.sideBySide },
  { id: 'split', name: compareText.split },
  { id: 'blink', name: compareText.blink },
] as const;
export type Way = (typeof WAYS)[number]['id'];

/** A picture that can be compared with others. */
export interface ComparedPicture extends TiledPicture {
  readonly id: string;
  readonly name: string;
}

interface CompareProps {
  readonly main: ComparedPicture;
  /** What it can be compared with; the first to begin with. */
  readonly others: readonly ComparedPicture[];
  readonly spot: Spot | null;
  /** What is said where there is nothing to compare it with. */
  readonly alone: string;
  readonly firstWay?: Way;
}

/** One picture, or two of them compared: beside each other, split by a line, or in turn. */
export function ComparePictures({ main, others, spot, alone, firstWay = 'alone' }: CompareProps) {
  const [way, setWay] = useState<Way>(firstWay);
  const [otherId, setOtherId] = useState<string | null>(null);
  const [at, setAt] = useState(50);
  const other = others.find(({ id }) => id === otherId) ?? others[0] ?? null;
  const using = other ? way : 'alone';
  const together = useMemo<Together>(() => ({ members: new Set(), leader: null }), []);
  const shown = useBlink(using === 'blink');
  const second = using !== 'alone' && other;
  return (
    <div className="flex min-h-0 min-w-0 grow flex-col gap-1.5">
      <div className="flex flex-wrap items-center gap-2 text-sm">
        <Choices
          label={compareText.howToCompare}
          choices={WAYS.map((each) => ({ ...each, disabled: each.id !== 'alone' && !other }))}
          value={using}
          onChoose={setWay}
        />
        {using !== 'alone' && other && (
          <label className="flex items-center gap-1.5">
            {compareText.with}
            <Select value={other.id} onChange={(event) => setOtherId(event.target.value)} className="max-w-56">
              {others.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </Select>
          </label>
        )}
        {using === 'split' && (
          <label className="flex grow items-center gap-1.5">
            <span className="sr-only">{compareText.whereTheLineIs}</span>
            <input
              type="range"
              min={0}
              max={100}
              value={at}
              onChange={(event) => setAt(Number(event.target.value))}
              className="w-full accent-accent"
            />
          </label>
        )}
        {!other && <span className="text-xs text-ink-soft">{alone}</span>}
      </div>
      <div className={`relative grid min-h-64 grow gap-1 ${using === 'side' ? 'grid-cols-2' : ''}`}>
        <div className={using === 'side' ? 'relative' : 'absolute inset-0'}>
          <DeepView
            picture={main}
            label={say(compareText.byPixels, { main: main.name, width: main.width, height: main.height })}
            spot={spot}
            together={together}
          />
        </div>
        {second && (
          <div
            className={using === 'side' ? 'relative' : 'absolute inset-0'}
            style={{
              clipPath: using === 'split' ? `inset(0 0 0 ${at}%)` : undefined,
              visibility: using === 'blink' && !shown ? 'hidden' : undefined,
            }}
          >
            <DeepView picture={other} label={say(compareText.toCompare, { other: other.name })} together={together} />
          </div>
        )}
        {second && using !== 'side' && (
          <span className="pointer-events-none absolute inset-x-2 bottom-2 flex justify-between gap-2 text-xs">
            <Caption hidden={using === 'blink' && shown}>{main.name}</Caption>
            <Caption hidden={using === 'blink' && !shown}>{other.name}</Caption>
          </span>
        )}
        {using === 'split' && (
          <span aria-hidden className="pointer-events-none absolute inset-y-0 w-px bg-accent" style={{ left: `${at}%` }} />
        )}
      </div>
    </div>
  );
}

/** The name of a picture, over it. */
function Caption({ hidden, children }: { readonly hidden: boolean; readonly children: string }) {
  return <span className={`max-w-[45%] truncate rounded-sm bg-sheet px-1.5 py-0.5 ${hidden ? 'invisible' : ''}`}>{children}</span>;
}
