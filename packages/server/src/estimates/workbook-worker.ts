import { parentPort, workerData } from 'node:worker_threads';
import { workbookSheet } from './read-workbook.ts';
import { Refusal } from '../http/refusal.ts';
import { refusedWorkbook } from './workbook-limits.ts';

/** Reads one workbook, in a thread that may end without harm. */
const bytes = Buffer.from((workerData as { readonly bytes: Uint8Array }).bytes);
const reason = await refusedWorkbook(bytes);
if (reason !== undefined) {
  parentPort?.postMessage({ problems: [{ at: 'content', kind: 'workbook-unreadable', reason }] });
} else {
  try {
    parentPort?.postMessage({ sheet: await workbookSheet(bytes) });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    parentPort?.postMessage({ problems: error.problems });
  }
}
