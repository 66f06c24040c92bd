import { describe, expect, test } from 'vitest';
import { stageOn } from '../progress/stage.ts';
import { isoDate } from '../calendar/iso-date.ts';
import { cents, MOST_SUM } from '../money/cents.ts';
import type { ProjectPosition } from '../progress/project-position.ts';
import type { Catalog } from './catalog.ts';
import { sheetPreview } from './preview.ts';
import { GATE, SAMPLE, SAMPLE_ROLES } from './sample-catalog.test.sample.ts';
import { sheetKind, type Sheet } from './sheets.ts';

const BILL = {
  ...{ supplier: 'STONE', number: 'N-1', datedOn: '2027-03-30', dueOn: '', total: '', project: 'GATE' },
  ...{ code: 'A/31-250', costType: '', net: '900', tax: '', text: '' },
  ...{ order: '', quantity: '', spread: '', retention: '', paid: '' },
};
const bills = (rows: readonly Partial<typeof BILL>[], controlTotal = ''): Sheet => ({
  ...{ kind: 'bills', controlTotal, shows: [] },
  rows: rows.map((row) => ({ ...BILL, ...row })),
});
const position = (more: Partial<ProjectPosition> = {}): ProjectPosition => ({
  project: GATE,
  ...{
    contract: cents(1_000_000),
    included: cents(0),
    budget: cents(600_000),
    lineEstimates: cents(600_000),
    forecastMonth: null,
  },
  zeroMargin: { cost: cents(0), estimate: cents(0) },
  ...{
    override: null,
    costToDate: cents(490_000),
    earned: cents(0),
    billed: cents(0),
    billable: cents(0),
    ...{ told: null, toldOn: null, wasted: cents(0) },
    ...{ provision: cents(0), split: null, phaseEarned: [] },
  },
  stage: stageOn(isoDate('2027-03-31'), GATE),
  ...more,
});
const preview = (sheet: Sheet, catalog: Catalog = SAMPLE, positions: readonly ProjectPosition[] = [position()]) =>
  sheetPreview(sheetKind(sheet.kind).read(sheet, catalog), catalog, { positions, kept: null });
const codeOf = (role: keyof typeof SAMPLE_ROLES): string =>
  SAMPLE.accounts.find(({ id }) => id === SAMPLE_ROLES[role])?.code ?? '';

describe('the preview of a sheet', () => {
  test('says what it posts: accounts, projects, codings and parties by their names, one line for each', () => {
    const { posts, documents, enteredCents, missingCents } = preview(
      bills(
        [{}, { number: 'N-2', net: '100' }, { number: 'N-3', supplier: 'FUEL', project: '', code: '6100', net: '50' }],
        '1,100',
      ),
    );
    expect([documents, enteredCents, missingCents]).toEqual([3, 105_000, 5_000]);
    expect(posts).toEqual([
      {
        ...{ accountCode: codeOf('wip'), accountName: 'wip', projectCode: 'GATE', coding: 'A/31-250 MAT' },
        ...{ party: 'Norsand Quarry', amountCents: 100_000 },
      },
      {
        ...{ accountCode: codeOf('payable'), accountName: 'payable', projectCode: 'GATE', coding: '' },
        ...{ party: expect.any(String), amountCents: -100_000 },
      },
      {
        ...{ accountCode: '6100', accountName: 'Rent and yard', projectCode: null, coding: '' },
        ...{ party: expect.any(String), amountCents: 5_000 },
      },
      {
        ...{ accountCode: codeOf('payable'), accountName: 'payable', projectCode: null, coding: '' },
        ...{ party: expect.any(String), amountCents: -5_000 },
      },
    ]);
  });

  test('keeps debits and credits to one account apart', () => {
    const { posts } = preview(bills([{ net: '900' }, { number: 'N-2', net: '-100' }]));
    expect(posts.map(({ accountCode, amountCents }) => [accountCode, amountCents])).toEqual([
      [codeOf('wip'), 90_000],
      [codeOf('payable'), -90_000],
      [codeOf('wip'), -10_000],
      [codeOf('payable'), 10_000],
    ]);
  });

  test('says what it does to each project: cost, estimate, progress, margin and what is left in its lines', () => {
    const [effect] = preview(bills([{ net: '1,500' }])).effects;
    // Budget 5,000 with 4,000 spent: 1,500 more overruns it by 500, and the estimate of 6,000 with it.
    expect(effect).toMatchObject({
      code: 'GATE',
      cost: { before: 490_000, after: 640_000 },
      estimate: { before: 600_000, after: 650_000 },
      complete: {
        before: { numerator: 490_000, denominator: 600_000 },
        after: { numerator: 640_000, denominator: 650_000 },
      },
      margin: { before: { numerator: 400_000 }, after: { numerator: 350_000 } },
      budgetLeft: [{ label: 'A/31-250 material', left: { before: 100_000, after: -50_000 } }],
    });
  });

  test('has problems and warnings in words, at their cells', () => {
    const { problems, warnings } = preview(bills([{ project: 'NONE' }, { number: 'N-2', net: '1,500' }]));
    expect(problems).toEqual([
      { at: 'rows/0/project', kind: 'unknown-code', message: expect.stringContaining('NONE') },
    ]);
    expect(warnings).toEqual([
      { at: 'rows/1/code', kind: 'over-budget', message: expect.stringContaining('A/31-250') },
    ]);
  });

  test('of hours says how many there are', () => {
    const row = {
      employee: 'E1',
      project: 'GATE',
      code: '31-100',
      costType: '',
      pay: '',
      billable: '',
      activity: '',
      text: '',
    };
    const sheet: Sheet = {
      kind: 'hours',
      weekOn: isoDate('2027-03-01'),
      rows: [{ ...row, days: ['8', '', '', '', '', '', ''] }],
    };
    const { hours, missingCents, posts } = preview(sheet);
    expect([hours, missingCents]).toEqual([80_000, null]);
    expect(posts.map(({ accountCode, coding, amountCents }) => [accountCode, coding, amountCents])).toEqual([
      [codeOf('wip'), '31-100 LAB', 32_000],
      [codeOf('labor-clearing'), '', -32_000],
    ]);
  });

  test('says nothing of effects where sums are beyond what can be added up, nor of projects it knows no position of', () => {
    const most = cents(MOST_SUM - 1_000_000 - 600_000 - 90_000);
    expect(preview(bills([{}]), SAMPLE, [position({ costToDate: most })]).effects).toHaveLength(1);
    expect(preview(bills([{}]), SAMPLE, [position({ costToDate: cents(most + 1) })]).effects).toEqual([]);
    const deep = cents(-most - 1);
    expect(preview(bills([{}]), SAMPLE, [position({ costToDate: deep })]).effects).toEqual([]);
    expect(preview(bills([{}]), SAMPLE, [position({ lineEstimates: cents(-MOST_SUM) })]).effects).toEqual([]);
    expect(preview(bills([{}]), SAMPLE, [position({ contract: cents(-MOST_SUM) })]).effects).toEqual([]);
    expect(preview(bills([{}]), SAMPLE, []).effects).toEqual([]);
  });
});
