import type { Generated } from 'kysely';
import type { Coded, Recorded } from './table-columns.ts';

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
  supplier_message: Recorded & {
    digest: string;
    name: string;
    xml: string;
    /** JSON of what it says or why it cannot be read; null of what came before that was kept. */
    said: string | null;
    status: string;
    reason: string;
    draft_id: number | null;
  };
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
