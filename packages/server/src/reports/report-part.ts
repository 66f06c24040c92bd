import type { AnyReport } from '@lowtide/core/reports/reports.ts';
import { orderedPlaces } from '@lowtide/core/reports/table.ts';
import { Refusal } from '../http/refusal.ts';

/** What a query says of the part it wants. */
export interface PartQuery {
  readonly order?: string | undefined;
  readonly offset: number;
  readonly limit?: number | undefined;
  readonly from?: string | undefined;
  readonly through: string;
}

/** A span must not end before it begins. */
export function refuseBackwards({ from, through }: PartQuery): void {
  if (from === undefined || from <= through) return;
  throw new Refusal([{ at: 'from', kind: 'days-out-of-order', earlier: 'the first month', later: 'the last month' }]);
}

/**
 * The part of an answer that is asked for: its rows in the order of a column, so many after so many; everything else, totals among
 * it, is of the whole. Without an order or a limit the answer is as it is.
 */
export function partOf<Answer extends object>(report: AnyReport, answer: Answer, query: PartQuery): Answer {
  const { order, offset, limit } = query;
  if (order === undefined && limit === undefined && offset === 0) return answer;
  // A long report picks its part before it is made ready.
  if ('count' in answer && answer.count !== undefined) return answer;
  const list = listOf(answer, query);
  if (list === undefined) return answer;
  const places =
    order === undefined
      ? list.rows.map((_, place) => place)
      : orderedPlaces(report.table(answer, stringsOf(query)), order).filter((place) => place < list.rows.length);
  const shown = places.slice(offset, limit === undefined ? undefined : offset + limit);
  return {
    ...answer,
    ...(list.name === 'sections' ? { rows: [] } : 'sections' in answer ? { sections: [] } : {}),
    [list.name]: shown.map((place) => list.rows[place]),
    count: list.rows.length,
  };
}

function listOf(
  answer: object,
  query: object,
): { readonly name: string; readonly rows: readonly unknown[] } | undefined {
  const name = 'per' in query && query.per === 'section' ? 'sections' : 'rows';
  const rows: unknown = (answer as Readonly<Record<string, unknown>>)[name];
  return Array.isArray(rows) ? { name, rows } : undefined;
}

function stringsOf(query: object): Readonly<Record<string, string>> {
  return Object.fromEntries(Object.entries(query).map(([name, value]) => [name, String(value)]));
}
