import { useState } from 'react';
import type { LogTake } from '@gangway/core/log/shotFields';
import { Button } from '../ui/Button';
import { COLUMNS, withCell, type LogKey } from './columns';
import type { Change } from './change';
import { Select } from '../ui/Select';

/** One value put into a column of every chosen shot. */
export function BulkEdit({
  chosen,
  timeZone,
  onChange,
  onNone,
}: {
  readonly chosen: readonly LogTake[];
  readonly timeZone: string;
  readonly onChange: Change;
  readonly onNone: () => void;
}) {
  const [key, setKey] = useState<LogKey>('remarks');
  const [typed, setTyped] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const column = COLUMNS.find((each) => each.key === key);
  const n = chosen.length;
  const apply = async () => {
    if (!column) return;
    const put: LogTake[] = [];
    for (const take of chosen) {
      const next = withCell(take, column, typed, timeZone);
      if (typeof next === 'string') {
        setRefusal(next);
        return;
      }
      put.push(next);
    }
    setRefusal(await onChange({ put, remove: [] }, `${column.label.toLowerCase()} of ${n} ${n === 1 ? 'shot' : 'shots'} changed`));
  };
  return (
    <form
      aria-label="Change the chosen shots"
      className="flex flex-wrap items-center gap-2 rounded-md border border-rule bg-sheet p-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void apply();
      }}
    >
      <span>In {n === 1 ? 'the chosen shot' : `all ${n} chosen shots`} set</span>
      <Select aria-label="Column" value={key} onChange={({ target }) => setKey(target.value as LogKey)}>
        {COLUMNS.map((each) => (
          <option key={each.key} value={each.key}>
            {each.label}
          </option>
        ))}
      </Select>
      <input
        aria-label="Value"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        className="w-48 rounded-sm border border-rule bg-ground px-1.5 py-1"
      />
      <Button type="submit" look="main">
        Set
      </Button>
      <Button
        onClick={() => {
          void onChange({ put: [], remove: chosen.map(({ id }) => id) }, `${n} ${n === 1 ? 'shot' : 'shots'} removed`).then((refused) =>
            refused === null ? onNone() : setRefusal(refused),
          );
        }}
      >
        Remove
      </Button>
      <Button look="quiet" onClick={onNone}>
        Clear selection
      </Button>
      {refusal !== null && (
        <span role="alert" className="text-fails">
          {refusal}
        </span>
      )}
    </form>
  );
}
