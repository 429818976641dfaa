import { combineSlices, configureStore, createListenerMiddleware } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch } from 'react-redux';
import { api } from './api';

/** What the features keep; each adds its own slice, and is there once the feature has loaded. */
export const rootReducer = combineSlices(api);

export const listening = createListenerMiddleware<ReturnType<typeof rootReducer>>();

export const store = configureStore({
  reducer: rootReducer,
  // The setup is a few kilobytes of plain data; walking it on every pointer move to look for mistakes costs frames.
  middleware: (standard) =>
    standard({ serializableCheck: false, immutableCheck: false }).prepend(listening.middleware).concat(api.middleware),
  devTools: false,
});
setupListeners(store.dispatch);

export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();

/** What is listed of jobs and setups is out of date; it is fetched again where it is shown. */
export function refreshLists(): void {
  store.dispatch(api.util.invalidateTags(['job', 'jobs']));
}
