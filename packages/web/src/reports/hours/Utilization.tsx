import { isMonth } from '@lowtide/core/calendar/month.ts';
import type { Answer } from '../../api/books-api.ts';
import { StackedBars } from '../../charts/StackedBars.tsx';
import { color } from '../../theme/tokens.ts';

type Hours = Answer<'hours'>;

/** How the time of each month was used; nothing where the report is by something else. */
export function Utilization({ report: { rows } }: { readonly report: Hours }) {
  const months = rows.filter(({ code }) => isMonth(code));
  if (months.length === 0 || months.length < rows.length) return null;
  return (
    <StackedBars
      label="Hours by month: billable, projects not billable, without a project, leave"
      parts={[
        { name: 'billable', color: color.earned },
        { name: 'on projects, not billable', color: color.cost },
        { name: 'without a project', color: color.unbudgeted },
        { name: 'leave', color: color.lineStrong },
      ]}
      bars={months.map((row) => ({
        name: row.name,
        values: [row.billableHours, row.projectHours - row.billableHours, row.indirectHours, row.leaveHours],
      }))}
    />
  );
}
