import { configureStore } from '@reduxjs/toolkit';
import { booksApi } from './api/books-api.ts';
import { gaugesSlice, keepFolded, keepPins } from './frame/gauges-slice.ts';
import { typedForecastsSlice } from './entry/typed-forecasts-slice.ts';

export const store = configureStore({
  reducer: {
    [booksApi.reducerPath]: booksApi.reducer,
    gauges: gaugesSlice.reducer,
    typedForecasts: typedForecastsSlice.reducer,
  },
  middleware: (before) => before().concat(booksApi.middleware),
});

store.subscribe(() => {
  const { pins, folded } = store.getState().gauges;
  keepPins(pins);
  keepFolded(folded);
});
