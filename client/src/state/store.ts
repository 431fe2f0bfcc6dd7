import { configureStore, type Action, type ThunkAction } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import { outboxReducer } from '@/gather/outboxSlice';
import { api } from './api';
import { historyReducer } from './historySlice';
import { recipeEditsReducer } from './recipeEdits';
import { verdictsReducer } from './verdicts';

/** A new store; the app has one, every test its own. */
export function createStore() {
  return configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      recipeEdits: recipeEditsReducer,
      history: historyReducer,
      outbox: outboxReducer,
      verdicts: verdictsReducer,
    },
    middleware: (defaults) => defaults().concat(api.middleware),
  });
}

export const store = createStore();
setupListeners(store.dispatch);

export type AppStore = ReturnType<typeof createStore>;
export type RootState = ReturnType<AppStore['getState']>;
export type AppDispatch = AppStore['dispatch'];
export type AppThunk<Result = void> = ThunkAction<Result, RootState, unknown, Action>;

export const useAppDispatch = useDispatch.withTypes<AppDispatch>();
export const useAppSelector = useSelector.withTypes<RootState>();
