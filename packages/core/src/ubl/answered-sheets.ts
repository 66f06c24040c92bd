import { dayText } from '../calendar/iso-date.ts';
import type { CertificateSheet } from '../documents/certificate/form.ts';
import type { ReceiptRow, ReceiptSheet } from '../documents/receipt/form.ts';
import { dollars, plainDollars } from '../money/dollars.ts';
import type { ClientAnswer, ClientResponse, PaymentAdvice } from './client-answer.ts';

/** The sheet of what a client certified of an application: a row for each line that is certified otherwise than asked. */
export function certifiedSheet({ document, lines, text }: ClientResponse): CertificateSheet {
  return {
    ...{ kind: 'certificates', application: document, datedOn: '', dueOn: '', taxCode: '', deposit: '' },
    text: text.slice(0, 200),
    rows: lines.flatMap(({ line, certified, reason }) =>
      certified === null
        ? []
        : [{ line, certified: plainDollars(certified.amount), stored: '', reason: reason || text }],
    ),
  };
}

/** The sheet of a payment that a client announced: its invoices, and what is above them on account. */
export function announcedReceipt({ amount, paidOn, number, paid }: PaymentAdvice, client: string): ReceiptSheet {
  const head: ReceiptRow = {
    ...{ client, paidOn, amount: plainDollars(amount), document: '', applied: '', text: `Advice ${number}` },
  };
  const invoices = paid.map((each) => ({ document: each.document, applied: plainDollars(each.amount) }));
  const [first, ...others] = invoices;
  return {
    ...{ kind: 'receipts', controlTotal: '' },
    rows: [
      { ...head, ...first },
      ...others.map((each): ReceiptRow => ({ client: '', paidOn: '', amount: '', text: '', ...each })),
    ],
  };
}

/** What an answer asks the accountant to do, in words. */
export function proposalOf(answer: ClientAnswer): string {
  if (answer.kind === 'payment') {
    const invoices = answer.paid.map(({ document }) => document).join(', ') || 'the oldest invoices';
    return `Receipt of ${dollars(answer.amount)} on ${dayText(answer.paidOn)} for ${invoices}, once the money is there`;
  }
  switch (answer.response) {
    case 'accepted':
      return `Certify ${answer.document} as asked`;
    case 'accepted in part':
      return `Certify less of ${answer.document}`;
    case 'disputed':
      return `Look at ${answer.document}: answer the client, or credit what is wrong`;
  }
}
