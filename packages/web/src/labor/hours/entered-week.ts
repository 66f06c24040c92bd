import type { Answer } from '../../api/books-api.ts';

/** A week somebody entered, as lists of them show it. */
export type EnteredWeek = Answer<'timesheets'>['rows'][number];
