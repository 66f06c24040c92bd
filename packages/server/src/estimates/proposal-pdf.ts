import type { Content, CustomTableLayout, TableCell } from 'pdfmake';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import type { ClientLine } from '@lowtide/core/estimate/client-lines.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { printed } from '../print/letter.ts';
import type { Company } from '../records/company-queries.ts';
import type { EstimateRecord } from './estimate-queries.ts';

export interface Proposal {
  readonly estimate: Pick<EstimateRecord, 'number' | 'name' | 'kind' | 'pricedOn'>;
  readonly project: { readonly code: string; readonly name: string; readonly siteAddress: string };
  readonly client: { readonly name: string; readonly address: string };
  readonly lines: readonly ClientLine[];
}

/** The proposal as the client gets it: sections with their lines and prices, and the whole. */
export async function proposalPdf(proposal: Proposal, company: Company): Promise<Buffer> {
  const { estimate, project } = proposal;
  const title = `${estimate.kind === 'change' ? estimate.number : 'Proposal'}, ${project.code} ${project.name}`;
  return printed({ title, author: company.name, content: [...head(proposal, company), prices(proposal, company)] });
}

function head({ estimate, project, client }: Proposal, company: Company): Content[] {
  const what = estimate.kind === 'change' ? estimate.number : 'Proposal';
  return [
    {
      columns: [
        { text: company.name, fontSize: 13, bold: true },
        { text: what, fontSize: 13, bold: true, alignment: 'right' },
      ],
    },
    {
      margin: [0, 32, 0, 0],
      columns: [
        { text: `${client.name}\n${client.address}` },
        { text: `Priced ${dayText(estimate.pricedOn)}`, alignment: 'right' },
      ],
    },
    {
      margin: [0, 28, 0, 12],
      text: [{ text: `${project.code}  ${project.name}`, bold: true }, `\n${project.siteAddress}`],
    },
  ];
}

function prices({ lines }: Proposal, company: Company): Content {
  const body: TableCell[][] = [...groupedBy(lines, ({ section }) => section)].flatMap(([section, group]) => [
    [
      { text: section === '' ? 'Work' : section, bold: true },
      { text: dollars(sum(group.map(({ price }) => price))), bold: true, alignment: 'right' },
    ],
    ...group.map(({ text, price }): TableCell[] => [
      { text: text === '' ? 'Work' : text, margin: [12, 0, 0, 0] },
      { text: dollars(price), alignment: 'right' },
    ]),
  ]);
  const total: TableCell[] = [
    { text: `Total, ${company.currency}`, bold: true },
    { text: dollars(sum(lines.map(({ price }) => price))), bold: true, alignment: 'right' },
  ];
  // The total never stands alone on a page.
  const [first, last] = [body.slice(0, -2), [...body.slice(-2), total]];
  return { stack: [...(first.length > 0 ? [table(first, false)] : []), table(last, true)] };
}

function table(body: TableCell[][], unbreakable: boolean): Content {
  return { table: { widths: ['*', 120], body, dontBreakRows: true }, layout: LINES, unbreakable };
}

const LINES: CustomTableLayout = {
  hLineWidth: (line) => (line === 0 ? 0 : 0.6),
  vLineWidth: () => 0,
  hLineColor: () => '#b9c3c0',
  paddingTop: () => 2,
  paddingBottom: () => 2,
  paddingLeft: () => 0,
  paddingRight: () => 0,
};
