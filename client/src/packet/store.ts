import {
  combineSlices,
  configureStore,
  createListenerMiddleware,
  type Action,
  type ThunkAction,
  type ThunkDispatch,
} from '@reduxjs/toolkit';
import { useDispatch, useSelector, useStore } from 'react-redux';
import { api } from './api';
import { editsSlice } from './editsSlice';
import { findSlice } from './findSlice';
import { handingsSlice } from './handingsSlice';
import { lineSlice } from './lineSlice';
import { photosSlice } from './photosSlice';
import { troublesSlice } from './troublesSlice';
import { verdictsSlice } from './verdictsSlice';
import { createWindowParts, type WindowOptions, type WindowParts } from './windowParts';

/** Slices that screens bring along: each declares itself here and injects itself into `rootReducer`. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- it is filled by declaration merging
export interface InjectedSlices {}

export const rootReducer = combineSlices(
  api,
  editsSlice,
  findSlice,
  handingsSlice,
  lineSlice,
  photosSlice,
  troublesSlice,
  verdictsSlice,
).withLazyLoadedSlices<InjectedSlices>();

export type RootState = ReturnType<typeof rootReducer>;

/** A new store with all that hangs on it: one a window. A second store, in a test, is a second window. */
export function createStore(options: WindowOptions = {}) {
  const parts = createWindowParts(options);
  const listener = createListenerMiddleware<RootState, AppDispatch, WindowParts>({ extra: parts });
  const store = configureStore({
    reducer: rootReducer,
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

/** The window's darkroom. */
export const useDarkroom = () => useAppStore().parts.darkroom;
