import { dayOf, dayText } from '@lowtide/core/calendar/iso-date.ts';
import { cents, opposite } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { amounts, letterFoot, letterHead, printed } from '../print/letter.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import type { PrintedInvoice } from './invoice-queries.ts';

/** The invoice as the client gets it, amounts in the books' currency. */
export async function invoicePdf(invoice: PrintedInvoice, company: PrintedCompany): Promise<Buffer> {
  const { number } = invoice;
  const { figures } = invoice.kept;
  const due = invoice.due_on === null ? [] : [`Due ${dayText(dayOf(invoice.due_on))}`];
  // What earns as billed may have no price.
  const isPriced = figures.contract > 0;
  const billed = cents(figures.billedBefore + figures.work);
  return printed({
    title: `Invoice ${number}`,
    author: company.name,
    paper: company.paper,
    content: [
      ...letterHead({
        company,
        what: `Invoice ${number}`,
        to: { name: invoice.client, address: invoice.address },
        facts: [`Dated ${dayText(dayOf(invoice.dated_on))}`, ...due],
        subject: [`${invoice.project_code}  ${invoice.project_name}`, invoice.memo],
      }),
      amounts([
        ...(isPriced ? [{ text: 'Contract price to date', amount: dollars(figures.contract) }] : []),
        { text: 'Billed before', amount: dollars(figures.billedBefore) },
        { text: 'Work billed by this invoice', amount: dollars(figures.work), bold: true },
        { text: 'Billed to date', amount: dollars(billed) },
        ...(isPriced ? [{ text: 'Unbilled contract value', amount: dollars(figures.leftAfter) }] : []),
        { text: 'Tax on this invoice', amount: dollars(figures.tax) },
        ...(figures.withheld
          ? [{ text: 'Held back by the contract', amount: dollars(opposite(figures.withheld)) }]
          : []),
        { text: `Due, ${company.currency}`, amount: dollars(figures.due), bold: true },
      ]),
      ...letterFoot(company, `Please name ${number} with your payment.`, true),
    ],
  });
}
