import { useSelector } from 'react-redux';
import { rootReducer, store } from '../store/store';
import { kitHistory } from './history';

function addSlice() {
  const added = rootReducer.inject({ reducerPath: 'kitHistory', reducer: kitHistory.reducer });
  // What is added shows in the state from the next action on.
  store.dispatch({ type: 'kit/loaded' });
  return added;
}
type KitState = ReturnType<ReturnType<typeof addSlice>>;
addSlice();

/** The state of the page with what the kit keeps in it. */
export function kitState(): KitState {
  // The slice was added above.
  return store.getState() as KitState;
}

export const useKitSelector = useSelector.withTypes<KitState>();
