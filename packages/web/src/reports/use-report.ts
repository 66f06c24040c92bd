import { useSearchParams } from 'react-router';
import { fiscalYearStart } from '@lowtide/core/calendar/month.ts';
import type { Chosen } from '@lowtide/core/reports/report.ts';
import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import type { Table } from '@lowtide/core/reports/table.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Asked } from '../api/books-api.ts';
import { useRowsInView, type RowsInView } from '../api/table-view.ts';
import type { Trouble } from '../api/trouble.ts';
import { initialChoice } from './ReportSentence.tsx';

export interface ShownReport {
  readonly chosen: Chosen;
  readonly choose: (word: string, value: string) => void;
  /** As it was answered. */
  readonly answer: unknown;
  readonly table: Table | undefined;
  /** How its rows are drawn: there may be more than are asked for. */
  readonly drawn: ReturnType<RowsInView['drawn']>;
  readonly trouble: Trouble | undefined;
}

/** A report as the address asks for it: its choices, and as much of its table as is looked at, or all of it. */
export function useReport(name: ReportName, order: string, { isWhole }: { readonly isWhole: boolean }): ShownReport {
  const { asOf, through, frame } = useShownBooks();
  const [search, setSearch] = useSearchParams();
  const { part, isMore, drawn } = useRowsInView({ by: order });
  const report = reportOf(name);
  const context = { through, fiscalYearStart: fiscalYearStart(through, frame.company?.fiscalYearStartMonth ?? 1) };
  const initial = (word: string): string => {
    const choice = report.choices[word];
    return choice === undefined ? '' : initialChoice(choice, context);
  };
  const chosen = Object.fromEntries(
    Object.keys(report.choices).map((word) => [word, search.get(word) ?? initial(word)]),
  );
  const asked = Object.fromEntries(
    Object.entries(chosen).filter(([word, value]) => value !== '' && !report.drawnOnly?.includes(word)),
  );
  const query = { ...asOf, ...asked, ...(isWhole ? {} : part) } as Asked<ReportName>['query'];
  const { answer, trouble } = useRead(name, { query } as Asked<ReportName>, { keepLast: isMore });
  // A day that nobody chose is the one the answer is of.
  const shown = Object.fromEntries(
    Object.entries(chosen).map(([word, value]) => {
      const choice = report.choices[word];
      const isAnswered = value === '' && choice?.kind === 'day' && answer !== undefined;
      return [word, isAnswered ? (choice.answered?.(answer) ?? value) : value];
    }),
  );
  const count = answer !== undefined && 'count' in answer ? answer.count : undefined;
  return {
    chosen: shown,
    choose: (word, value) =>
      setSearch(
        () => {
          const next = new URLSearchParams(globalThis.location.search);
          if (value === initial(word)) next.delete(word);
          else next.set(word, value);
          return next;
        },
        { replace: true },
      ),
    answer,
    table: answer === undefined ? undefined : report.table(answer, { ...chosen, through }),
    drawn: drawn(count),
    trouble,
  };
}
