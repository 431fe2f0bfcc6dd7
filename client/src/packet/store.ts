import {
  combineReducers,
  configureStore,
  createListenerMiddleware,
  type Action,
  type ThunkAction,
  type ThunkDispatch,
} from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { api } from './api';
import { editsReducer } from './editsSlice';
import { findReducer } from './findSlice';
import { photosReducer } from './photosSlice';
import { troublesReducer } from './troublesSlice';
import { verdictsReducer } from './verdictsSlice';
import { createWindowParts, type WindowOptions, type WindowParts } from './windowParts';

const reducer = combineReducers({
  [api.reducerPath]: api.reducer,
  edits: editsReducer,
  photos: photosReducer,
  find: findReducer,
  verdicts: verdictsReducer,
  troubles: troublesReducer,
});

export type RootState = ReturnType<typeof reducer>;

/** A new store with all that hangs on it: one a window. A second store, in a test, is a second window. */
export function createStore(options: WindowOptions = {}) {
  const parts = createWindowParts(options);
  const listener = createListenerMiddleware<RootState, AppDispatch, WindowParts>({ extra: parts });
  const store = configureStore({
    reducer,
    middleware: (defaults) =>
      // Steps of the history are plain data, but many: looking through all of them at every action takes long.
      defaults({ thunk: { extraArgument: parts }, serializableCheck: false, immutableCheck: false })
        .prepend(listener.middleware)
        .concat(api.middleware),
  });
  return Object.assign(store, { parts, startListening: listener.startListening });
}

export type AppStore = ReturnType<typeof createStore>;
export type AppDispatch = ThunkDispatch<RootState, WindowParts, Action>;
export type AppThunk<Result = void> = ThunkAction<Result, RootState, WindowParts, Action>;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
export const useAppStore = useStore.withTypes<AppStore>();
