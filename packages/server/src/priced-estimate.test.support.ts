import { BLANK_ROW, type EstimateRow } from '@lowtide/core/estimate/estimate-sheet.ts';
import type { Answer } from './http/api.ts';
import type { TestApp } from './small-company.test.support.ts';

export type Head = Answer<'newEstimate'>;

/** 30,000 of cost for 40,000, in two sections, with a contingency the client does not see. */
export const PIER_ROWS: readonly Partial<EstimateRow>[] = [
  {
    section: 'Piles',
    code: 'P/31-250',
    text: 'Timber piles',
    quantity: '100',
    unit: 'each',
    unitCost: '150',
    price: '20,000',
  },
  { code: 'P/31-100', text: 'Driving crew', quantity: '250', unit: 'h', unitCost: '40', unitPrice: '72' },
  { section: 'Deck', code: '31-250', text: 'Planks', cost: '2,000', markup: '100' },
  { code: '31-250', text: 'Contingency', cost: '3,000' },
  { section: 'Discount', text: 'For the county', price: '-2,000' },
];

export const sheetOf = (rows: readonly Partial<EstimateRow>[], usualMarkup = '') => ({
  usualMarkup,
  rows: rows.map((row) => ({ ...BLANK_ROW, ...row })),
});

/** A proposed project with a phase and nothing else; its number. */
export async function addPier(app: TestApp): Promise<number> {
  const fields = {
    ...{
      code: 'PIER',
      name: 'Pier',
      kind: 'client',
      client: 'COUNTY',
      startOn: '2027-01-01',
      targetEndOn: '2027-06-30',
    },
    ...{ status: 'active', method: 'cost-to-cost', costTreatment: 'hold', siteAddress: 'Garrow landing' },
  };
  const { id } = await app.order<{ id: number }>('POST', '/records/project', { fields });
  await app.order('POST', '/records/phase', { fields: { project: 'PIER', code: 'P', name: 'Piling' } });
  return id;
}

/** Begins one and keeps the rows in it. */
export async function priced(
  app: TestApp,
  project: number,
  rows: readonly Partial<EstimateRow>[],
  more: {
    readonly kind?: 'estimate' | 'change';
    readonly name?: string;
    readonly targetEndOn?: string;
    readonly usualMarkup?: string;
  } = {},
): Promise<Head> {
  const { kind = 'estimate', name = '', targetEndOn = '', usualMarkup = '' } = more;
  const begun = await app.order<Head>('POST', `/projects/${project}/estimates`, { kind, name, copyOf: null });
  return app.order('PUT', `/estimates/${begun.id}`, {
    ...{ version: begun.version, name, pricedOn: begun.pricedOn, targetEndOn, sheet: sheetOf(rows, usualMarkup) },
  });
}

export const approvalOf = (version: number, more: Readonly<Record<string, unknown>> = {}) => ({
  ...{ version, agreedOn: '2027-01-10', grouping: 'section', plan: [] },
  ...more,
});

export async function approve(
  app: TestApp,
  { id, version }: Head,
  more: Readonly<Record<string, unknown>> = {},
): Promise<Answer<'approve'>> {
  return app.order('POST', `/estimates/${id}/approval`, approvalOf(version, more));
}
