import { listed } from '@gangway/messages/list';
import { say } from '@gangway/messages/say';
import { settleText } from '@gangway/messages/web/bench/settle';
import { CONTROL_GROUPS, LOCK_FIELDS, type Lock, type Locks as LocksOf } from '@gangway/core/fields/locks';
import { useState } from 'react';
import { Select } from '../../ui/Select';
import { TextButton } from '../../ui/TextButton';
import { setupEdit } from '../editing/setupEdit';

const LOCKS = ['free', 'ifNeeded', 'locked'] as const satisfies readonly Lock[];

/** What may change, in one line, and each of it to be set. */
export function Locks({ locks }: { readonly locks: LocksOf }) {
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
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}

function setLock(group: keyof LocksOf, lock: Lock): void {
  const settings = setupEdit.present();
  if (!settings) return;
  const { label, choices } = LOCK_FIELDS[group];
  setupEdit.change(
    { ...settings, locks: { ...settings.locks, [group]: lock } },
    say(settleText.lockChanged, { what: label.toLowerCase(), lock: choices[lock] }),
  );
}
