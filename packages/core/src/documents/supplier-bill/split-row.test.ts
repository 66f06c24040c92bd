import * as fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { BLANK_BILL_ROW, type BillRow } from './form.ts';
import { splitRow, type SplitBy, type SplitPart } from './split-row.ts';

const ROW: BillRow = {
  ...BLANK_BILL_ROW,
  ...{ supplier: 'STONE', number: 'N-1', datedOn: '3/30', total: '1,000', net: '1,000.00', tax: 'ST', text: 'Crane' },
};
const part = (share: string, project = 'GATE'): SplitPart => ({ project, code: '31-100', costType: '', share });
const split = (by: SplitBy, ...shares: readonly string[]) =>
  splitRow(
    ROW,
    shares.map((share) => part(share)),
    { by, currency: 'USD' },
  );
const nets = (by: SplitBy, ...shares: readonly string[]) => {
  const read = split(by, ...shares);
  return read.ok ? read.value.map(({ net }) => net) : read.problems.map(({ at, kind }) => `${at} ${kind}`);
};

describe('a line over several projects', () => {
  test.each([
    { case: 'by amounts', by: 'amounts', shares: ['600', '=300+100'], is: ['600.00', '400.00'] },
    {
      case: 'by percent',
      by: 'percent',
      shares: ['33.3333', '33.3333', '33.3334'],
      is: ['333.33', '333.33', '333.34'],
    },
    // Thirds of 1,000.00: the cent goes to the first.
    { case: 'by hours', by: 'hours', shares: ['7', '7', '7'], is: ['333.34', '333.33', '333.33'] },
    { case: 'by unequal hours', by: 'hours', shares: ['1.5', '0.5'], is: ['750.00', '250.00'] },
    { case: 'amounts that miss the line', by: 'amounts', shares: ['600', '300'], is: ['parts split-off'] },
    { case: 'percents that are not 100', by: 'percent', shares: ['50', '40'], is: ['parts split-off'] },
    { case: 'hours of nothing', by: 'hours', shares: ['0', '0'], is: ['parts spread-on-nothing'] },
    { case: 'a share that is none', by: 'hours', shares: ['x', '1'], is: ['parts/0/share unreadable-number'] },
    { case: 'a share left out', by: 'hours', shares: ['1', ''], is: ['parts/1/share missing'] },
    { case: 'another currency', by: 'amounts', shares: ['EUR 600', '400'], is: ['parts/0/share other-currency'] },
  ] as const)('$case', ({ by, shares, is }) => {
    expect(nets(by, ...shares)).toEqual(is);
  });

  test('the first part keeps the head of the bill, each the tax and text of the line', () => {
    const read = splitRow({ ...ROW, quantity: '4' }, [part('1'), part('1', 'DUNE')], {
      by: 'hours',
      currency: 'USD',
    });
    expect(read).toMatchObject({
      value: [
        { supplier: 'STONE', number: 'N-1', total: '1,000', project: 'GATE', quantity: '' },
        { supplier: '', number: '', total: '', project: 'DUNE', tax: 'ST', text: 'Crane' },
      ],
    });
  });

  test('a line of an order is coded by its order, and stays whole', () => {
    const read = splitRow({ ...ROW, order: 'PO-0001/1' }, [part('1')], { by: 'hours', currency: 'USD' });
    expect(read).toMatchObject({ problems: [{ kind: 'coded-by-order' }] });
  });

  test('parts with nothing in them are passed over; without any there is nothing to split', () => {
    const blank = { project: '', code: '', costType: '', share: '' };
    const read = splitRow(ROW, [blank, part('1'), blank], { by: 'hours', currency: 'USD' });
    expect(read.ok && read.value.length).toBe(1);
    expect(splitRow(ROW, [blank], { by: 'hours', currency: 'USD' }).ok).toBe(false);
  });

  test('comes to the line to the cent, whatever the hours', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 10_000_000 }),
        fc.array(fc.integer({ min: 1, max: 1_000 }), { minLength: 1, maxLength: 12 }),
        (amount, hours) => {
          const net = `${Math.floor(amount / 100)}.${String(amount % 100).padStart(2, '0')}`;
          const read = splitRow(
            { ...ROW, net },
            hours.map((each) => part(String(each))),
            {
              by: 'hours',
              currency: 'USD',
            },
          );
          const inCents = read.ok ? read.value.map((row) => Math.round(Number(row.net) * 100)) : [];
          expect(inCents.reduce((all, each) => all + each, 0)).toBe(amount);
        },
      ),
    );
  });
});
