import { describe, expect, test } from 'vitest';
import { isoDate } from '../../calendar/iso-date.ts';
import { NO_DIMENSIONS } from '../../ledger/dimensions.ts';
import { accountId, costCodeId, phaseId } from '../../ledger/ids.ts';
import { cents } from '../../money/cents.ts';
import { quantity } from '../../money/quantity.ts';
import type { Catalog } from '../catalog.ts';
import { BOAT, GATE, SAMPLE, SAMPLE_ROLES } from '../sample-catalog.test.sample.ts';
import { isRecodable, readRecode, type PostedLine } from './read.ts';

/** 642.80 on cost of revenue, without a project. */
const SAND: PostedLine = {
  ...NO_DIMENSIONS,
  ...{ id: 5, account: SAMPLE_ROLES['cost-of-revenue'], amount: cents(64_280), quantity: quantity(140_000) },
  ...{ text: 'Sand, 14 t', postedOn: isoDate('2027-03-15'), isReversed: false, recodedBy: null },
  of: { id: 3, kind: 'bill', number: 'VA-3390' },
};
/** The same held on the gate, as armor stone. */
const STONE: PostedLine = {
  ...SAND,
  ...{ id: 6, account: SAMPLE_ROLES.wip, project: GATE.id, phase: phaseId(7), costCode: costCodeId(11) },
  costType: 'material',
};
const to = (line: number, project: string, code: string, costType = '') => ({ line, project, code, costType });

function read(
  lines: readonly ReturnType<typeof to>[],
  {
    posted = [SAND, STONE],
    reason = 'Taken at the gate',
    ...more
  }: Partial<Catalog> & {
    readonly posted?: readonly PostedLine[];
    readonly reason?: string;
  } = {},
) {
  return readRecode({ lines: [...lines], reason }, posted, { ...SAMPLE, ...more });
}
const kinds = (reading: ReturnType<typeof read>) => reading.problems.map(({ at, kind }) => `${at} ${kind}`);

describe('a line coded otherwise', () => {
  test('is posted with its signs turned, and once more where it belongs; what is in the result stays there', () => {
    const { posting, problems, lines, costs } = read([to(5, 'GATE', 'A/31-250')]);
    expect([problems, lines]).toEqual([[], [5]]);
    expect(costs).toMatchObject([{ project: GATE, cost: 64_280, at: 'lines/0/code' }]);
    expect(posting).toMatchObject({
      ...{ kind: 'recode', number: null, party: null, project: GATE.id, datedOn: '2027-03-31', dueOn: null },
      ...{ gross: 64_280, memo: 'Taken at the gate', effects: [{ kind: 'recoded-lines', lines: [5] }] },
      entries: [
        {
          postedOn: '2027-03-15',
          lines: [
            { account: SAMPLE_ROLES['cost-of-revenue'], amount: -64_280, quantity: -140_000, project: null },
            {
              ...{ account: SAMPLE_ROLES['cost-of-revenue'], amount: 64_280, quantity: 140_000, project: GATE.id },
              ...{ phase: 7, costCode: 11, costType: 'material', text: 'Sand, 14 t' },
            },
          ],
        },
      ],
    });
  });

  test.each([
    { case: 'held, to a project for a client', line: 6, project: 'GATE', code: '31-100', role: 'wip' },
    { case: 'held, to an internal one', line: 6, project: 'BOAT', code: '31-250', role: 'construction-in-progress' },
    { case: 'in the result, to an internal one', line: 5, project: 'TRAIN', code: '31-250', role: 'internal-projects' },
    {
      case: 'in the result, to a project for a client',
      line: 5,
      project: 'GATE',
      code: '31-250',
      role: 'cost-of-revenue',
    },
  ] as const)('$case stays $role', ({ line, project, code, role }) => {
    const [, second] =
      read([to(line, project, code, code === '31-100' ? 'labor' : '')]).posting?.entries[0]?.lines ?? [];
    expect(second?.account).toBe(SAMPLE_ROLES[role]);
  });

  test('comes off the coding it had', () => {
    const { costs } = read([to(6, 'BOAT', '31-250')]);
    expect(costs).toMatchObject([
      { project: GATE, cost: -64_280, coding: { costCode: 11, phase: 7 }, at: 'lines/0/project' },
      { project: BOAT, cost: 64_280, coding: { costCode: 11, phase: null } },
    ]);
  });

  test('of two projects names none; of several days posts an entry a day', () => {
    const later = { ...STONE, postedOn: isoDate('2027-03-16') };
    const { posting } = read([to(5, 'BOAT', '31-250'), to(6, 'TRAIN', '31-250')], { posted: [SAND, later] });
    expect(posting?.project).toBeNull();
    expect(posting?.entries.map(({ postedOn }) => postedOn)).toEqual(['2027-03-15', '2027-03-16']);
    expect(posting?.gross).toBe(128_560);
  });

  test('of a locked month posts on the first open day', () => {
    const old = { ...SAND, postedOn: isoDate('2027-01-15') };
    expect(read([to(5, 'GATE', 'A/31-250')], { posted: [old] }).posting?.entries[0]?.postedOn).toBe('2027-02-01');
  });

  test('of a month after the one worked in is no cost there yet', () => {
    const next = { ...SAND, postedOn: isoDate('2027-04-01') };
    expect(read([to(5, 'GATE', 'A/31-250')], { posted: [next] }).costs).toEqual([]);
  });
});

describe('refused', () => {
  test.each([
    { case: 'a line that is not there', lines: [to(9, 'GATE', 'A/31-250')], problems: ['lines/0 not-there'] },
    { case: 'a project that is none', lines: [to(5, 'NONE', '31-250')], problems: ['lines/0/project unknown-code'] },
    {
      case: 'a line twice',
      lines: [to(5, 'GATE', 'A/31-250'), to(5, 'BOAT', '31-250')],
      problems: ['lines/1 line-twice'],
    },
    { case: 'where it is already', lines: [to(6, 'GATE', 'A/31-250')], problems: ['lines/0 coded-so-already'] },
  ])('$case', ({ lines, problems }) => {
    const reading = read(lines);
    expect(kinds(reading)).toEqual(problems);
    expect(reading.posting).toBeNull();
  });

  test('a line that was coded otherwise already names what did it', () => {
    const { problems } = read([to(5, 'GATE', 'A/31-250')], { posted: [{ ...SAND, recodedBy: 'RC-0004' }] });
    expect(problems).toMatchObject([{ at: 'lines/0', kind: 'recoded-already', number: 'RC-0004' }]);
  });

  test('a line of a kind that follows from something else', () => {
    const { problems } = read([to(5, 'GATE', 'A/31-250')], {
      posted: [{ ...SAND, of: { ...SAND.of, kind: 'hours' } }],
    });
    expect(problems).toMatchObject([{ at: 'lines/0', kind: 'not-recodable', number: 'VA-3390' }]);
  });

  test('a reason longer than two hundred characters', () => {
    expect(kinds(read([to(5, 'GATE', 'A/31-250')], { reason: 'x'.repeat(201) }))).toHaveLength(1);
  });
});

test.each([
  { case: 'cost held', line: STONE, account: SAMPLE_ROLES.wip, may: true },
  { case: 'cost in the result', line: SAND, account: SAMPLE_ROLES['cost-of-revenue'], may: true },
  { case: 'an expense', line: SAND, account: accountId(90), may: true },
  { case: 'a payable', line: SAND, account: SAMPLE_ROLES.payable, may: false },
  {
    case: 'what was reversed',
    line: { ...SAND, isReversed: true },
    account: SAMPLE_ROLES['cost-of-revenue'],
    may: false,
  },
  {
    case: 'what was recoded',
    line: { ...SAND, recodedBy: 'RC-0001' },
    account: SAMPLE_ROLES['cost-of-revenue'],
    may: false,
  },
])('$case may be coded otherwise: $may', ({ line, account, may }) => {
  const found = SAMPLE.accounts.find(({ id }) => id === account);
  expect(found !== undefined && isRecodable(line, found)).toBe(may);
});
