import type { Content, TableCell } from 'pdfmake';
import { dayOf, dayText } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { printed } from '../print/letter.ts';
import type { Company } from '../records/company-queries.ts';
import type { PrintedInvoice } from './invoice-queries.ts';

/** The invoice as the client gets it, amounts in the books' currency. */
export async function invoicePdf(invoice: PrintedInvoice, company: Company): Promise<Buffer> {
  return printed({
    title: `Invoice ${invoice.number}`,
    author: company.name,
    content: [...head(invoice, company), sums(invoice, company), ...foot(invoice, company)],
  });
}

function head(invoice: PrintedInvoice, company: Company): Content[] {
  const due = invoice.due_on === null ? '' : dayText(dayOf(invoice.due_on));
  return [
    {
      columns: [
        { text: company.name, fontSize: 13, bold: true },
        { text: `Invoice ${invoice.number}`, fontSize: 13, bold: true, alignment: 'right' },
      ],
    },
    {
      margin: [0, 32, 0, 0],
      columns: [
        { text: `${invoice.client}\n${invoice.address}` },
        { text: `Dated ${dayText(dayOf(invoice.dated_on))}\nDue ${due}`, alignment: 'right' },
      ],
    },
    {
      margin: [0, 28, 0, 12],
      text: [{ text: `${invoice.project_code}  ${invoice.project_name}`, bold: true }, `\n${invoice.memo}`],
    },
  ];
}

function sums({ figures }: PrintedInvoice, company: Company): Content {
  const billed = cents(figures.billedBefore + figures.work);
  const rows: (readonly [string, string, boolean])[] = [
    ['Contract price to date', dollars(figures.contract), false],
    ['Billed before', dollars(figures.billedBefore), false],
    ['Work billed by this invoice', dollars(figures.work), true],
    ['Billed to date', dollars(billed), false],
    ['Left to bill', dollars(figures.leftAfter), false],
    ['Tax on this invoice', dollars(figures.tax), false],
    [`Due, ${company.currency}`, dollars(figures.due), true],
  ];
  const body: TableCell[][] = rows.map(([label, amount, bold]) => [
    { text: label, bold },
    { text: amount, bold, alignment: 'right' },
  ]);
  return { table: { widths: ['*', 120], body }, layout: 'lightHorizontalLines' };
}

function foot({ number }: PrintedInvoice, company: Company): Content[] {
  return [
    { margin: [0, 28, 0, 0], text: `Please name ${number} with your payment.` },
    { margin: [0, 4, 0, 0], text: `${company.name} thanks you for your order.`, color: '#4b5f63' },
  ];
}
