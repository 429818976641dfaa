import { useSelector } from 'react-redux';
import { rootReducer, store } from '../../store/store';
import { keepReducer } from '../keeping/keeping';
import { editReducer } from './history';

const reducer = rootReducer.inject({ reducerPath: 'edit', reducer: editReducer }).inject({ reducerPath: 'keep', reducer: keepReducer });
export type BenchState = ReturnType<typeof reducer>;

// A slice that was added shows in the state only from the next action on.
store.dispatch({ type: 'bench/loaded' });

/** The state of the page with what the bench keeps in it. */
export function benchState(): BenchState {
  // Both slices were added above.
  return store.getState() as BenchState;
}

export const useBenchSelector = useSelector.withTypes<BenchState>();
