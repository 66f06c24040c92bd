import { announcedReceipt, certifiedSheet, proposalOf } from '@lowtide/core/ubl/answered-sheets.ts';
import { monthOf } from '@lowtide/core/calendar/month.ts';
import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { problemRemark, warningRemark, type Remark } from '@lowtide/core/documents/preview.ts';
import type { Sheet } from '@lowtide/core/documents/sheets.ts';
import { found } from '@lowtide/core/lookup/lookup.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { problemsOf, type Decision } from '@lowtide/core/problems/decision.ts';
import type { Problem, Warning } from '@lowtide/core/problems/problem.ts';
import type { ClientAnswer, ClientResponse, PaymentAdvice } from '@lowtide/core/ubl/client-answer.ts';
import { companyOf } from '../company/company-queries.ts';
import { parties } from '../company/list-queries.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import { messagesThat } from '../mailbox/message-queries.ts';
import { sheetRead } from '../sheets/sheet-queries.ts';

type Row = Answer<'clientAnswers'>['rows'][number];
type Message = Awaited<ReturnType<typeof messagesThat>>[number];

/** What a message says, as it was read when it came in. */
export function answerOf({ said }: { readonly said: string | null }): Decision<ClientAnswer> {
  return JSON.parse(said ?? '{"ok":false,"problems":[]}') as Decision<ClientAnswer>;
}

/** What clients answered, with what each answer proposes and what stands against it. */
export async function answerRows(db: Db, status: 'waiting' | 'dropped', today: IsoDate): Promise<readonly Row[]> {
  const messages = await messagesThat(db, 'client', status);
  const rows = [];
  for (const [place, message] of messages.entries())
    rows.push(await rowOf(db, message, { today, before: messages.slice(0, place) }));
  return rows;
}

interface Beside {
  readonly today: IsoDate;
  /** What came in before it and waits too. */
  readonly before: readonly Message[];
}

async function rowOf(db: Db, message: Message, { today, before }: Beside): Promise<Row> {
  const { id, name, reason, recorded_at } = message;
  const said = { id, name, reason, receivedAt: new Date(recorded_at).toISOString() };
  const read = answerOf(message);
  if (!read.ok) {
    return {
      ...{
        ...said,
        number: '',
        client: '',
        kind: 'unreadable',
        issuedOn: null,
        about: '',
        amountCents: null,
        text: '',
      },
      ...{ proposal: '', documentId: null, isUsable: false, remarks: problemsOf(read).map(problemRemark) },
    };
  }
  const answer = read.value;
  const wrong = await wrongWith(db, answer);
  const documentId = answer.kind === 'response' ? ((await documentNamed(db, answer.document))?.id ?? null) : null;
  const sheet = await sheetOfAnswer(db, answer);
  return {
    ...{ ...said, number: answer.number, client: answer.client, issuedOn: answer.issuedOn, text: answer.text },
    ...{ ...saidBy(answer), proposal: proposalOf(answer) },
    documentId: answer.kind === 'response' && answer.response === 'disputed' ? documentId : null,
    isUsable: wrong.length === 0 && (sheet !== null || documentId !== null),
    remarks: [
      ...wrong.map(problemRemark),
      ...announcedBefore(answer, before).map(warningRemark),
      ...(sheet === null || wrong.length > 0 ? [] : await sheetRemarks(db, sheet, today)),
    ],
  };
}

function saidBy(answer: ClientAnswer): Pick<Row, 'kind' | 'about' | 'amountCents'> {
  if (answer.kind === 'payment') {
    const about = answer.paid.map(({ document }) => document).join(', ');
    return { kind: 'payment announced', about, amountCents: answer.amount };
  }
  const certified = answer.lines.flatMap((line) => line.certified?.amount ?? []);
  return {
    kind: answer.response === 'disputed' ? 'disputed' : 'certified',
    about: answer.document,
    amountCents: certified.length === 0 ? null : sum(certified),
  };
}

/** What keeps an answer from being acted on. */
export async function wrongWith(db: Db, answer: ClientAnswer): Promise<readonly Problem[]> {
  const { name, currency: books } = await companyOf(db);
  const currencies =
    answer.kind === 'payment' ? [answer.currency] : answer.lines.flatMap(({ certified }) => certified?.currency ?? []);
  const other = currencies.find((each) => each !== books);
  return [
    ...(answer.company.trim().toLowerCase() === name.trim().toLowerCase()
      ? []
      : [{ at: '', kind: 'other-company', name: answer.company } as const]),
    ...(other === undefined ? [] : [{ at: '', kind: 'other-currency', currency: other, books } as const]),
    ...(answer.kind === 'response' ? await wrongDocument(db, answer) : []),
  ];
}

/** The document that an answer is about is there, and of whoever answers. */
async function wrongDocument(db: Db, { document: number, client }: ClientResponse): Promise<readonly Problem[]> {
  const named = await documentNamed(db, number);
  if (named === null) return [{ at: 'document', kind: 'not-there', subject: 'document' }];
  const isTheirs = [named.client, named.code].some((name) => name.toLowerCase() === client.trim().toLowerCase());
  return isTheirs ? [] : [{ at: 'document', kind: 'sent-to-another', number, client: named.client }];
}

/** Whether another advice that waits announces the same money. */
function announcedBefore(answer: ClientAnswer, before: readonly Message[]): readonly Warning[] {
  if (answer.kind !== 'payment') return [];
  const earlier = before.flatMap((message): readonly PaymentAdvice[] => {
    const read = answerOf(message);
    return read.ok && read.value.kind === 'payment' ? [read.value] : [];
  });
  const same = earlier.find((each) => sameMoney(each, answer));
  return same === undefined ? [] : [{ at: '', kind: 'announced-before', amount: same.amount, number: same.number }];
}

function sameMoney(one: PaymentAdvice, other: PaymentAdvice): boolean {
  const of = ({ client, amount, paid }: PaymentAdvice): readonly (string | Cents)[] => [
    ...[client, amount],
    ...paid.map(({ document }) => document),
  ];
  return of(one).join('\n') === of(other).join('\n');
}

/** The latest document of clients under a number, with whose it is; null where there is none. */
export async function documentNamed(db: Db, number: string) {
  const row = await db
    .selectFrom('document as d')
    .innerJoin('party as y', 'y.id', 'd.party_id')
    .select(['d.id', 'y.name as client', 'y.code'])
    .where('d.number', '=', number)
    .where('d.kind', 'in', ['application', 'invoice', 'credit-note'])
    .orderBy('d.id', 'desc')
    .executeTakeFirst();
  return row ?? null;
}

/** The sheet that an answer proposes; null for a dispute, which proposes to look. */
export async function sheetOfAnswer(db: Db, answer: ClientAnswer): Promise<Sheet | null> {
  if (answer.kind === 'response') return answer.response === 'disputed' ? null : certifiedSheet(answer);
  const client = found(await parties(db, 'client'), answer.client.trim());
  return announcedReceipt(answer, client.kind === 'found' ? client.value.code : answer.client);
}

async function sheetRemarks(db: Db, sheet: Sheet, today: IsoDate): Promise<readonly Remark[]> {
  const { reading } = await sheetRead(db, { month: monthOf(today), today }, sheet);
  return [...reading.problems.map(problemRemark), ...reading.warnings.map(warningRemark)];
}
