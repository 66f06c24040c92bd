import type { Decision } from '@lowtide/core/problems/decision.ts';
import { fieldsOf, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import type { TypedRecord } from '@lowtide/core/records/read-record.ts';
import { csvTable } from '../http/csv-table.ts';

/** The rows of a CSV file as records as typed; its columns are the names of their fields. */
export async function csvRecords(kind: RecordKind, csv: string): Promise<Decision<readonly TypedRecord[]>> {
  return csvTable(
    csv,
    fieldsOf(kind).map(({ name, need }) => ({ name, isNeeded: need !== 'optional' })),
  );
}
