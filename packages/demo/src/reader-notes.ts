import type { Month } from '@lowtide/core/calendar/month.ts';
import { projectId } from './estimates.ts';
import type { FrontDoor } from './front-door.ts';

const NOTES = [
  { project: 'DR-225', text: 'The gate pit was rebuilt; a part of the claim for it is in the price.' },
  { project: 'MB-223', text: 'Split in two since its start; planting is surveyed apart.' },
] as const;

/** What the bank reads beside two of the contracts. */
export async function tellReaders(door: FrontDoor, month: Month): Promise<void> {
  for (const { project, text } of NOTES) {
    const id = await projectId(door, project);
    await door.order('POST', `/projects/${id}/reader-notes`, { month, text });
  }
}
