import { z } from 'zod';
import { Cents, Id, Month } from '../../shapes/values.ts';
import { Part, RecognizableQuery } from '../query.ts';

/** Months that are shown beside each other at most. */
export const MOST_MONTHS = 24;

export const ContractMonthsQuery = RecognizableQuery.extend({ from: Month });

/** By month, in the order of `months`. */
const Months = {
  earned: z.array(Cents),
  billed: z.array(Cents),
  /** Profit ÷ earned, both to the end of the month, in millionths; null before anything was earned. */
  margins: z.array(z.int().nullable()),
};
export const ContractMonths = Part.extend({
  months: z.array(Month),
  rows: z.array(z.object({ id: Id, code: z.string(), name: z.string(), ...Months })),
  totals: z.object(Months),
});
