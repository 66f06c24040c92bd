import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { taxCodeId } from '@lowtide/core/ledger/ids.ts';
import { following } from '@lowtide/core/problems/decision.ts';
import { wording } from '@lowtide/core/problems/wording.ts';
import { ublProblems } from '@lowtide/core/ubl/checked-ubl.ts';
import { readUbl } from '@lowtide/core/ubl/read-ubl.ts';
import { writtenTotals, writtenUbl, type WrittenDocument, type WrittenLine } from '@lowtide/core/ubl/written-ubl.ts';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { xmlText, xmlTree } from '../print/xml.ts';

const LINE: WrittenLine = {
  ...{ id: '1', text: 'Armor stone & "fines" <20 mm', quantity: quantity(100_000), unit: 'TNE', net: cents(46_500) },
  ...{ taxMillionths: 200_000, accountingCost: 'A/31-250', orderLine: null, project: '', costType: '' },
};
const INVOICE: WrittenDocument = {
  ...{ kind: 'invoice', number: 'N-100', issuedOn: isoDate('2027-01-20'), dueOn: isoDate('2027-02-19') },
  ...{ currency: 'USD', supplier: 'Norsand Quarry', customer: 'Test Works', order: 'PO-0001', project: 'GATE' },
  lines: [LINE, { ...LINE, id: '2', net: cents(3_333), taxMillionths: 0 }],
};
const BOOKS = {
  ...{ company: 'Test Works', currency: 'USD' },
  taxCodes: [
    {
      id: taxCodeId(1),
      code: 'VT',
      name: 'Tax',
      rateMillionths: 200_000,
      recoverableMillionths: 0,
      onRetention: 'with the invoice' as const,
    },
  ],
};
const read = (xml: string) => following(xmlTree(xml), readUbl);
const said = (xml: string): readonly string[] => {
  const invoice = read(xml);
  return (invoice.ok ? ublProblems(invoice.value, BOOKS) : invoice.problems).map(({ kind }) => kind);
};

test('what is written is read back the same, and its sums meet its rules', () => {
  const anyLine = fc.record({
    net: fc.integer({ min: 1, max: 90_000_000 }),
    rate: fc.constantFrom(0, 200_000),
    units: fc.integer({ min: 0, max: 10_000_000 }),
    text: fc.string({ minLength: 1, maxLength: 30 }).map((text) => text.replace(/[^\x20-\x7e]/g, 'x').trim() || 'x'),
  });
  fc.assert(
    fc.property(
      fc.array(anyLine, { minLength: 1, maxLength: 8 }),
      fc.constantFrom('invoice' as const, 'credit note' as const),
      (lines, kind) => {
        const document: WrittenDocument = {
          ...INVOICE,
          kind,
          lines: lines.map(({ net, rate, units, text }, place) => ({
            ...LINE,
            ...{ id: String(place + 1), net: cents(net), taxMillionths: rate, quantity: quantity(units), text },
          })),
        };
        const xml = xmlText(writtenUbl(document));
        const back = read(xml);
        expect(said(xml)).toEqual([]);
        expect(back.ok && back.value.totals.payable).toBe(writtenTotals(document.lines).payable);
        expect(back.ok && back.value.lines.map(({ net, text }) => [net, text])).toEqual(
          document.lines.map(({ net, text }) => [net, text]),
        );
      },
    ),
  );
});

describe('a paper that is wrong says how', () => {
  const xml = xmlText(writtenUbl(INVOICE));
  // 465.00 + 33.33 with 20 % of 465.00: 591.33.
  test.each([
    {
      case: 'total',
      change: xml.replace('591.33</cbc:PayableAmount>', '681.33</cbc:PayableAmount>'),
      kinds: ['ubl-total-off'],
    },
    {
      case: 'nothing: a part was paid before, and the rest is rounded',
      change: xml.replace(
        /<cbc:PayableAmount.*<\/cbc:PayableAmount>/,
        '<cbc:PrepaidAmount>91.30</cbc:PrepaidAmount><cbc:PayableRoundingAmount>-0.03</cbc:PayableRoundingAmount>' +
          '<cbc:PayableAmount>500.00</cbc:PayableAmount>',
      ),
      kinds: [],
    },
    { case: 'company', change: xml.replaceAll('Test Works', 'Marl Reach'), kinds: ['other-company'] },
    {
      case: 'currency',
      change: xml.replace('<cbc:DocumentCurrencyCode>USD', '<cbc:DocumentCurrencyCode>EUR'),
      kinds: ['other-currency'],
    },
    { case: 'day', change: xml.replace('2027-01-20', '2027-02-30'), kinds: ['ubl-unreadable'] },
    { case: 'number', change: xml.replaceAll('465.00', '465,00'), kinds: ['ubl-unreadable'] },
    {
      case: 'tax rate',
      change: xml.replaceAll('<cbc:Percent>20</cbc:Percent>', '<cbc:Percent>8</cbc:Percent>'),
      kinds: ['ubl-total-off', 'no-tax-code'],
    },
    { case: 'kind', change: '<Order/>', kinds: ['ubl-unreadable'] },
    { case: 'form', change: xml.slice(0, 900), kinds: ['ubl-unreadable'] },
  ])('$case', ({ change, kinds }) => {
    expect(said(change)).toEqual(kinds);
  });
});

describe('hostile XML is refused, and nothing outside is read', () => {
  const bomb = Array.from({ length: 12 }, (_, n) => `<!ENTITY l${n + 1} "${`&l${n};`.repeat(10)}">`).join('');
  test.each([
    { case: 'entities that grow', xml: `<!DOCTYPE Invoice [<!ENTITY l0 "lol">${bomb}]><Invoice>&l12;</Invoice>` },
    {
      case: 'an entity from a file',
      xml: '<!DOCTYPE I [<!ENTITY f SYSTEM "file:///etc/passwd">]><Invoice><ID>&f;</ID></Invoice>',
    },
    { case: 'a document type elsewhere', xml: '<!DOCTYPE Invoice SYSTEM "http://127.0.0.1:9/x.dtd"><Invoice/>' },
    { case: 'nested without end', xml: '<a>'.repeat(50_000) },
    { case: 'nothing', xml: '' },
  ])('$case', ({ xml }) => {
    expect(said(xml)).toEqual(['ubl-unreadable']);
  });
});

/** How many damaged papers are tried; the long run tries ten thousand. */
const MUTANTS = Number(process.env['MUTANTS'] ?? 1_000);

test('a paper damaged in any way crashes nothing, and gets a reason or is read', () => {
  const xml = xmlText(writtenUbl(INVOICE));
  const place = fc.nat(xml.length - 1);
  const damage = fc.oneof(
    fc
      .record({ at: place, by: fc.string({ maxLength: 6 }) })
      .map(({ at, by }) => xml.slice(0, at) + by + xml.slice(at + 1)),
    fc.record({ at: place, count: fc.nat(200) }).map(({ at, count }) => xml.slice(0, at) + xml.slice(at + count)),
    fc.record({ one: place, other: place }).map(({ one, other }) => xml.slice(0, one) + xml.slice(other)),
    fc
      .constantFrom('999999999999999999', '-1', '1e9', 'NaN', '0.001', '&#0;', ']]>')
      .map((by) => xml.replaceAll(/\d+\.\d\d/g, by)),
  );
  fc.assert(
    fc.property(damage, (damaged) => {
      const invoice = read(damaged);
      const problems = invoice.ok ? ublProblems(invoice.value, BOOKS) : invoice.problems;
      if (!invoice.ok) expect(problems.length).toBeGreaterThan(0);
      for (const problem of problems) expect(wording(problem)).toMatch(/\./);
    }),
    { numRuns: MUTANTS },
  );
});
