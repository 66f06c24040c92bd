import { z } from 'zod';
import { Cents, Id, IdText, Month, Quantity, Ratio } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const HoursReportQuery = ReportQuery.extend({
  from: Month,
  by: z.enum(['person', 'project', 'role', 'activity', 'code', 'month', 'person and month']).default('person'),
  /** Of one project alone; of all of them where none is named. */
  project: IdText.optional(),
});

const HoursSums = z.object({
  /** Worked: without leave. */
  hours: Quantity,
  ...{ billableHours: Quantity, projectHours: Quantity, indirectHours: Quantity, leaveHours: Quantity },
  /** Billable hours ÷ hours worked; null where none were. */
  utilization: Ratio.nullable(),
  /** At the rates they were posted at, overhead among it. */
  costCents: Cents,
  /** Billable hours at the bill rates of their days. */
  billCents: Cents,
  /** Billable hours that no bill rate holds for. */
  unratedHours: Quantity,
  /** Price less cost. */
  profitCents: Cents,
  /** Profit ÷ price. */
  ratio: Ratio.nullable(),
});
export const HoursReport = Part.extend({
  rows: z.array(
    HoursSums.extend({
      ...{ id: Id.nullable(), code: z.string(), name: z.string() },
      /** Of a project: what it earned in these months, and that for an hour worked; null of anything else. */
      ...{ earnedCents: Cents.nullable(), earnedPerHour: Quantity.nullable() },
    }),
  ),
  totals: HoursSums,
});
