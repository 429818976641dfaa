import { logText } from '@gangway/messages/web/log';
import { say } from '@gangway/messages/say';
import { useState } from 'react';
import type { Shot } from '@gangway/core/log/shotFields';
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
  readonly chosen: readonly Shot[];
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
    const put: Shot[] = [];
    for (const shot of chosen) {
      const next = withCell(shot, column, typed, timeZone);
      if (typeof next === 'string') {
        setRefusal(next);
        return;
      }
      put.push(next);
    }
    setRefusal(null);
    await onChange({ put, remove: [] }, say(logText.ofShotChanged, { label: column.label.toLowerCase(), n }));
  };
  return (
    <form
      aria-label={logText.changeTheChosenShots}
      className="flex flex-wrap items-center gap-2 rounded-md border border-rule bg-sheet p-2 text-sm"
      onSubmit={(event) => {
        event.preventDefault();
        void apply();
      }}
    >
      <span>{say(logText.inSet, { n: n === 1 ? logText.theChosenShot : say(logText.allChosenShots, { n }) })}</span>
      <Select aria-label={logText.column} value={key} onChange={({ target }) => setKey(target.value as LogKey)}>
        {COLUMNS.map((each) => (
          <option key={each.key} value={each.key}>
            {each.label}
          </option>
        ))}
      </Select>
      <input
        aria-label={logText.value}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        className="w-48 rounded-sm border border-rule bg-ground px-1.5 py-1"
      />
      <Button type="submit" look="main">
        {logText.set}
      </Button>
      <Button
        onClick={() => {
          void onChange({ put: [], remove: chosen.map(({ id }) => id) }, say(logText.shotRemoved, { n })).then(onNone);
        }}
      >
        {logText.remove}
      </Button>
      <Button look="quiet" onClick={onNone}>
        {logText.clearSelection}
      </Button>
      {refusal !== null && (
        <span role="alert" className="text-fails">
          {refusal}
        </span>
      )}
    </form>
  );
}
