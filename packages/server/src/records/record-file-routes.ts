import { stringify } from 'csv-stringify/sync';
import type { Router } from 'express';
import { inertText } from '@lowtide/core/files/csv-text.ts';
import { fieldsOf, type RecordKind } from '@lowtide/core/records/record-kinds.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { RecordParams } from '@lowtide/core/wire/setup.ts';
import { file } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { STORES } from './record-stores.ts';

/** Any kind of record as CSV, with the heads that an import reads; taken in again it changes nothing. */
export function recordFileRoutes(router: Router, context: Context): void {
  file(router, context, FILES.records, {
    read: async (trx, req) => {
      const kind = RecordParams.parse({ kind: req.params['kind'] }).kind as RecordKind;
      const names = fieldsOf(kind).map(({ name }) => name);
      const rows = await STORES[kind].all(trx);
      const lines = rows.map(({ fields }) => names.map((name) => inertText(fields[name] ?? '')));
      return { kind, csv: stringify([names, ...lines]) };
    },
    made: ({ kind, csv }) => ({ type: 'text/csv', name: `${kind}.csv`, body: csv }),
  });
}
