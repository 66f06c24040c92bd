import { z } from 'zod';
import { METHODS } from '../ledger/project.ts';
import { CAUSES } from '../progress/month-causes.ts';
import { LEFT_OUT } from '../progress/recognition-run.ts';
import { Cents, Id, IdText, Money, Month, PART, Ratio, Remark, Typed } from '../shapes/values.ts';
import { Posted } from './documents.ts';
import type { Endpoints } from './endpoint.ts';

/** Why a month earns what it does; causes that add nothing are left out, and the others add up to what the run earns. */
const Causes = z.array(z.object({ cause: z.enum(CAUSES), earnedCents: Cents, profitCents: Cents }));
/** What a project stood at when the run before knew it. */
const RunBefore = z.object({
  month: Month,
  ...{ contract: Money, estimate: Money, cost: Money, includedCents: Cents, complete: Ratio, method: z.enum(METHODS) },
});

/** The run of a month, or a part of its rows. */
export const RecognitionQuery = z.strictObject({ month: Month, ...PART });
const RecognitionRow = z.object({
  id: Id,
  code: z.string(),
  name: z.string(),
  contract: Money,
  estimate: Money,
  cost: Money,
  progress: z.string(),
  complete: Ratio,
  earnedBeforeCents: Cents,
  earnedMonthCents: Cents,
  earnedToDateCents: Cents,
  releasedCents: Cents,
  provisionChangeCents: Cents,
  provisionCents: Cents,
  override: z.object({ amountCents: Cents, reason: z.string() }).nullable(),
  warnings: z.array(Remark),
  /** Of the contract, what is included and not agreed. */
  includedCents: Cents,
  method: z.enum(METHODS),
  causes: Causes,
  /** Null where no run before knew it. */
  before: RunBefore.nullable(),
});
/** What a posted run changed, as it was kept with it. Runs of older versions may lack some of it. */
export const PostedRows = z.array(
  RecognitionRow.pick({ id: true, code: true, name: true, complete: true, progress: true }).extend({
    earnedBeforeCents: Cents,
    earnedMonthCents: Cents,
    earnedToDateCents: Cents,
    releasedCents: Cents,
    provisionChangeCents: Cents,
    causes: Causes.default([]),
  }),
);

/** Of all rows that a run posted. */
const PostedTotals = z.object({
  causes: Causes,
  count: z.int(),
  earnedBeforeCents: Cents,
  earnedMonthCents: Cents,
  earnedToDateCents: Cents,
  releasedCents: Cents,
  provisionChangeCents: Cents,
});

/** A run as it would post now, and the latest one as it did. */
export const RecognitionPreview = z.object({
  month: Month,
  rows: z.array(RecognitionRow),
  /** Of all rows, whatever part is answered; totals and warnings are of all too. */
  count: z.int(),
  totals: z.object({
    contractCents: Cents,
    estimateCents: Cents,
    costCents: Cents,
    earnedBeforeCents: Cents,
    earnedMonthCents: Cents,
    earnedToDateCents: Cents,
    releasedCents: Cents,
    provisionChangeCents: Cents,
    provisionCents: Cents,
    causes: Causes,
  }),
  /** The first projects that the run leaves out, and why; and how many there are. */
  leftOut: z.object({
    first: z.array(z.object({ id: Id, code: z.string(), name: z.string(), reason: z.enum(LEFT_OUT) })),
    count: z.int(),
  }),
  /** The first warnings of the run, and how many there are. */
  warnings: z.object({ first: z.array(Remark.extend({ projectId: Id })), count: z.int() }),
  /** What the run posts, account by account. */
  posts: z.array(z.object({ code: z.string(), name: z.string(), debitCents: Cents, creditCents: Cents })),
  /** Once the month is run: what the run posted, by project, as much as is asked for of the rows. */
  posted: PostedRows.nullable(),
  postedTotals: PostedTotals.nullable(),
  problems: z.array(Remark),
  /** Changes whenever anything the run reads changes; the posting must name the one it was shown. */
  stamp: z.string(),
  latest: z.object({ documentId: Id, month: Month, recordedAt: z.string(), recordedBy: z.string() }).nullable(),
});
/** How a month stands with its recognition. */
/** Of all projects, or of one. */
export const RecognitionStateQuery = z.strictObject({ through: Month, project: IdText.optional() });
export const RecognitionState = z.object({
  recognizedThrough: Month.nullable(),
  /** Recorded after the latest run, moving cost of its months; zero where the month is not run. */
  documentsSince: z.int(),
  /** Whether a run of the month, or of the latest run's, would post anything. */
  changesAnything: z.boolean(),
  toRecognizeCents: Cents,
  /** Cost in WIP as posted, which results leave out; and of it what waits for a contract or an estimate, even once the month is run. */
  heldCents: Cents,
  waitingCents: Cents,
  waitingProjects: z.array(z.string()),
});
export const RecognitionPosting = z.strictObject({ month: Month, stamp: z.string().max(100) });
export const RecognitionReversal = z.strictObject({ documentId: Id, reason: Typed });
/** The latest run taken back and posted anew; the stamp is that of the preview which showed the difference. */
export const RecognitionAgain = RecognitionReversal.extend({ stamp: z.string().max(100) });

// One a line.
// prettier-ignore
export const RECOGNITION_ENDPOINTS = {
  recognition: { method: 'get', path: '/recognition', may: 'read-books', summary: 'A recognition run before it is posted', query: RecognitionQuery, response: RecognitionPreview, reads: ['ledger', 'plans', 'records', 'months'], isLong: true },
  recognitionState: { method: 'get', path: '/recognition-state', may: 'read-projects', summary: 'Whether a month is recognized, and what came since', query: RecognitionStateQuery, response: RecognitionState, reads: ['ledger', 'plans', 'records', 'months'] },
  recognize: { method: 'post', path: '/recognition', may: 'keep-books', summary: 'Post the run', body: RecognitionPosting, response: Posted, makesStale: ['ledger'] },
  recognizeAgain: { method: 'post', path: '/recognition/again', may: 'keep-books', summary: 'Reverse the latest run and post it anew, in one step', body: RecognitionAgain, response: Posted, makesStale: ['ledger'] },
  unrecognize: { method: 'post', path: '/recognition/reversal', may: 'keep-books', summary: 'Reverse the latest run', body: RecognitionReversal, response: Posted, makesStale: ['ledger'] },
} as const satisfies Endpoints;
