import { Sheet, sheetKind } from '@lowtide/core/documents/sheets.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import type { StoredDraft } from './draft-queries.ts';
import { approvalOf } from './sheet-approval-queries.ts';

/** What is stored was parsed when it came in; a draft of an older form is refused here rather than half read. */
export function sheetOf(stored: StoredDraft): Sheet {
  return Sheet.parse(stored.sheet);
}

/** The head of a sheet that waits: what it is, who changed it last, and how its approval stands. */
export async function sheetSummary(db: Db, stored: StoredDraft): Promise<Answer<'drafts'>['rows'][number]> {
  const sheet = sheetOf(stored);
  const filled = sheet.rows.filter((row) =>
    Object.values(row)
      .flat()
      .some((text) => String(text).trim() !== ''),
  );
  const approval = await approvalOf(db, stored);
  return {
    id: stored.id,
    kind: sheet.kind,
    title: sheetKind(sheet.kind).nameOf(sheet, stored.id),
    version: stored.version,
    rows: filled.length,
    updatedAt: new Date(stored.updatedAt).toISOString(),
    updatedBy: stored.updatedBy,
    typedBy: [...stored.typedBy],
    approval:
      approval === undefined
        ? null
        : { stand: approval.stand, by: approval.by, at: new Date(approval.at).toISOString(), reason: approval.reason },
  };
}
