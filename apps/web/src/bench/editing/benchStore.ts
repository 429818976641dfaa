import { useSelector } from 'react-redux';
import { rootReducer, store } from '../../store/store';
import { autosaveReducer } from '../autosave/state';
import { editReducer } from './history';

function addSlices() {
  const added = rootReducer
    .inject({ reducerPath: 'edit', reducer: editReducer })
    .inject({ reducerPath: 'autosave', reducer: autosaveReducer });
  // What is added shows in the state from the next action on.
  store.dispatch({ type: 'bench/loaded' });
  return added;
}
export type BenchState = ReturnType<ReturnType<typeof addSlices>>;
addSlices();

/** The state of the page with what the bench keeps in it. */
export function benchState(): BenchState {
  // Both slices were added above.
  return store.getState() as BenchState;
}

export const useBenchSelector = useSelector.withTypes<BenchState>();
