import { useSelector } from 'react-redux';
import { rootReducer, store } from '../store/store';
import { kitHistoryReducer } from './history';

const reducer = rootReducer.inject({ reducerPath: 'kitHistory', reducer: kitHistoryReducer });
type KitState = ReturnType<typeof reducer>;

// A slice that was added shows in the state only from the next action on.
store.dispatch({ type: 'kit/loaded' });

/** The state of the page with what the kit keeps in it. */
export function kitState(): KitState {
  // The slice was added above.
  return store.getState() as KitState;
}

export const useKitSelector = useSelector.withTypes<KitState>();
