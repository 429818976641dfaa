import { conflictText } from '@gangway/messages/web/conflict';
import { say } from '@gangway/messages/say';
import { useId } from 'react';
import type { Difference, Side } from '@gangway/contract/record/differences/difference';
import { Button } from './Button';

interface ConflictChoiceProps {
  readonly differences: readonly Difference[];
  /** The side chosen for each difference, by its key. */
  readonly picks: Readonly<Record<string, Side>>;
  readonly onPicks: (picks: Readonly<Record<string, Side>>) => void;
  readonly onSave: () => void;
}

/** Every difference of two states with both values, and a choice for each. */
export function ConflictChoice({ differences, picks, onPicks, onSave }: ConflictChoiceProps) {
  const id = useId();
  const open = differences.filter(({ key }) => !(key in picks)).length;
  const all = (side: Side) => onPicks(Object.fromEntries(differences.map(({ key }) => [key, side])));
  const knowsBefore = differences.some(({ was }) => was !== null);
  return (
    <div className="grid min-h-0 gap-3">
      <div className="max-h-[50dvh] min-h-0 overflow-y-auto">
        <table className="w-full text-sm">
          <thead className="engraved text-left">
            <tr>
              <td />
              {knowsBefore && (
                <th scope="col" className="px-2">
                  {conflictText.before}
                </th>
              )}
              <th scope="col" className="px-2">
                {conflictText.here}
              </th>
              <th scope="col" className="px-2">
                {conflictText.there}
              </th>
            </tr>
          </thead>
          <tbody>
            {differences.map((each) => (
              <tr key={each.key} className="border-t border-hairline align-baseline">
                <th scope="row" id={`${id} ${each.key}`} className="py-1 pr-2 text-left font-medium">
                  {each.label}
                </th>
                {knowsBefore && <td className="px-2 py-1 text-ink-soft">{each.was}</td>}
                {(['ours', 'theirs'] as const).map((side) => (
                  <td key={side} className="px-2 py-1">
                    <label className="flex items-baseline gap-1.5">
                      <input
                        type="radio"
                        name={`${id} ${each.key}`}
                        checked={picks[each.key] === side}
                        onChange={() => onPicks({ ...picks, [each.key]: side })}
                        aria-label={`${each.label}: ${side === 'ours' ? conflictText.here : conflictText.there}, ${each[side]}`}
                        className="accent-accent"
                      />
                      <span className={picks[each.key] === side ? 'font-semibold' : ''}>{each[side]}</span>
                    </label>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="flex flex-wrap items-center justify-end gap-2">
        {open > 0 && <span className="grow text-sm text-ink-soft">{say(conflictText.openChoices, { n: open })}</span>}
        <Button onClick={() => all('theirs')}>{conflictText.keepThere}</Button>
        <Button onClick={() => all('ours')}>{conflictText.keepHere}</Button>
        <Button look="main" disabled={open > 0} onClick={onSave}>
          {conflictText.saveChoice}
        </Button>
      </div>
    </div>
  );
}
