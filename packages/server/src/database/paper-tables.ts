import type { Generated } from 'kysely';
import type { Coded, Recorded } from './table-columns.ts';

/** Who sends what comes in. */
export type MessageSender = 'supplier' | 'client';

/** Lines to be coded and coded otherwise, files beside documents, bills that came in, journals that come again. */
export interface PaperTables {
  /** Cost lines posted without a project or a cost code. */
  stray_line: { line_id: number };
  recoded_line: { id: Generated<number>; document_id: number; line_id: number };
  coding_rule: Coded & {
    supplier_id: number | null;
    account_id: number | null;
    words: string;
    project_id: number;
    phase: string;
    cost_code_id: number;
    cost_type: string;
  };
  attachment: Recorded & {
    about: string;
    about_id: number;
    name: string;
    media_type: string;
    digest: string;
    bytes: number;
    content: Buffer;
  };
  message: Recorded & {
    sender: MessageSender;
    digest: string;
    name: string;
    xml: string;
    /** JSON of what it says or why it cannot be read; null of what came before that was kept. */
    said: string | null;
    status: string;
    reason: string;
    draft_id: number | null;
  };
  /** A document that was sent to its client, each time. */
  sent_document: Recorded & { document_id: number };
  /** A reminder of what a client owes, its step from 1 to 3. */
  reminder: Recorded & { party_id: number; step: number; reminded_on: number; text: string };
  reminder_item: { id: Generated<number>; reminder_id: number; document_id: number; open_cents: number };
  payment_promise: Recorded & { party_id: number; promised_on: number; amount_cents: number; text: string };
  /** `sheet` is JSON of the journal as typed. */
  recurring_journal: Recorded & {
    name: string;
    sheet: string;
    every_months: number;
    next_on: number;
    ends_on: number | null;
    version: Generated<number>;
  };
}
