import { dayOf, dayText } from '@lowtide/core/calendar/iso-date.ts';
import { cents, opposite } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { amounts, letterFoot, letterHead, printed } from '../print/letter.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import type { PrintedCreditNote } from './credit-queries.ts';

/** The credit note as the client gets it, amounts in the books' currency. */
export async function creditNotePdf(note: PrintedCreditNote, company: PrintedCompany): Promise<Buffer> {
  const { number, figures, invoice } = note;
  return printed({
    title: `Credit note ${number}`,
    author: company.name,
    paper: company.paper,
    content: [
      ...letterHead({
        company,
        what: `Credit note ${number}`,
        to: { name: note.client, address: note.address },
        facts: [
          `Dated ${dayText(dayOf(note.dated_on))}`,
          `For invoice ${invoice.number} of ${dayText(invoice.datedOn)}`,
        ],
        subject: [`${note.project_code ?? ''}  ${note.project_name ?? ''}`.trim(), note.memo],
      }),
      amounts([
        { text: 'Work credited', amount: dollars(opposite(figures.work)) },
        { text: 'Tax credited', amount: dollars(opposite(figures.tax)) },
        {
          text: `Credited, ${company.currency}`,
          amount: dollars(opposite(cents(figures.work + figures.tax))),
          bold: true,
        },
      ]),
      ...letterFoot(company, `It is set against ${invoice.number}; what is left of it stays to your credit.`, false),
    ],
  });
}
