import { configureStore } from '@reduxjs/toolkit';
import { booksApi } from './api/books-api.ts';
import { gaugesSlice, keepPins } from './frame/gauges-slice.ts';
import { typedForecastsSlice } from './projects/forecast/typed-forecasts-slice.ts';

export const store = configureStore({
  reducer: {
    [booksApi.reducerPath]: booksApi.reducer,
    gauges: gaugesSlice.reducer,
    typedForecasts: typedForecastsSlice.reducer,
  },
  middleware: (before) => before().concat(booksApi.middleware),
});

store.subscribe(() => keepPins(store.getState().gauges.pins));
