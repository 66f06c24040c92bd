import { createContext, useContext } from 'react';
import type { DayOrder } from '@lowtide/core/calendar/typed-date.ts';

/** How days written in figures are read on the page. */
export const DayOrderOf = createContext<DayOrder>('month first');

export function useDayOrder(): DayOrder {
  return useContext(DayOrderOf);
}
