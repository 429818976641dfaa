import { proofText } from '@gangway/messages/web/proof';
import { say } from '@gangway/messages/say';
import { useMemo, useState } from 'react';
import type { Assembly } from '@gangway/contract/proof';
import { DeepView, type Spot, type Together } from './DeepView';
import { Choices } from '../ui/Choices';
import { Select } from '../ui/Select';
import { useBlink } from '../ui/useBlink';

const WAYS = [
  { id: 'alone', name: proofText.alone },
  { id: 'side', name: proofText.sideBySide },
  { id: 'split', name: proofText.split },
  { id: 'blink', name: proofText.blink },
] as const;
type Way = (typeof WAYS)[number]['id'];

/** One picture, or two of them compared: beside each other, split by a line, or in turn. */
export function Compare({
  main,
  others,
  nameOf,
  spot,
}: {
  readonly main: Assembly;
  readonly others: readonly Assembly[];
  readonly nameOf: (assembly: Assembly) => string;
  readonly spot: Spot | null;
}) {
  const [way, setWay] = useState<Way>('alone');
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
          label={proofText.howToCompare}
          choices={WAYS.map((each) => ({ ...each, disabled: each.id !== 'alone' && !other }))}
          value={using}
          onChoose={setWay}
        />
        {using !== 'alone' && other && (
          <label className="flex items-center gap-1.5">
            {proofText.with}
            <Select value={other.id} onChange={(event) => setOtherId(event.target.value)} className="max-w-56">
              {others.map((each) => (
                <option key={each.id} value={each.id}>
                  {nameOf(each)}
                </option>
              ))}
            </Select>
          </label>
        )}
        {using === 'split' && (
          <label className="flex grow items-center gap-1.5">
            <span className="sr-only">{proofText.whereTheLineIs}</span>
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
        {!other && <span className="text-xs text-ink-soft">{proofText.withASecondFinishedPicture}</span>}
      </div>
      <div className={`relative grid min-h-64 grow gap-1 ${using === 'side' ? 'grid-cols-2' : ''}`}>
        <div className={using === 'side' ? 'relative' : 'absolute inset-0'}>
          <DeepView
            assembly={main}
            label={say(proofText.byPixels, { main: nameOf(main), width: main.report?.width ?? 0, height: main.report?.height ?? 0 })}
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
            <DeepView assembly={other} label={say(proofText.toCompare, { other: nameOf(other) })} together={together} />
          </div>
        )}
        {using === 'split' && (
          <span aria-hidden className="pointer-events-none absolute inset-y-0 w-px bg-accent" style={{ left: `${at}%` }} />
        )}
      </div>
    </div>
  );
}
