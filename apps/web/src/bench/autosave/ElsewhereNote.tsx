import { autosaveText } from '@gangway/messages/web/bench/autosave';
import { conflictText } from '@gangway/messages/web/conflict';
import { say } from '@gangway/messages/say';
import { useMemo, useState } from 'react';
import { setupSchema } from '@gangway/contract/setup';
import { openedSettings, openedSetup, storedSettings } from '@gangway/contract/storedSetup';
import type { Difference, Side } from '@gangway/contract/record/differences/difference';
import { conflictOf, obviousPicks, type Picks } from '../../store/outbox/conflicts';
import { outbox, useOutbox } from '../../store/outbox/page';
import { Button } from '../../ui/Button';
import { ConflictChoice } from '../../ui/ConflictChoice';
import { Dialog } from '../../ui/Dialog';
import { useBenchSelector } from '../editing/benchStore';
import { takeDecision } from './open';
import { savingOf, type Saving } from './saving';

/** How many differences are said in one line. */
const SAID_MOST = 3;

function listed(differences: readonly Difference[], side: Side): string {
  const words = differences
    .slice(0, SAID_MOST)
    .map((each) => say(autosaveText.labelAndValue, { label: each.label, value: each[side] }))
    .join(', ');
  return differences.length > SAID_MOST ? say(autosaveText.andMore, { listed: words, n: differences.length - SAID_MOST }) : words;
}

/** The setup was changed in another place: says how the two differ and lets the photographer choose. */
export function ElsewhereNote() {
  const state = useBenchSelector((bench) => bench.autosave);
  const waiting = useOutbox();
  const saving = state && savingOf(state, waiting);
  return saving?.phase === 'elsewhere' ? <Elsewhere key={saving.entry.seq} saving={saving} /> : null;
}

function Elsewhere({ saving: { entry, newest, present } }: { readonly saving: Extract<Saving, { phase: 'elsewhere' }> }) {
  const [choosing, setChoosing] = useState(false);
  const ours = useBenchSelector((bench) => bench.edit.present);
  // What is on the bench is this side, whether it is in the outbox yet or not.
  const conflict = useMemo(() => {
    if (!ours || newest.write.kind !== 'setup') return null;
    return conflictOf({ ...newest.write, name: ours.name, settings: storedSettings(ours.settings) }, present);
  }, [ours, newest.write, present]);
  const [picks, setPicks] = useState<Picks>(() => obviousPicks(conflict?.differences ?? []));
  const theirs = setupSchema.safeParse(present);
  if (!conflict || !theirs.success) return null;
  const { differences } = conflict;
  const all = (side: Side): Picks => Object.fromEntries(differences.map(({ key }) => [key, side]));
  const decide = async (decision: Picks) => {
    const write = conflict.resolved(decision);
    const goesOn = Object.values(decision).includes('ours');
    if (write?.kind !== 'setup') return;
    takeDecision({ name: write.name, settings: openedSettings(write.settings) }, openedSetup(theirs.data), goesOn);
    await outbox.resolve(entry.seq, goesOn ? write : null);
  };
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-fails bg-sheet px-4 py-2">
      <p className="grow text-sm">
        <span className="font-semibold">{autosaveText.thisSetupWasChangedSomewhere}</span>{' '}
        {say(autosaveText.thereHere, { differing: listed(differences, 'theirs'), differing2: listed(differences, 'ours') })}
      </p>
      <span className="flex flex-wrap gap-2">
        <Button onClick={() => void decide(all('theirs'))}>{autosaveText.useTheOtherVersion}</Button>
        <Button onClick={() => setChoosing(true)}>{autosaveText.choose}</Button>
        <Button look="main" onClick={() => void decide(all('ours'))}>
          {autosaveText.keepMine}
        </Button>
      </span>
      {choosing && (
        <Dialog open wide onClose={() => setChoosing(false)} title={autosaveText.chooseTitle} help={conflictText.chooseForEach}>
          <ConflictChoice differences={differences} picks={picks} onPicks={setPicks} onSave={() => void decide(picks)} />
        </Dialog>
      )}
    </div>
  );
}
