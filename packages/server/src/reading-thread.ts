import { parentPort } from 'node:worker_threads';
import { following } from '@lowtide/core/problems/decision.ts';
import { readClientAnswer } from '@lowtide/core/ubl/read-client-answer.ts';
import { readUbl } from '@lowtide/core/ubl/read-ubl.ts';
import { workbookSheet } from './estimates/read-workbook.ts';
import { refusedWorkbook } from './estimates/workbook-limits.ts';
import { csvRows } from './http/csv-table.ts';
import { Refusal } from './http/refusal.ts';
import { xmlTree } from './print/xml.ts';
import type { ReadJob } from './http/read-apart.ts';

/** Reads one job after the other, in a thread that may end without harm. */
parentPort?.on('message', (job: ReadJob) => {
  void answerTo(job).then((answer) => parentPort?.postMessage(answer));
});

async function answerTo(job: ReadJob): Promise<unknown> {
  switch (job.read) {
    case 'paper':
      return following(xmlTree(job.xml), readUbl);
    case 'client answer':
      return following(xmlTree(job.xml), readClientAnswer);
    case 'csv':
      return csvRows(job.csv);
    case 'workbook':
      return workbookRead(Buffer.from(job.bytes));
  }
}

async function workbookRead(bytes: Buffer): Promise<unknown> {
  const reason = await refusedWorkbook(bytes);
  if (reason !== undefined) return { problems: [{ at: 'content', kind: 'workbook-unreadable', reason }] };
  try {
    return { sheet: await workbookSheet(bytes) };
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return { problems: error.problems };
  }
}
