import type { Stand } from '@gangway/contract/stand';
import { apertureWords, fixed, riseWords, shiftWords } from '@gangway/core/words';
import equal from 'fast-deep-equal';
import { Button } from '../../ui/Button';
import { keepOurs, takeTheirs, useAppSelector } from '../../store/store';
import type { Kept } from './keeper';

/** The stand was changed in another place: says how the two differ and lets the photographer choose. */
export function ElsewhereNote() {
  const keeping = useAppSelector((state) => state.keep?.keeping);
  const ours = useAppSelector((state) => state.edit.present);
  if (keeping?.phase !== 'elsewhere' || !ours) return null;
  const { theirs } = keeping;
  const lines = differences(ours, theirs);
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-fails bg-sheet px-4 py-2">
      <p className="grow text-sm">
        <span className="font-semibold">This stand was changed somewhere else.</span>{' '}
        {lines.length > 0
          ? `There: ${lines.map(([there]) => there).join(', ')}. Here: ${lines.map(([, here]) => here).join(', ')}.`
          : 'Both say the same.'}
      </p>
      <span className="flex gap-2">
        <Button onClick={() => takeTheirs(theirs)}>Take the other state</Button>
        <Button look="main" onClick={() => keepOurs(theirs)}>
          Keep mine
        </Button>
      </span>
    </div>
  );
}

/** What differs between ours and theirs, in words: pairs of theirs and ours. */
export function differences(ours: Kept, theirs: Stand): readonly (readonly [string, string])[] {
  const there = theirs.settings;
  const here = ours.settings;
  const focus = (m: number | null) => (m === null ? 'focus at infinity' : `focus at ${fixed(m, 2)} m`);
  const pairs: [unknown, unknown, string, string][] = [
    [theirs.name, ours.name, `“${theirs.name}”`, `“${ours.name}”`],
    [there.movements.riseMm, here.movements.riseMm, riseWords(there.movements.riseMm), riseWords(here.movements.riseMm)],
    [there.movements.shiftMm, here.movements.shiftMm, shiftWords(there.movements.shiftMm), shiftWords(here.movements.shiftMm)],
    [there.fNumber, here.fNumber, apertureWords(there.fNumber), apertureWords(here.fNumber)],
    [there.orientation, here.orientation, there.orientation, here.orientation],
    [there.focusM, here.focusM, focus(there.focusM), focus(here.focusM)],
    [there.rig, here.rig, `rig “${there.rig.name}”`, `rig “${here.rig.name}”`],
  ];
  return pairs.filter(([a, b]) => !equal(a, b)).map(([, , thereWords, hereWords]) => [thereWords, hereWords]);
}
