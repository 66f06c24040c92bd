import { createHash } from 'node:crypto';
import type { Router } from 'express';
import { required, textIn } from '@lowtide/core/cells/cell.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import { problemRemark, warningRemark, type Remark } from '@lowtide/core/documents/preview.ts';
import type { BillSheet } from '@lowtide/core/documents/supplier-bill/form.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { Catalog } from '@lowtide/core/documents/catalog.ts';
import { billKey } from '@lowtide/core/documents/supplier-bill/bill-keys.ts';
import { found, type Named } from '@lowtide/core/lookup/lookup.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { problemsOf, type Decision } from '@lowtide/core/problems/decision.ts';
import { ublProblems } from '@lowtide/core/ubl/checked-ubl.ts';
import { writtenUbl } from '@lowtide/core/ubl/written-ubl.ts';
import { FILES } from '@lowtide/core/wire/files.ts';
import { ById } from '@lowtide/core/shapes/values.ts';
import { ublBillRows } from '@lowtide/core/ubl/ubl-bill-rows.ts';
import type { UblInvoice } from '@lowtide/core/ubl/ubl-invoice.ts';
import { insertAttachment } from '../attachments/attachment-queries.ts';
import { audit } from '../audit/audit-queries.ts';
import type { Db, Trx } from '../database/schema.ts';
import { parties, taxCodes } from '../company/list-queries.ts';
import { insertDraft } from '../sheets/draft-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';
import { file, read, write, type Acting, type Answer, type Asked, type Work } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { ordersThere } from '../orders/order-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { codingRules } from '../strays/coding-rule-queries.ts';
import { insertMessage, settleMessage, takeBackMessage, waitingMessage, messagesThat } from './message-queries.ts';
import { writtenDocument } from './written-document-queries.ts';
import { xmlText } from '../print/xml.ts';
import { paperOf, readPaper } from './read-paper.ts';

/** Bills that suppliers send as UBL: what arrives waits, and becomes rows of a sheet; nothing posts by itself. */
export function mailboxRoutes(router: Router, context: Context): void {
  const taking = async (
    trx: Trx,
    { body }: Asked<'takeMessage'>,
    acting: Acting,
    { prepared: said }: Work<Decision<UblInvoice>>,
  ) => {
    const { name, xml, again } = body;
    const digest = createHash('sha256').update(xml).digest('hex');
    const id = await insertMessage(
      trx,
      { sender: 'supplier', digest, name, xml, said: JSON.stringify(said) },
      { again, acting },
    );
    await audit(trx, acting, { action: 'take in a bill', subject: name, detail: { digest } });
    return { id };
  };
  // Read once, as it comes in; whatever shows it later reads what it said then.
  write(router, context, 'takeMessage', taking, { prepare: ({ body }) => readPaper(body.xml) });
  file(router, context, FILES.ubl, {
    read: async (db, req) => writtenDocument(db, ById.parse(req.params).id),
    made: (document) => ({
      ...{ type: 'application/xml', name: `${document.number.replace(/[^\w .-]/g, '')}.xml` },
      body: xmlText(writtenUbl(document)),
    }),
  });
  read(router, context, 'messages', async (db, { query }, { today }) => {
    const rows = [];
    for (const message of await messagesThat(db, 'supplier', query.show))
      rows.push(await messageRow(db, message, today));
    return { rows };
  });
  write(router, context, 'useMessage', async (trx, { params }, acting) => useMessage(trx, params.id, acting));
  write(router, context, 'dropMessage', async (trx, { params, body }, acting) => {
    const message = await waitingMessage(trx, 'supplier', params.id);
    const reason = acceptedOr(
      required({ typed: body.reason, at: 'reason' }, 'the reason', (cell) => textIn(cell, 'the reason', 400)),
    );
    await settleMessage(trx, params.id, { status: 'dropped', reason, draft: null });
    await audit(trx, acting, { action: 'drop a bill', subject: message.name, detail: { reason } });
    return { done: true };
  });
  write(router, context, 'takeBackMessage', async (trx, { params }, acting) => {
    const subject = await takeBackMessage(trx, 'supplier', params.id);
    await audit(trx, acting, { action: 'take back a dropped bill', subject });
    return { done: true };
  });
}

type Message = Awaited<ReturnType<typeof messagesThat>>[number];

/** What a paper says, what is wrong with it, and what of it the books do not know. */
async function messageRow(db: Db, message: Message, today: IsoDate): Promise<Answer<'messages'>['rows'][number]> {
  const { id, name, recorded_at, reason } = message;
  const said = { id, name, reason, receivedAt: new Date(recorded_at).toISOString() };
  const invoice = await paperOf(message);
  if (!invoice.ok) {
    const nothing = { number: '', supplier: '', kind: '', issuedOn: null, payableCents: null, order: '', project: '' };
    return { ...said, ...nothing, isUsable: false, problems: problemsOf(invoice).map(problemRemark), unmatched: [] };
  }
  const { number, supplier, kind, issuedOn, totals, order, project } = invoice.value;
  const problems = await paperProblems(db, invoice.value);
  return {
    ...said,
    ...{ number, supplier: supplier.name, kind, issuedOn, payableCents: totals.payable, order, project },
    isUsable: problems.every((problem) => problem.kind !== 'other-company' && problem.kind !== 'other-currency'),
    problems,
    unmatched: await unmatched(db, invoice.value, today),
  };
}

async function paperProblems(db: Db, invoice: UblInvoice): Promise<Remark[]> {
  const { name, currency } = await companyOf(db);
  return ublProblems(invoice, { company: name, currency, taxCodes: await taxCodes(db) }).map(problemRemark);
}

/** What the sheet made of it says: what could not be matched, what is there already, what is unlike its order. */
async function unmatched(db: Db, invoice: UblInvoice, today: IsoDate): Promise<Remark[]> {
  const { reading, known } = await sheetRead(db, { month: monthOf(today), today }, await sheetOf(db, invoice));
  const said = [...postedBefore(invoice, known), ...reading.problems].map(problemRemark);
  const all = [...said, ...reading.warnings.map(warningRemark)];
  return [...groupedBy(all, ({ message }) => message).values()].flatMap(([first]) => first ?? []);
}

/** Said of the paper itself, so that it is said although the rest of it cannot be read yet. */
function postedBefore(invoice: UblInvoice, { suppliers: all, knownBills }: Catalog): readonly Problem[] {
  const supplier = supplierOf(invoice, all);
  const { number } = invoice;
  return supplier !== undefined && knownBills.has(billKey({ supplier: supplier.id, number }))
    ? [{ at: 'rows/0/number', kind: 'duplicate-bill', supplier: supplier.name, number }]
    : [];
}

function supplierOf<S extends Named>({ supplier }: UblInvoice, all: readonly S[]): S | undefined {
  const named = [supplier.code, supplier.name].map((text) => found(all, text.trim()));
  return named.flatMap((each) => (each.kind === 'found' ? [each.value] : []))[0];
}

async function sheetOf(db: Db, invoice: UblInvoice): Promise<BillSheet> {
  const supplier = supplierOf(invoice, await parties(db, 'supplier'));
  const rows = ublBillRows(invoice, {
    supplier,
    orders: await ordersThere(db, {
      suppliers: [],
      numbers: [invoice.order, ...invoice.lines.map(({ order }) => order)],
    }),
    rules: await codingRules(db),
    taxCodes: await taxCodes(db),
  });
  return { kind: 'bills', controlTotal: '', shows: [], rows: [...rows] };
}

/** The paper as a sheet of bills that waits, the paper kept with it. */
async function useMessage(trx: Trx, id: number, acting: Acting): Promise<Answer<'useMessage'>> {
  const message = await waitingMessage(trx, 'supplier', id);
  const invoice = acceptedOr(await paperOf(message));
  const { name, currency } = await companyOf(trx);
  const wrong = ublProblems(invoice, { company: name, currency, taxCodes: await taxCodes(trx) }).filter(
    ({ kind }) => kind === 'other-company' || kind === 'other-currency',
  );
  if (wrong.length > 0) throw new Refusal(wrong);
  const draft = await insertDraft(trx, 'bills', await sheetOf(trx, invoice), acting);
  const content = Buffer.from(message.xml, 'utf8');
  const file = { about: 'draft', id: draft.id, name: message.name, mediaType: 'application/xml', content } as const;
  await insertAttachment(trx, file, acting);
  await settleMessage(trx, id, { status: 'used', reason: '', draft: draft.id });
  await audit(trx, acting, { action: 'put a bill on a sheet', subject: message.name });
  return { draft: draft.id };
}
