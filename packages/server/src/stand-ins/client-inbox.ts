/**
 * Clients that stand in for those outside: they answer what was sent to them as UBL 2.1, as clients do. Applications are certified, every
 * second one for less of its last line; of four clients one announces its payment twice, one pays in part, one
 * pays two invoices at once, and one disputes. The same documents are answered the same way.
 */
import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { cents, sum, type Cents } from '@lowtide/core/money/cents.ts';
import { ratio, shareOf } from '@lowtide/core/money/ratio.ts';
import type { ClientAnswer, ClientResponse, PaymentAdvice } from '@lowtide/core/ubl/client-answer.ts';
import { writtenClientAnswer } from '@lowtide/core/ubl/written-client-answer.ts';
import type { SentDocument } from '../documents/sent-document-queries.ts';
import { xmlText } from '../print/xml.ts';

export interface InboxBooks {
  readonly company: string;
  readonly currency: string;
  readonly today: IsoDate;
  readonly sent: readonly SentDocument[];
}

interface Delivered {
  readonly name: string;
  readonly xml: string;
}

/** What is paid at first of an invoice that is paid in part, and certified of a line that is certified for less. */
const PART = ratio(3, 5);
const LESS = ratio(4, 5);

export function clientAnswers(books: InboxBooks): readonly Delivered[] {
  const applications = books.sent.filter(({ kind }) => kind === 'application');
  const invoices = books.sent.filter(({ kind }) => kind === 'invoice');
  return [
    ...applications.map((application, place) => certified(application, place % 2 === 1, books)),
    ...[...groupedBy(invoices, ({ client }) => client).values()].flatMap((own, place) => paying(own, place, books)),
  ].map(delivered);
}

function delivered(answer: ClientAnswer): Delivered {
  const name = `${answer.client} ${answer.number}.xml`.replace(/[^\w .-]/g, '');
  return { name, xml: xmlText(writtenClientAnswer(answer)) };
}

function head({ number, client }: Pick<SentDocument, 'number' | 'client'>, { company, today }: InboxBooks) {
  return { number: `R-${number}`, client, company, issuedOn: today, text: '' };
}

function certified(application: SentDocument, isLess: boolean, books: InboxBooks): ClientResponse {
  const last = application.asked.at(-1);
  const lines =
    isLess && last !== undefined
      ? [
          {
            line: last.line,
            certified: { amount: shareOf(last.amount, LESS), currency: books.currency },
            reason: 'Not all of it is in place',
          },
        ]
      : [];
  const response = lines.length === 0 ? 'accepted' : 'accepted in part';
  return { kind: 'response', ...head(application, books), response, document: application.number, lines };
}

/** How one client pays its invoices: one, announced once more by mistake; one in part; two at once; none before a question is answered. */
function paying(own: readonly SentDocument[], place: number, books: InboxBooks): readonly ClientAnswer[] {
  const [first, second] = own;
  if (first === undefined) return [];
  switch (place % 4) {
    case 0: {
      const paid = advice([first], books);
      return [paid, { ...paid, number: `${paid.number}-2` }];
    }
    case 1:
      return [advice([first], books, shareOf(first.open, PART))];
    case 2:
      return [advice(second === undefined ? [first] : [first, second], books)];
    default:
      return [
        {
          ...{ kind: 'response', ...head(first, books), response: 'disputed', document: first.number, lines: [] },
          text: 'The rate of the first line is not the one we agreed',
        },
      ];
  }
}

function advice(paid: readonly SentDocument[], books: InboxBooks, part?: Cents): PaymentAdvice {
  const lines = paid.map(({ number, open }) => ({ document: number, amount: part ?? open }));
  const [first] = paid;
  return {
    ...{ kind: 'payment', ...head(first ?? { number: '', client: '' }, books), currency: books.currency },
    paidOn: plusDays(books.today, -1),
    ...{ amount: cents(sum(lines.map(({ amount }) => amount))), paid: lines },
  };
}
