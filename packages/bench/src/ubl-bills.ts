import { join } from 'node:path';
import { isoDate, plusDays } from '@lowtide/core/calendar/iso-date.ts';
import { month } from '@lowtide/core/calendar/month.ts';
import type { Posting } from '@lowtide/core/documents/posting.ts';
import { Sheet } from '@lowtide/core/documents/sheets.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { writtenUbl } from '@lowtide/core/ubl/written-ubl.ts';
import { openBooks, type Books } from '@lowtide/server/database/open.ts';
import { sheetRead } from '@lowtide/server/sheets/sheet-queries.ts';
import { xmlText } from '@lowtide/server/print/xml.ts';
import { openByHand, poster } from './by-hand.ts';
import { ordering, type Order } from './ordering.ts';
import { compared, timed, timing, type Compared } from './measure.ts';

const TODAY = isoDate('2027-01-31');
const MONTH = month('2027-01');
const BILLS = 1_000;
const LINES = 20;
const SUPPLIERS = 25;

/** Books with a company, 25 suppliers, 20 projects and a code. */
async function emptyBooks(path: string): Promise<Books> {
  const books = await openBooks(path);
  const order = ordering(books, TODAY);
  await books.writer.transaction().execute(async (trx) => {
    const company = { name: 'Bench', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null };
    const policies = { forecastMonths: 1, dayOrder: 'month first', approveHours: false, firstMonth: MONTH };
    await order(trx, 'setUp', { body: { ...company, ...policies } });
    const record = (kind: string, fields: object) => order(trx, 'addRecord', { params: { kind }, body: { fields } });
    await record('cost-code', { code: '31-250', name: 'Stone', costType: 'material' });
    for (let place = 0; place < SUPPLIERS; place += 1) {
      await record('supplier', { code: `S${place}`, name: `Supplier ${place}` });
    }
    const project = {
      kind: 'internal',
      startOn: '2027-01-01',
      status: 'active',
      method: 'none',
      costTreatment: 'hold',
    };
    for (let place = 0; place < LINES; place += 1) {
      await record('project', { ...project, code: `P${place}`, name: `Project ${place}` });
    }
  });
  return books;
}

/** Bills of 20 lines as their suppliers would send them: each line coded by its accounting cost. */
function papers(): readonly string[] {
  return Array.from({ length: BILLS }, (_, bill) =>
    xmlText(
      writtenUbl({
        ...{ kind: 'invoice', number: `N-${bill}`, issuedOn: TODAY, dueOn: plusDays(TODAY, 30), currency: 'USD' },
        ...{ supplier: `Supplier ${bill % SUPPLIERS}`, customer: 'Bench', order: '', project: `P${bill % LINES}` },
        lines: Array.from({ length: LINES }, (__, line) => ({
          ...{ id: String(line + 1), text: `Line ${line + 1}`, quantity: quantity(10_000), unit: '' },
          ...{
            net: cents(10_000 + 100 * line + bill),
            taxMillionths: 0,
            accountingCost: '31-250',
            orderLine: null,
            project: '',
            costType: '',
          },
        })),
      }),
    ),
  );
}

/** Each bill taken in, put on a sheet with its paper, and posted: what the application does when somebody works through them. */
async function worked(books: Books, order: Order, bills: readonly string[]): Promise<void> {
  await books.writer.transaction().execute(async (trx) => {
    for (const [place, xml] of bills.entries()) {
      const { id } = await order<{ id: number }>(trx, 'takeMessage', { body: { name: `${place}.xml`, xml } });
      const { draft } = await order<{ draft: number }>(trx, 'useMessage', { params: { id: String(id) } });
      const body = { month: MONTH, version: 1, acceptWarnings: true };
      await order(trx, 'postDraft', { params: { id: String(draft) }, body });
    }
  });
}

/** What the same bills post, for whoever writes it by hand. */
async function posted(books: Books, order: Order, bills: readonly string[]): Promise<readonly Posting[]> {
  const found: Posting[] = [];
  await books.writer.transaction().execute(async (trx) => {
    for (const [place, xml] of bills.entries()) {
      const { id } = await order<{ id: number }>(trx, 'takeMessage', { body: { name: `${place}.xml`, xml } });
      const { draft } = await order<{ draft: number }>(trx, 'useMessage', { params: { id: String(id) } });
      const { sheet } = await trx.selectFrom('draft').select('sheet').where('id', '=', draft).executeTakeFirstOrThrow();
      const { reading } = await sheetRead(trx, { month: MONTH, today: TODAY }, Sheet.parse(JSON.parse(sheet)));
      if (reading.problems.length > 0) throw new Error(JSON.stringify(reading.problems[0]));
      found.push(...reading.postings);
    }
  });
  return found;
}

/** A thousand bills of 20 lines as UBL, read, matched and posted, against the same rows inserted by hand. */
export async function ublBills(directory: string): Promise<Compared> {
  const [ours, byHand]: [number[], number[]] = [[], []];
  const bills = papers();
  const other = await emptyBooks(join(directory, 'ubl-known.sqlite'));
  const known = await posted(other, ordering(other, TODAY), bills);
  await other.close();
  for (let round = 0; round < 3; round += 1) {
    const books = await emptyBooks(join(directory, `ubl-${round}.sqlite`));
    ours.push(await timed(() => worked(books, ordering(books, TODAY), bills)));
    await books.close();
    const path = join(directory, `ubl-hand-${round}.sqlite`);
    await (await emptyBooks(path)).close();
    const file = openByHand(path);
    byHand.push(await timed(() => poster(file)(known)));
    file.close();
  }
  return compared(`${BILLS} bills of ${LINES} lines as UBL, read, matched, posted`, [timing(ours), timing(byHand)], 20);
}
