import { expect, test } from 'vitest';
import { isoDate } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import { cents } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';
import type { Concern, Concerns, Fact, Facts } from './problem.ts';
import { concern, wording } from './wording.ts';

const day = isoDate('2027-03-31');
const march = month('2027-03');
const money = cents(123_456);

/** One of every kind; the type makes a missing one a failure to compile. */
const FACTS: { readonly [K in keyof Facts]: Fact<K> } = {
  missing: { kind: 'missing', field: 'the supplier' },
  'unreadable-number': { kind: 'unreadable-number', typed: 'x' },
  'too-many-decimals': { kind: 'too-many-decimals', typed: '1.234', decimals: 2 },
  'number-too-large': { kind: 'number-too-large', typed: '9e99' },
  'number-not-positive': { kind: 'number-not-positive', field: 'the amount' },
  'number-outside': { kind: 'number-outside', field: 'the hours', least: '0', most: '24' },
  'unreadable-day': { kind: 'unreadable-day', typed: 'soon' },
  'not-a-choice': { kind: 'not-a-choice', typed: 'gold', choices: ['labor', 'material'] },
  'too-long': { kind: 'too-long', field: 'the text', most: 200 },
  'unreadable-picture': { kind: 'unreadable-picture' },
  'copy-failed': { kind: 'copy-failed', reason: 'the disk is full' },
  'day-outside-books': {
    kind: 'day-outside-books',
    day: isoDate('2029-01-01'),
    first: isoDate('2026-01-01'),
    last: day,
  },
  'day-ahead': { kind: 'day-ahead', day, today: day },
  'paid-before': { kind: 'paid-before', day, number: 'B-1', datedOn: day },
  'month-ahead': { kind: 'month-ahead', month: march, current: march },
  'unseen-characters': { kind: 'unseen-characters', field: 'the code' },
  'unknown-code': { kind: 'unknown-code', subject: 'supplier', typed: 'x' },
  'ambiguous-code': { kind: 'ambiguous-code', subject: 'supplier', typed: 'a', among: ['A 1', 'A 2'] },
  'code-taken': { kind: 'code-taken', subject: 'supplier', typed: 'A' },
  'parent-loop': { kind: 'parent-loop', typed: 'A' },
  'days-out-of-order': { kind: 'days-out-of-order', earlier: 'the bill date', later: 'the due date' },
  'month-locked': { kind: 'month-locked', month: march, firstOpenDay: day },
  'control-total-off': { kind: 'control-total-off', control: money, entered: cents(1) },
  'duplicate-bill': { kind: 'duplicate-bill', supplier: 'A', number: '1' },
  'project-closed': { kind: 'project-closed', project: 'P', status: 'closed' },
  'control-account': { kind: 'control-account', account: '1200' },
  'nothing-entered': { kind: 'nothing-entered' },
  'warnings-open': { kind: 'warnings-open', count: 2 },
  'order-stopped': { kind: 'order-stopped', done: 300, of: 20_000 },
  'preview-outdated': { kind: 'preview-outdated' },
  'no-rate': { kind: 'no-rate', employee: 'A', day, project: 'P' },
  'rate-for-nobody': { kind: 'rate-for-nobody' },
  'rate-from-build-up': { kind: 'rate-from-build-up', rate: rate(387_544) },
  'net-pay-apart': { kind: 'net-pay-apart', typed: money, net: money },
  'paid-twice': { kind: 'paid-twice', employee: 'A' },
  'period-paid': { kind: 'period-paid', number: 'P' },
  'true-up-first': { kind: 'true-up-first', number: 'TRU-0001' },
  'nothing-to-true-up': { kind: 'nothing-to-true-up' },
  'more-than-posted': { kind: 'more-than-posted', employee: 'A', day, posted: quantity(1) },
  'corrected-since': { kind: 'corrected-since' },
  'taken-back-twice': { kind: 'taken-back-twice' },
  'leave-on-project': { kind: 'leave-on-project' },
  'rate-typed-twice': { kind: 'rate-typed-twice', row: 3 },
  'nothing-to-re-rate': { kind: 'nothing-to-re-rate' },
  'clock-unreadable': { kind: 'clock-unreadable', typed: '7 o’clock' },
  'clock-backwards': { kind: 'clock-backwards' },
  'clock-overlap': { kind: 'clock-overlap' },
  'clock-too-long': { kind: 'clock-too-long', hours: '26' },
  'too-many-rows': { kind: 'too-many-rows', most: 2000 },
  'no-employee': { kind: 'no-employee' },
  'week-not-open': { kind: 'week-not-open', status: 'submitted' },
  'week-not-approved': { kind: 'week-not-approved', employee: 'A. Brisk', weekOn: isoDate('2027-03-01') },
  'nothing-to-approve': { kind: 'nothing-to-approve' },
  'no-equipment-rate': { kind: 'no-equipment-rate', equipment: 'Workboat', day: isoDate('2027-03-31') },
  'equipment-needs-project': { kind: 'equipment-needs-project' },
  'not-for-equipment': { kind: 'not-for-equipment', field: 'pay' },
  'account-in-pool': { kind: 'account-in-pool', account: '6100', pool: 'YARD' },
  'not-an-expense': { kind: 'not-an-expense', account: '1010' },
  'rate-of-pool': { kind: 'rate-of-pool', base: 'rates' },
  'overhead-twice': { kind: 'overhead-twice', pool: 'YARD' },
  'overhead-in-rates': { kind: 'overhead-in-rates' },
  'pool-in-use': { kind: 'pool-in-use' },
  'nothing-to-apply': { kind: 'nothing-to-apply', month: month('2027-03') },
  'nothing-apart': { kind: 'nothing-apart' },
  'nowhere-to-spread': { kind: 'nowhere-to-spread' },
  'too-many-hours': { kind: 'too-many-hours', employee: 'A', day },
  'month-already-run': { kind: 'month-already-run', month: march },
  'later-month-run': { kind: 'later-month-run', month: march, latest: march },
  'nothing-to-recognize': { kind: 'nothing-to-recognize', month: march },
  'not-latest-run': { kind: 'not-latest-run', latest: march },
  'client-needed': { kind: 'client-needed', project: 'P' },
  'over-contract': { kind: 'over-contract', left: money, asked: money },
  'over-open-amount': { kind: 'over-open-amount', open: money, asked: money },
  'already-reversed': { kind: 'already-reversed', number: '1' },
  settled: { kind: 'settled', number: '1', settled: money },
  'reverse-elsewhere': { kind: 'reverse-elsewhere', what: 'Recognition run', where: 'on the page Earning' },
  'unbalanced-journal': { kind: 'unbalanced-journal', debits: money, credits: cents(1) },
  'role-in-use': { kind: 'role-in-use', role: 'bank', account: '1010' },
  'role-needs-type': { kind: 'role-needs-type', role: 'bank', type: 'asset' },
  'role-not-empty': { kind: 'role-not-empty', role: 'bank' },
  'in-use': { kind: 'in-use', subject: 'project', field: 'kind' },
  'changed-meanwhile': { kind: 'changed-meanwhile', by: 'A', when: '09:14' },
  'file-seen': { kind: 'file-seen', name: 'a.csv', when: '09:14' },
  'file-unreadable': { kind: 'file-unreadable', reason: 'a quote is open' },
  'column-unknown': { kind: 'column-unknown', column: 'x', known: ['code'] },
  'column-missing': { kind: 'column-missing', column: 'code' },
  'reason-needed': { kind: 'reason-needed' },
  'estimate-below-cost': { kind: 'estimate-below-cost', cost: money, estimate: cents(1) },
  'workbook-unreadable': { kind: 'workbook-unreadable', reason: 'it is no workbook' },
  'two-rule': { kind: 'two-rule', columns: ['markup', 'price'] },
  'no-rate-to-price': { kind: 'no-rate-to-price', who: 'Diver', day },
  'code-to-approve': { kind: 'code-to-approve' },
  'section-to-approve': { kind: 'section-to-approve' },
  'nobody-pays': { kind: 'nobody-pays', project: 'P' },
  'plan-off': { kind: 'plan-off', price: money, planned: cents(1) },
  'already-approved': { kind: 'already-approved', number: 'Estimate 1' },
  'begun-otherwise': { kind: 'begun-otherwise', project: 'P' },
  'not-open': { kind: 'not-open', number: 'Change order 1', status: 'rejected' },
  'not-approved-yet': { kind: 'not-approved-yet', project: 'P' },
  'built-upon': { kind: 'built-upon', what: 'costs were posted' },
  'contract-below-zero': { kind: 'contract-below-zero', contract: cents(-5) },
  'already-set-up': { kind: 'already-set-up' },
  'not-set-up': { kind: 'not-set-up' },
  'key-reused': { kind: 'key-reused' },
  'not-there': { kind: 'not-there', subject: 'document' },
  'nothing-to-post': { kind: 'nothing-to-post' },
  'sum-too-large': { kind: 'sum-too-large', of: 'account 1300' },
  'no-cost-to-go-by': { kind: 'no-cost-to-go-by' },
  'no-units': { kind: 'no-units', mixed: true },
  'cost-account-of-project': { kind: 'cost-account-of-project', account: '5010', project: 'P', role: 'wip' },
  'field-unknown': { kind: 'field-unknown', field: 'x', known: ['code'] },
  'billed-not-earned': { kind: 'billed-not-earned', project: 'P', billed: money, earned: cents(1) },
  'cost-still-held': { kind: 'cost-still-held', project: 'P', held: money },
  'loss-still-provided': { kind: 'loss-still-provided', project: 'P', provision: money },
  'over-invoice': { kind: 'over-invoice', number: 'INV-1', left: money, asked: money },
  'other-party': { kind: 'other-party', number: '1', other: '2' },
  'not-signed-in': { kind: 'not-signed-in' },
  'not-allowed': { kind: 'not-allowed', who: ['administrator', 'accountant'] },
  'sign-in-wrong': { kind: 'sign-in-wrong' },
  'sign-in-later': { kind: 'sign-in-later', seconds: 900 },
  'code-wrong': { kind: 'code-wrong' },
  'password-wrong': { kind: 'password-wrong' },
  'password-short': { kind: 'password-short', least: 12 },
  'password-common': { kind: 'password-common' },
  'not-an-email': { kind: 'not-an-email', typed: 'x' },
  'last-administrator': { kind: 'last-administrator' },
  'people-already': { kind: 'people-already' },
  'server-code-wrong': { kind: 'server-code-wrong' },
  'same-side': { kind: 'same-side', number: '1', other: '2' },
};

const CONCERNS: { readonly [K in keyof Concerns]: Concern<K> } = {
  'over-budget': { kind: 'over-budget', budget: money, after: money, code: 'A' },
  unbudgeted: { kind: 'unbudgeted', code: 'A', project: 'P' },
  'unusual-amount': { kind: 'unusual-amount', supplier: 'A', largest: cents(1), amount: money },
  'other-month': { kind: 'other-month', month: march },
  'not-active': { kind: 'not-active', project: 'P', status: 'proposed' },
  'cost-over-estimate': { kind: 'cost-over-estimate', project: 'GATE', cost: money, estimate: cents(1) },
  'no-estimate': { kind: 'no-estimate', project: 'P' },
  'forecast-old': { kind: 'forecast-old', project: 'P', month: march },
  'loss-expected': { kind: 'loss-expected', project: 'P', loss: money },
  'day-ahead': { kind: 'day-ahead', day, today: day },
  'day-to-come': { kind: 'day-to-come', day },
  'posts-later': { kind: 'posts-later', day, postsOn: day },
  'paid-hours-apart': { kind: 'paid-hours-apart', employee: 'A', paid: quantity(1), entered: quantity(2) },
  'paid-not-entered': { kind: 'paid-not-entered', employee: 'A' },
  'entered-not-paid': { kind: 'entered-not-paid', employee: 'A', hours: quantity(1) },
  'period-overlaps': { kind: 'period-overlaps', number: 'P' },
  'hours-there': { kind: 'hours-there', employee: 'A', day, code: '', hours: quantity(80_000) },
  'no-contract': { kind: 'no-contract', project: 'P', cost: money },
  'line-over-forecast': { kind: 'line-over-forecast', project: 'P', code: 'A', cost: money, forecast: cents(1) },
  'forecast-far': { kind: 'forecast-far', estimate: money, expected: cents(1) },
  'counts-on-first-line': { kind: 'counts-on-first-line', field: 'Due' },
  'forecast-below-cost': { kind: 'forecast-below-cost', cost: money, estimate: cents(1) },
};

test.each(Object.values(FACTS))('$kind says what is wrong and what to do', (fact) => {
  const words = wording(fact);
  expect(words).toMatch(/^["A-Z0-9\u2212]/);
  expect(words).toMatch(/[.?:]$/);
  expect(words.length).toBeGreaterThan(20);
  expect(words).not.toMatch(/undefined|NaN|\[object/);
});

test.each(Object.values(CONCERNS))('$kind says why it is worth a look', (warning) => {
  const words = concern(warning);
  expect(words).toMatch(/[.?]$/);
  expect(words).not.toMatch(/undefined|NaN|\[object/);
});

test('a control total says which way it is off', () => {
  expect(wording({ kind: 'control-total-off', control: cents(500), entered: cents(300) })).toContain(
    '2.00 is still missing',
  );
  expect(wording({ kind: 'control-total-off', control: cents(300), entered: cents(500) })).toContain('2.00 too much');
});
