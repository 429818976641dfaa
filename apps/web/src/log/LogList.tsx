import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { settingWords } from '@gangway/core/log/shot';
import type { Shot } from '@gangway/core/log/shotFields';
import { timeWords } from '@gangway/core/exposure/shutter';
import { Button } from '../ui/Button';
import { Dialog } from '../ui/Dialog';
import { useSize } from '../ui/useSize';
import type { Change } from './change';
import { cellWords, COLUMNS, type LogColumn, type LogKey } from './columns';
import type { LogTableProps } from './LogTable';
import { useCellEdit } from './useCellEdit';
import { TextButton } from '../ui/TextButton';

/** About as high as a shot is, px; each is measured when it is drawn. */
const TAKE_PX = 96;
/** The list is at least so high, px. */
const LEAST_PX = 320;
/** Figures that are never below zero. */
const UNSIGNED: ReadonlySet<LogKey> = new Set<LogKey>(['fNumber', 'iso', 'frame', 'bracket', 'filmFrame', 'rating', 'focalMm']);

/** The log on a phone: a shot under another, newest first, each opened by a touch to be corrected. */
export function LogList({ shots, setups, grouped, timeZone, selected, onSelect, onChange }: LogTableProps) {
  const [openId, setOpenId] = useState<string | null>(null);
  const scroll = useRef<HTMLDivElement>(null);
  const [sizeRef, size] = useSize<HTMLDivElement>();
  const rows = useMemo(() => {
    const order = new Map(setups.map(({ id }, i) => [id, i]));
    const place = ({ setupId }: Shot): number => (grouped ? (order.get(setupId) ?? setups.length) : 0);
    return [...shots].sort((a, b) => place(a) - place(b) || newestFirst(a, b));
  }, [shots, setups, grouped]);
  // eslint-disable-next-line react-hooks/incompatible-library -- its functions are not handed on
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroll.current,
    estimateSize: () => TAKE_PX,
    overscan: 6,
    getItemKey: (i) => rows[i]?.id ?? i,
  });
  const open = rows.find(({ id }) => id === openId);
  const toggle = (id: string): void => {
    const next = new Set(selected);
    if (!next.delete(id)) next.add(id);
    onSelect(next);
  };
  return (
    <div ref={sizeRef} className="min-h-80 grow">
      <div
        ref={scroll}
        className="overflow-y-auto rounded-md border border-hairline bg-sheet text-sm"
        style={{ height: Math.max(LEAST_PX, size?.height ?? 0) }}
        tabIndex={0}
        role="region"
        aria-label={logText.shots}
      >
        <ul className="relative" style={{ height: virtual.getTotalSize() }}>
          {virtual.getVirtualItems().map(({ index, start, key }) => {
            const shot = rows[index];
            if (!shot) return null;
            return (
              <li
                key={key}
                ref={virtual.measureElement}
                data-index={index}
                data-shot={shot.id}
                aria-setsize={rows.length}
                aria-posinset={index + 1}
                className="absolute inset-x-0 flex border-b border-hairline"
                style={{ top: start }}
              >
                <label className="grid w-11 shrink-0 place-items-center">
                  <input
                    type="checkbox"
                    aria-label={say(logText.chooseTheShotOf, { shot: cellWords(shot, { key: 'at' }, timeZone) })}
                    checked={selected.has(shot.id)}
                    onChange={() => toggle(shot.id)}
                    className="size-4.5 accent-accent"
                  />
                </label>
                <button type="button" onClick={() => setOpenId(shot.id)} className="min-w-0 grow py-2 pr-3 text-left">
                  <Facts shot={shot} timeZone={timeZone} />
                </button>
              </li>
            );
          })}
        </ul>
      </div>
      {open && <ShotSheet shot={open} timeZone={timeZone} onChange={onChange} onClose={() => setOpenId(null)} />}
    </div>
  );
}

function newestFirst(a: Shot, b: Shot): number {
  if (a.at < b.at) return 1;
  if (a.at > b.at) return -1;
  return 0;
}

/** What is read of a shot at a glance. */
function Facts({ shot, timeZone }: { readonly shot: Shot; readonly timeZone: string }) {
  const exposure = [
    shot.shutterSpeedS === null ? logText.timeUnknown : timeWords(shot.shutterSpeedS),
    shot.iso === null ? '' : say(logText.iso, { iso: shot.iso }),
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <>
      <span className="flex items-baseline gap-2">
        <span className="min-w-0 truncate font-medium">{shot.setup}</span>
        <span className="ml-auto shrink-0 text-ink-soft tabular-nums">{cellWords(shot, { key: 'at' }, timeZone).slice(5, 16)}</span>
      </span>
      <span className="block leading-5 tabular-nums">
        {exposure}; {settingWords(shot).join('; ')}
      </span>
      {(shot.file !== '' || shot.rating > 0 || shot.remarks !== '') && (
        <span className="block leading-5 break-words text-ink-soft">
          {[shot.file, '★'.repeat(shot.rating), shot.remarks].filter(Boolean).join(' · ')}
        </span>
      )}
    </>
  );
}

interface ShotProps {
  readonly shot: Shot;
  readonly timeZone: string;
  readonly onChange: Change;
}

/** Everything that is known of a shot, each value to be corrected. */
function ShotSheet({ shot, timeZone, onChange, onClose }: ShotProps & { readonly onClose: () => void }) {
  const commits = useRef(new Map<LogKey, Promise<boolean>>());
  // What is being typed is taken first; what is refused keeps the sheet open, so that nothing typed is lost.
  const close = async () => {
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
    const taken = await Promise.all([...commits.current.values()]);
    if (taken.every(Boolean)) onClose();
  };
  const remove = async () => {
    await onChange({ put: [], remove: [shot.id] }, logText.aShotRemoved);
    onClose();
  };
  return (
    <Dialog open onClose={() => void close()} title={shot.setup} help={logText.whatWasSetCorrectA}>
      <div className="grid grid-cols-2 gap-x-3 gap-y-2">
        {COLUMNS.map((column) => (
          <Spec
            key={column.key}
            shot={shot}
            column={column}
            timeZone={timeZone}
            onChange={onChange}
            onCommit={(commit) => commits.current.set(column.key, commit)}
          />
        ))}
      </div>
      <div className="mt-4 flex justify-between">
        <Button look="quiet" onClick={() => void remove()}>
          {logText.removeThisShot}
        </Button>
        <Button look="main" onClick={() => void close()}>
          {logText.done}
        </Button>
      </div>
    </Dialog>
  );
}

function Spec({
  shot,
  column,
  timeZone,
  onChange,
  onCommit,
}: ShotProps & { readonly column: LogColumn; readonly onCommit: (commit: Promise<boolean>) => void }) {
  const { typed, settled, refusal, type, commit, putBack } = useCellEdit(shot, column, timeZone, onChange);
  const back = () => {
    putBack();
    onCommit(Promise.resolve(true));
  };
  return (
    <div className={`text-sm ${column.right ? '' : 'col-span-2'}`}>
      <label className="block">
        <span className="text-ink-soft">
          {column.label}
          {column.unit !== '' && `, ${column.unit}`}
        </span>
        <input
          value={typed}
          // The keypad of values has no minus on many phones.
          inputMode={UNSIGNED.has(column.key) ? 'decimal' : undefined}
          aria-invalid={refusal !== null || undefined}
          onChange={({ target }) => type(target.value)}
          data-settled={settled}
          onBlur={() => onCommit(commit())}
          onKeyDown={(event) => {
            if (event.key === 'Enter') onCommit(commit());
            if (event.key === 'Escape') back();
          }}
          className={`block min-h-10 w-full rounded-sm border bg-ground px-2 text-base tabular-nums ${refusal === null ? 'border-rule' : 'border-fails'}`}
        />
      </label>
      {refusal !== null && (
        <>
          <p role="alert" className="text-fails">
            {refusal}
          </p>
          <TextButton className="min-h-10" onClick={back}>
            {logText.putItBack}
          </TextButton>
        </>
      )}
    </div>
  );
}
