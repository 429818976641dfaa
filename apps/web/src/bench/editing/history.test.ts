import { ActionCreators } from 'redux-undo';
import { FIELD_RIG, SMALL_FORMAT_RIG } from '@gangway/contract/demo';
import type { Setup } from '@gangway/contract/storedSetup';
import { centredSetup } from '@gangway/core/planning/centred';
import { changed, closed, editReducer, opened } from './history';
import { fittedTo } from '@gangway/core/planning/fitted';

const settings = centredSetup(SMALL_FORMAT_RIG);
const setup: Setup = { id: 'a', jobId: 'b', name: 'Tower', settings, version: 1, lastWriteId: null, updatedAt: '', deletedAt: null };
const rise = (riseMm: number, gesture?: string) =>
  changed({
    settings: { ...settings, movements: { riseMm, shiftMm: 0 } },
    said: `${riseMm} mm`,
    ...(gesture !== undefined && { gesture }),
  });
const run = (...actions: Parameters<typeof editReducer>[1][]) => actions.reduce(editReducer, editReducer(undefined, opened(setup)));

describe('editing a setup', () => {
  test('the first change after opening can be undone, and nothing before it', () => {
    const back = run(rise(3), ActionCreators.undo());
    expect(back.present?.settings.movements.riseMm).toBe(0);
    expect(back.past).toHaveLength(0);
    expect(run(rise(3), ActionCreators.undo(), ActionCreators.redo()).present?.settings.movements.riseMm).toBe(3);
  });

  test('one gesture is one step', () => {
    const dragged = run(rise(1, 'drag'), rise(2, 'drag'), rise(3, 'drag'), rise(9, 'next'));
    expect(dragged.past).toHaveLength(2);
    const once = editReducer(dragged, ActionCreators.undo());
    expect(once.present?.settings.movements.riseMm).toBe(3);
    expect(editReducer(once, ActionCreators.undo()).present?.settings.movements.riseMm).toBe(0);
  });

  test('a name and a movement are steps of their own', () => {
    const renamed = run(rise(3), changed({ name: 'Chimney', said: 'name' }));
    expect(renamed.present).toMatchObject({ name: 'Chimney', settings: { movements: { riseMm: 3 } } });
    expect(editReducer(renamed, ActionCreators.undo()).present?.name).toBe('Tower');
  });

  test('another setup starts with an empty history, and a closed one holds nothing', () => {
    const other = editReducer(run(rise(3)), opened({ ...setup, name: 'Loft' }));
    expect(other.past).toHaveLength(0);
    expect(other.present?.name).toBe('Loft');
    const shut = editReducer(other, closed());
    expect(shut.present).toBeNull();
    expect(editReducer(shut, rise(4)).present).toBeNull();
  });
});

describe('another rig under a setup', () => {
  test('takes the nearest aperture of its ring and leaves the movements to the checks', () => {
    const moved = { ...settings, fNumber: 3.5, movements: { riseMm: 11, shiftMm: 0 } };
    const fitted = fittedTo(FIELD_RIG, moved);
    expect(fitted.fNumber).toBe(6.8);
    expect(fitted.movements.riseMm).toBe(11);
  });

  test('a focus inside the new focal length goes to infinity', () => {
    expect(fittedTo(FIELD_RIG, { ...settings, focusM: 0.05 }).focusM).toBeNull();
    expect(fittedTo(FIELD_RIG, { ...settings, focusM: 0.5 }).focusM).toBe(0.5);
  });
});
