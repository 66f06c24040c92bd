import type { Router } from 'express';
import { monthOf, type Month } from '@lowtide/core/calendar/month.ts';
import { proposedCoding } from '@lowtide/core/coding/coding-rule.ts';
import { dayOf } from '@lowtide/core/calendar/iso-date.ts';
import type { Catalog } from '@lowtide/core/documents/catalog.ts';
import { catalogOf } from '@lowtide/core/documents/catalog-of.ts';
import { projectsNamed } from '@lowtide/core/documents/coding.ts';
import type { RecodeForm } from '@lowtide/core/documents/recode/form.ts';
import { readRecode, type RecodeReading } from '@lowtide/core/documents/recode/read.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { accountId, partyId } from '@lowtide/core/ledger/ids.ts';
import { ZERO } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import type { Db, Trx } from '../database/schema.ts';
import { audit } from '../audit/audit-queries.ts';
import { codingStands, sheetBasis } from '../sheets/sheet-basis-queries.ts';
import { previewOf } from '../sheets/preview-queries.ts';
import { read, write, type Acting, type Answer, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { asOf, bounds, type AsOf } from '../ledger/as-of-queries.ts';
import { postDocument, type Posted } from '../ledger/post-document-queries.ts';
import { projects } from '../company/project-queries.ts';
import { codingRules } from './coding-rule-queries.ts';
import { postedLines, strays, strayTotal } from './stray-queries.ts';

/** Cost lines to be coded, and posted lines coded otherwise. */
export function strayRoutes(router: Router, context: Context): void {
  read(router, context, 'strays', async (db, { query }) => strayList(db, asOf(query)));
  read(router, context, 'recodePreview', async (db, { body }, { today }) => {
    const { known, reading } = await recodeRead(db, body, today);
    const { posts, effects, problems, warnings } = await previewOf(db, known.workingMonth, {
      known,
      reading: asSheet(reading),
    });
    return { posts, effects, problems, warnings };
  });
  write(router, context, 'recode', async (trx, { body }, acting) => postRecode(trx, body, acting));
}

async function strayList(db: Db, at: AsOf): Promise<Answer<'strays'>> {
  const limits = await bounds(db, at);
  const rules = await codingRules(db);
  const { count, total } = await strayTotal(db, limits);
  const rows = await strays(db, limits);
  return {
    rows: rows.map((row) => {
      const rule = proposedCoding(rules, {
        supplier: row.party_id === null ? null : partyId(row.party_id),
        account: accountId(row.account_id),
        text: row.text,
      });
      return {
        line: row.line,
        document: { id: row.document_id, number: row.number, kind: row.kind },
        postedOn: dayOf(row.posted_on),
        ...{ party: row.party ?? '', account: row.account, text: row.text, amountCents: row.amount_cents },
        project: row.project ?? '',
        why: row.project === null ? 'no project' : 'no cost code',
        proposal:
          rule === undefined
            ? null
            : { rule: rule.code, project: rule.project, code: rule.costCode, costType: rule.costType },
      };
    }),
    count,
    totalCents: total,
  };
}

interface RecodeRead {
  readonly known: Catalog;
  readonly reading: RecodeReading;
}

/** Reads the lines and what they name, and has core decide. */
async function recodeRead(db: Db, form: RecodeForm, today: IsoDate): Promise<RecodeRead> {
  const all = await projects(db);
  const posted = await postedLines(
    db,
    form.lines.map(({ line }) => line),
  );
  const left = new Set(posted.map(({ project }) => project));
  const named = [...projectsNamed(form.lines, all, []), ...all.filter(({ id }) => left.has(id))];
  const month: Month = monthOf(today);
  const known = catalogOf(await sheetBasis(db, all, today), {
    workingMonth: month,
    stands: await codingStands(db, month, [...new Set(named.map(({ id }) => id))]),
    ...{
      knownBills: [],
      orders: [],
      retainedApart: [],
      billings: [],
      receivables: [],
      unbilledWork: [],
      hoursThere: [],
      usesThere: [],
      paidThere: [],
    },
  });
  return { known, reading: readRecode(form, posted, known) };
}

/** As a sheet's reading, for the preview that all postings have. */
function asSheet({ posting, costs, problems, warnings }: RecodeReading) {
  return {
    postings: posting === null ? [] : [posting],
    ...{ costs, problems, warnings, follows: [], missing: null, hours: quantity(0) },
    entered: posting?.gross ?? ZERO,
  };
}

async function postRecode(
  trx: Trx,
  { acceptWarnings, ...form }: Asked<'recode'>['body'],
  acting: Acting,
): Promise<Posted> {
  const { reading } = await recodeRead(trx, form, acting.today);
  const { posting, problems, warnings } = reading;
  if (posting === null || problems.length > 0) throw new Refusal(problems);
  if (warnings.length > 0 && !acceptWarnings) {
    throw new Refusal([{ at: '', kind: 'warnings-open', count: warnings.length }]);
  }
  const posted = await postDocument(trx, posting, acting);
  await audit(trx, acting, { action: 'recode', subject: posted.number, detail: { lines: form.lines } });
  return posted;
}
