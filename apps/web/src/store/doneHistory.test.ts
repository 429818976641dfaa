import type { UnknownAction } from '@reduxjs/toolkit';
import fc from 'fast-check';
import { doneHistory, toRedo, toUndo } from './doneHistory';

const history = doneHistory<number>('test');
const start = history.reducer(undefined, { type: 'begin' });

type Move = { readonly kind: 'did'; readonly value: number } | { readonly kind: 'back' | 'on' | 'forget' };

const moves: fc.Arbitrary<readonly Move[]> = fc.array(
  fc.oneof(
    fc.integer().map((value): Move => ({ kind: 'did', value })),
    fc.constantFrom<Move>({ kind: 'back' }, { kind: 'on' }),
    { weight: 1, arbitrary: fc.constant<Move>({ kind: 'forget' }) },
  ),
  { maxLength: 60 },
);

const ACTIONS: Readonly<Record<'back' | 'on' | 'forget', () => UnknownAction>> = {
  back: () => history.wentBack(),
  on: () => history.wentOn(),
  forget: () => history.forgotten(),
};

/** The same by two stacks: what is done, and what was taken back. */
function stacked(all: readonly Move[]): { readonly undo: number | null; readonly redo: number | null } {
  let done: number[] = [];
  let undone: number[] = [];
  for (const move of all) {
    if (move.kind === 'did') {
      done.push(move.value);
      undone = [];
    } else if (move.kind === 'back') {
      const value = done.pop();
      if (value !== undefined) undone.push(value);
    } else if (move.kind === 'on') {
      const value = undone.pop();
      if (value !== undefined) done.push(value);
    } else {
      [done, undone] = [[], []];
    }
  }
  return { undo: done.at(-1) ?? null, redo: undone.at(-1) ?? null };
}

describe('what was done in this tab', () => {
  test('is taken back last first and done again in the same order, whatever is pressed', () => {
    fc.assert(
      fc.property(moves, (all) => {
        const state = all.reduce(
          (at, move) => history.reducer(at, move.kind === 'did' ? history.did(move.value) : ACTIONS[move.kind]()),
          start,
        );
        expect({ undo: toUndo(state), redo: toRedo(state) }).toEqual(stacked(all));
      }),
    );
  });

  test('is remembered a hundred steps back and no more', () => {
    let state = start;
    for (let i = 1; i <= 130; i++) state = history.reducer(state, history.did(i));
    let taken = 0;
    while (toUndo(state) !== null) {
      state = history.reducer(state, history.wentBack());
      taken++;
    }
    expect(taken).toBe(100);
    expect(toRedo(state)).toBe(31);
  });

  test('of one list is no business of another', () => {
    const other = doneHistory<number>('other');
    const state = history.reducer(history.reducer(start, history.did(1)), other.wentBack());
    expect(toUndo(state)).toBe(1);
  });
});
