import { dayOf, dayText } from '@lowtide/core/calendar/iso-date.ts';
import type { DepositBody } from '@lowtide/core/documents/client-deposit/read.ts';
import type { InvoiceBody } from '@lowtide/core/documents/invoice/billed-invoice.ts';
import { cents, opposite, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { millionthsOf, percent } from '@lowtide/core/money/ratio.ts';
import { amounts, letterFoot, letterHead, printed, type AmountRow } from '../print/letter.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import type { PrintedInvoice } from './invoice-queries.ts';
import { textLines } from './text-lines.ts';

/** The invoice as the client gets it, amounts in the books' currency. */
export async function invoicePdf(invoice: PrintedInvoice, company: PrintedCompany): Promise<Buffer> {
  const { number, kept } = invoice;
  const due = invoice.due_on === null ? [] : [`Due ${dayText(dayOf(invoice.due_on))}`];
  const { deposit } = invoice;
  const what = deposit === null ? `Invoice ${number}` : `Deposit invoice ${number}`;
  return printed({
    title: what,
    author: company.name,
    paper: company.paper,
    content: [
      ...letterHead({
        ...{ company, what, to: { name: invoice.client, address: invoice.address } },
        facts: [`Dated ${dayText(dayOf(invoice.dated_on))}`, ...due],
        subject: [`${invoice.project_code ?? ''}  ${invoice.project_name ?? ''}`.trim(), invoice.memo],
      }),
      ...(kept.texts === undefined ? [] : [textLines(kept.texts)]),
      amounts(deposit === null ? rows(kept, company.currency) : depositRows(deposit, company.currency)),
      ...letterFoot(company, `Please name ${number} with your payment.`, true),
    ],
  });
}

function depositRows({ net, tax }: DepositBody['figures'], currency: string): readonly AmountRow[] {
  return [
    { text: 'Paid ahead, set against later invoices', amount: dollars(net), bold: true },
    { text: 'Tax', amount: dollars(tax) },
    { text: `Due, ${currency}`, amount: dollars(cents(net + tax)), bold: true },
  ];
}

function rows(kept: InvoiceBody, currency: string): readonly AmountRow[] {
  const { figures } = kept;
  return [
    ...(kept.texts === undefined ? contractRows(kept) : discountRows(kept)),
    ...taxRows(kept),
    ...less('Held back by the contract', figures.withheld),
    ...(figures.released ? [{ text: 'Released of what was held back', amount: dollars(figures.released) }] : []),
    ...less('Paid ahead by deposit', figures.drawn),
    { text: `Due, ${currency}`, amount: dollars(figures.due), bold: true },
  ];
}

/** What it does to the contract; what earns as billed may have no price. */
function contractRows({ figures }: InvoiceBody): readonly AmountRow[] {
  const isPriced = figures.contract > 0;
  const billed = cents(figures.billedBefore + figures.work);
  return [
    ...(isPriced ? [{ text: 'Contract price to date', amount: dollars(figures.contract) }] : []),
    { text: 'Billed before', amount: dollars(figures.billedBefore) },
    { text: 'Work billed by this invoice', amount: dollars(figures.work), bold: true },
    { text: 'Billed to date', amount: dollars(billed) },
    ...(isPriced ? [{ text: 'Unbilled contract value', amount: dollars(figures.leftAfter) }] : []),
  ];
}

function discountRows({ figures, discount = ZERO }: InvoiceBody): readonly AmountRow[] {
  return [...less('Discount', discount), { text: 'In all, before tax', amount: dollars(figures.work), bold: true }];
}

/** One row a rate where lines have codes of their own; else the tax of all of it. */
function taxRows({ figures, taxes }: InvoiceBody): readonly AmountRow[] {
  if (taxes === undefined || taxes.length === 0) return [{ text: 'Tax on this invoice', amount: dollars(figures.tax) }];
  return taxes.map(({ name, rateMillionths, net, tax }) => ({
    text: `${name}, ${percent(millionthsOf(rateMillionths))} % of ${dollars(net)}`,
    amount: dollars(tax),
  }));
}

function less(text: string, amount: Cents | undefined): readonly AmountRow[] {
  return amount ? [{ text, amount: dollars(opposite(amount)) }] : [];
}
