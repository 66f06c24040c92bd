import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useDispatch, useSelector } from 'react-redux';
import type { ForecastRow } from '@lowtide/core/forecast/forecast-sheet.ts';

/** Rows typed and not saved yet, by project and month: going to another page and back loses none. */
export type TypedForecasts = Readonly<Record<string, readonly ForecastRow[]>>;

export const typedForecastsSlice = createSlice({
  name: 'typedForecasts',
  initialState: {} as TypedForecasts,
  reducers: {
    forecastTyped: (
      state,
      { payload }: PayloadAction<{ readonly sheet: string; readonly rows: readonly ForecastRow[] }>,
    ) => ({ ...state, [payload.sheet]: payload.rows }),
    forecastDone: (state, { payload }: PayloadAction<string>) =>
      Object.fromEntries(Object.entries(state).filter(([sheet]) => sheet !== payload)),
  },
});

export interface TypedForecast {
  /** Undefined while nothing was typed. */
  readonly rows: readonly ForecastRow[] | undefined;
  readonly type: (rows: readonly ForecastRow[]) => void;
  readonly done: () => void;
}

export function useTypedForecast(project: string, month: string): TypedForecast {
  const sheet = `${project} ${month}`;
  const dispatch = useDispatch();
  const { forecastTyped, forecastDone } = typedForecastsSlice.actions;
  return {
    rows: useSelector((state: { readonly typedForecasts: TypedForecasts }) => state.typedForecasts[sheet]),
    type: (rows) => dispatch(forecastTyped({ sheet, rows })),
    done: () => dispatch(forecastDone(sheet)),
  };
}
