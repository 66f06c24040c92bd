import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { fiscalYearStart } from '@lowtide/core/calendar/month.ts';
import type { Chosen } from '@lowtide/core/reports/report.ts';
import { reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import type { Table } from '@lowtide/core/reports/table.ts';
import { useShownBooks } from '../api/as-of.tsx';
import { useRead, type Asked } from '../api/books-api.ts';
import type { Trouble } from '../api/trouble.ts';
import { initialChoice } from './ReportSentence.tsx';

/** Rows that are asked for at once; more come when the last one is in view. */
const ROWS_AT_ONCE = 200;

export interface ShownReport {
  readonly chosen: Chosen;
  readonly choose: (word: string, value: string) => void;
  readonly table: Table | undefined;
  /** There are more rows than are asked for: they come in order, and the rest when it is asked for. */
  readonly isPart: boolean;
  readonly more: (() => void) | undefined;
  readonly trouble: Trouble | undefined;
}

/** A report as the address asks for it: its choices, and as much of its table as is looked at. */
export function useReport(name: ReportName, order: string): ShownReport {
  const { asOf, through, frame } = useShownBooks();
  const [search, setSearch] = useSearchParams();
  const [limit, setLimit] = useState(ROWS_AT_ONCE);
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
  const part = { limit: String(limit), ...(order === '' ? {} : { order }) };
  const query = { ...asOf, ...asked, ...part } as Asked<ReportName>['query'];
  const { answer, trouble } = useRead(name, { query } as Asked<ReportName>, { keepLast: limit > ROWS_AT_ONCE });
  const count = answer !== undefined && 'count' in answer ? answer.count : undefined;
  const isPart = count !== undefined && count > limit;
  return {
    chosen,
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
    table: answer === undefined ? undefined : report.table(answer, { ...chosen, through }),
    isPart,
    more: isPart ? () => setLimit((now) => now + ROWS_AT_ONCE) : undefined,
    trouble,
  };
}
