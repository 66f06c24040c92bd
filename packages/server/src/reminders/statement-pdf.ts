import { dayText, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { kindOf } from '@lowtide/core/documents/kinds.ts';
import { sum, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import { amounts, letterFoot, letterHead, printed } from '../print/letter.ts';
import { listed } from '../print/listed.ts';
import type { AccountMove, ClientStanding } from './client-account-queries.ts';

export interface Statement {
  readonly from: IsoDate;
  readonly company: PrintedCompany;
  readonly client: { readonly code: string; readonly name: string; readonly address: string };
  readonly account: ClientStanding;
  readonly opening: Cents;
  readonly moves: readonly AccountMove[];
}

/** A client's account as the client gets it: what moved it, line by line to its balance, and what is open with its days. */
export async function statementPdf({ from, company, client, account, opening, moves }: Statement): Promise<Buffer> {
  const { on, items, overdueCents } = account;
  return printed({
    ...{ title: `Statement of account ${client.code}`, author: company.name, paper: company.paper },
    content: [
      ...letterHead({
        ...{ company, what: 'Statement of account', to: client },
        facts: [`As of ${dayText(on)}`, `From ${dayText(from)}`],
        subject: ['What moved your account', `Amounts in ${company.currency}`],
      }),
      listed(MOVES, moveRows({ from, on, opening, moves })),
      { text: 'What is open', bold: true, margin: [0, 16, 0, 4] },
      listed(
        OPEN,
        items.map(({ number, project, datedOn, dueOn, daysLate, openCents }) => [
          ...[number, project, dayText(datedOn), dayText(dueOn), daysLate > 0 ? String(daysLate) : ''],
          dollars(openCents),
        ]),
      ),
      amounts([
        { text: 'Open', amount: dollars(account.openCents), bold: true },
        { text: 'of it overdue', amount: dollars(overdueCents), indent: 12 },
        ...(account.heldCents === 0
          ? []
          : [{ text: 'Held back by the contracts, beside it', amount: dollars(account.heldCents) }]),
        ...(account.depositCents === 0
          ? []
          : [{ text: 'Deposits not used yet, beside it', amount: dollars(account.depositCents) }]),
      ]),
      ...letterFoot(
        company,
        overdueCents > 0 ? `Please pay ${dollars(overdueCents)} now.` : 'Nothing is overdue.',
        overdueCents > 0,
      ),
    ],
  });
}

const MOVES = [
  { head: 'Day', figures: false },
  { head: 'Document', figures: false },
  { head: 'What', figures: false },
  { head: 'Amount', figures: true },
  { head: 'Balance', figures: true },
];
const OPEN = [
  { head: 'Document', figures: false },
  { head: 'Project', figures: false },
  { head: 'Dated', figures: false },
  { head: 'Due', figures: false },
  { head: 'Days late', figures: true },
  { head: 'Open', figures: true },
];

function moveRows({
  from,
  on,
  opening,
  moves,
}: Pick<Statement, 'from' | 'opening' | 'moves'> & { readonly on: IsoDate }): readonly (readonly string[])[] {
  const balances = moves.map((_, place) => sum([opening, ...moves.slice(0, place + 1).map(({ amount }) => amount)]));
  return [
    [dayText(from), '', 'Brought forward', '', dollars(opening)],
    ...moves.map((move, place) => [
      ...[dayText(move.on), move.number, kindOf(move.kind).one, dollars(move.amount)],
      dollars(balances[place] ?? opening),
    ]),
    [dayText(on), '', 'Balance', '', dollars(balances.at(-1) ?? opening)],
  ];
}
