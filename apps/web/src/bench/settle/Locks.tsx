import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { settleText } from '@gangway/messages/web/bench/settle';
import { CONTROL_GROUPS, LOCK_FIELDS, type Lock, type Locks as LocksOf } from '@gangway/core/fields/locks';
import { LIMIT_FIELDS, type FocusLimits } from '@gangway/core/fields/limits';
import { typedNumber } from '@gangway/contract/typedNumber';
import { useState } from 'react';
import { NumberField } from '../../ui/NumberField';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';
import { setupEdit } from '../editing/setupEdit';
import { focusEdit } from '../focus/focusEdit';

const LOCKS = ['free', 'ifNeeded', 'locked'] as const satisfies readonly Lock[];

/** What may change, in one line, and each of it to be set. */
export function Locks({ locks, limits }: { readonly locks: LocksOf; readonly limits: FocusLimits }) {
  const [open, setOpen] = useState(false);
  const named = (lock: Lock): string =>
    listed(CONTROL_GROUPS.filter((group) => locks[group] === lock).map((group) => LOCK_FIELDS[group].label.toLowerCase()));
  const [needed, locked] = [named('ifNeeded'), named('locked')];
  const words = [
    ...(needed === '' ? [] : [say(settleText.onlyIfNeeded, { needed })]),
    ...(locked === '' ? [] : [say(settleText.areLocked, { locked })]),
  ];
  return (
    <section aria-label={settleText.whatMayChange} className="text-xs">
      <p className="text-ink-soft">
        {words.length === 0 ? settleText.allFree : words.join(' ')}{' '}
        <TextButton aria-expanded={open} onClick={() => setOpen(!open)}>
          {settleText.whatMayChange}
        </TextButton>
      </p>
      {open && (
        <ul className="mt-1 grid gap-1">
          {CONTROL_GROUPS.map((group) => {
            const { label, choices } = LOCK_FIELDS[group];
            return (
              <li key={group}>
                <label className="flex items-center justify-between gap-2">
                  {label}
                  <Select
                    value={locks[group]}
                    onChange={({ target }) => setLock(group, LOCKS.find((lock) => lock === target.value) ?? 'free')}
                  >
                    {LOCKS.map((lock) => (
                      <option key={lock} value={lock}>
                        {choices[lock]}
                      </option>
                    ))}
                  </Select>
                </label>
                {locks[group] !== 'locked' && <Ranges group={group} limits={limits} />}
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

/** Within which range a control may change. */
function Ranges({ group, limits }: { readonly group: keyof LocksOf; readonly limits: FocusLimits }) {
  const ranges = RANGES[group];
  if (ranges === undefined) return null;
  return (
    <div className="flex flex-wrap justify-end gap-x-3 py-0.5">
      {ranges.map((key) => {
        const { label, unit } = LIMIT_FIELDS[key];
        const value = limits[key];
        return (
          <NumberField
            key={key}
            label={label}
            unit={unit}
            decimals={1}
            value={value ?? Number.POSITIVE_INFINITY}
            words={value === null ? settleText.any : String(value)}
            read={{
              parse: (text) => (text.trim() === '' || text.trim() === settleText.any ? Number.POSITIVE_INFINITY : typedNumber(text)),
              isNo: settleText.isNo,
            }}
            endless
            onCommit={(n) => focusEdit.setLimits({ [key]: n === Number.POSITIVE_INFINITY ? null : n })}
          />
        );
      })}
    </div>
  );
}

/** The limits that are the range of a control. */
const RANGES: Partial<Record<keyof LocksOf, readonly ('widestFNumber' | 'smallestFNumber' | 'longestS' | 'highestIso')[]>> = {
  aperture: ['widestFNumber', 'smallestFNumber'],
  time: ['longestS', 'highestIso'],
};

function setLock(group: keyof LocksOf, lock: Lock): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const { label, choices } = LOCK_FIELDS[group];
  setupEdit.change(
    { ...settings, locks: { ...settings.locks, [group]: lock } },
    say(settleText.lockChanged, { what: label.toLowerCase(), lock: choices[lock] }),
  );
}
