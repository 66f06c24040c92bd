import type { Content } from 'pdfmake';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { ClientLine } from '@lowtide/core/estimate/client-lines.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { amounts, letterFoot, letterHead, printed, type AmountRow } from '../print/letter.ts';
import type { PrintedCompany } from '../company/letterhead-queries.ts';
import type { EstimateRecord } from './estimate-queries.ts';

export interface Proposal {
  readonly estimate: Pick<EstimateRecord, 'number' | 'name' | 'kind' | 'pricedOn'>;
  readonly project: { readonly code: string; readonly name: string; readonly siteAddress: string };
  readonly client: { readonly name: string; readonly address: string };
  readonly lines: readonly ClientLine[];
}

/** The proposal as the client gets it: sections with their lines and prices, and the whole. */
export async function proposalPdf(proposal: Proposal, company: PrintedCompany): Promise<Buffer> {
  const { estimate, project, client } = proposal;
  const what = estimate.kind === 'change' ? `Change order ${estimate.number}` : `Proposal ${estimate.number}`;
  return printed({
    title: `${what}, ${project.code} ${project.name}`,
    author: company.name,
    paper: company.paper,
    content: [
      ...letterHead({
        ...{ company, what, to: client, facts: [`Priced ${dayText(estimate.pricedOn)}`] },
        subject: [`${project.code}  ${project.name}`, project.siteAddress],
      }),
      prices(proposal, company),
      ...letterFoot(company, `Please answer naming ${estimate.number}.`, false),
    ],
  });
}

function prices({ lines }: Proposal, company: PrintedCompany): Content {
  const rows = [...groupedBy(lines, ({ section }) => section)].flatMap(([section, group]): AmountRow[] => [
    { text: section === '' ? 'Work' : section, amount: dollars(sum(group.map(({ price }) => price))), bold: true },
    ...group.map(({ text, price }) => ({ text: text === '' ? 'Work' : text, amount: dollars(price), indent: 12 })),
  ]);
  const total = {
    text: `Total, ${company.currency}`,
    amount: dollars(sum(lines.map(({ price }) => price))),
    bold: true,
  };
  // The total never stands alone on a page.
  const [first, last] = [rows.slice(0, -2), [...rows.slice(-2), total]];
  return { stack: [...(first.length > 0 ? [amounts(first)] : []), { stack: [amounts(last)], unbreakable: true }] };
}
