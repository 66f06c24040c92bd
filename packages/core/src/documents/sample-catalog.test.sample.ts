import { isoDate } from '../calendar/iso-date.ts';
import { month } from '../calendar/month.ts';
import { codingKey } from '../ledger/dimensions.ts';
import { ROLES, type Account, type Role } from '../ledger/account.ts';
import { accountId, costCodeId, employeeId, partyId, phaseId, projectId, taxCodeId } from '../ledger/ids.ts';
import type { BeforeItIsMeasured, Project } from '../ledger/project.ts';
import { cents } from '../money/cents.ts';
import { quantity, rate } from '../money/quantity.ts';
import { rateBook, type RateRule } from '../rates/applying-rule.ts';
import { ratesOfWhole } from '../rates/hour-rates.ts';
import type { Roles } from '../ledger/roles.ts';
import type { Catalog } from './catalog.ts';

/** Small books that sheets are read against in tests. */
const roleNames = Object.keys(ROLES) as Role[];
export const SAMPLE_ROLES = Object.fromEntries(roleNames.map((role, index) => [role, accountId(index + 1)])) as Roles;

const accounts: readonly Account[] = [
  ...roleNames.map((role, index) => ({
    id: accountId(index + 1),
    code: String(1000 + index),
    name: role,
    type: ROLES[role],
    role,
  })),
  { id: accountId(90), code: '6100', name: 'Rent and yard', type: 'expense', role: null },
];

const project = (id: number, code: string, more: Partial<Project> = {}): Project & BeforeItIsMeasured => ({
  id: projectId(id),
  code,
  name: `Project ${code}`,
  kind: 'client',
  client: partyId(50),
  status: 'active',
  method: 'cost-to-cost',
  costTreatment: 'hold',
  ...{ beforeContract: 'waits', beforeEstimate: 'waits' },
  startOn: isoDate('2027-01-01'),
  actualEndOn: null,
  taxCode: null,
  phases: [],
  ...more,
});

export const GATE = project(1, 'GATE', { phases: [{ id: phaseId(7), code: 'A', name: 'Earthwork', parent: null }] });
export const CLOSED = project(2, 'OLD', { status: 'closed' });
export const TRAINING = project(3, 'TRAIN', {
  kind: 'internal',
  client: null,
  method: 'none',
  costTreatment: 'expense',
});
export const BOAT = project(4, 'BOAT', { kind: 'internal', client: null, method: 'none' });

const stone = { project: GATE.id, phase: phaseId(7), costCode: costCodeId(11), costType: 'material' as const };
const crew = { project: GATE.id, phase: null, costCode: costCodeId(12), costType: 'labor' as const };

/** 40.00 an hour, from 3 March 42.00. */
const SAMPLE_RULES: readonly RateRule[] = [
  { id: 1, employee: 1, effectiveOn: isoDate('2027-01-01'), rates: ratesOfWhole(rate(400_000)) },
  { id: 2, employee: 1, effectiveOn: isoDate('2027-03-03'), rates: ratesOfWhole(rate(420_000)) },
];

const TAXED = { onRetention: 'with the invoice' } as const;

export const SAMPLE: Catalog = {
  workingMonth: month('2027-03'),
  lockedThrough: month('2027-01'),
  currency: 'USD',
  dayOrder: 'month first',
  span: { first: isoDate('2026-01-01'), today: isoDate('2027-03-31'), last: isoDate('2028-03-31') },
  yearBegins: isoDate('2026-01-01'),
  roles: SAMPLE_ROLES,
  accounts,
  suppliers: [
    { id: partyId(1), code: 'STONE', name: 'Norsand Quarry', termsDays: 30, bills: 5, largestBill: cents(1_000_000) },
    { id: partyId(2), code: 'FUEL', name: 'Ullage Marine Fuel', termsDays: 14, bills: 0, largestBill: cents(0) },
    { id: partyId(3), code: 'STEEL', name: 'Kestrin Steelworks', termsDays: 0, bills: 2, largestBill: cents(100) },
  ],
  payrolls: [],
  costRules: SAMPLE_RULES,
  costRates: rateBook(SAMPLE_RULES),
  resources: [],
  equipment: [],
  activities: [],
  usesThere: [],
  employees: [
    {
      id: employeeId(1),
      code: 'E1',
      name: 'A. Brisk',
      jobRole: 'crew',
      usualHours: quantity(400_000),
    },
    { id: employeeId(2), code: 'E2', name: 'T. Callow', jobRole: '', usualHours: quantity(400_000) },
  ],
  projects: [GATE, CLOSED, TRAINING, BOAT],
  costCodes: [
    { id: costCodeId(11), code: '31-250', name: 'Armor stone', costType: 'material' },
    { id: costCodeId(12), code: '31-100', name: 'Earthwork crew', costType: 'labor' },
    { id: costCodeId(13), code: '01-540', name: 'Workboat', costType: 'equipment' },
    { id: costCodeId(14), code: '31-000', name: 'Earthwork', costType: null },
  ],
  taxCodes: [
    { id: taxCodeId(1), code: 'ST', name: 'Sales tax', rateMillionths: 62_500, recoverableMillionths: 0, ...TAXED },
    {
      id: taxCodeId(2),
      code: 'VAT',
      name: 'Input tax',
      rateMillionths: 200_000,
      recoverableMillionths: 1_000_000,
      ...TAXED,
    },
  ],
  sites: [],
  orderPolicy: {
    accruesOnReceipt: false,
    quantity: { warnMillionths: 0, refuseMillionths: null },
    price: { warnMillionths: 0, refuseMillionths: null },
  },
  overBudget: 'warn',
  receiptDifference: cents(0),
  clients: [{ id: partyId(50), code: 'COUNTY', name: 'Garrow County', termsDays: 30 }],
  stands: new Map([
    [
      codingKey(stone),
      {
        budget: cents(500_000),
        actual: cents(400_000),
        committed: cents(0),
        forecast: null,
        ended: false,
        ...{ isBudgeted: true, isZeroMargin: false },
      },
    ],
    [
      codingKey(crew),
      {
        budget: cents(100_000),
        actual: cents(90_000),
        committed: cents(0),
        forecast: null,
        ended: false,
        ...{ isBudgeted: true, isZeroMargin: false },
      },
    ],
  ]),
  knownBills: new Set(['1/n-77']),
  orders: [],
  retainedApart: [],
  billings: [],
  receivables: [],
  unbilledWork: [],
  paidThere: [],
  hoursThere: [],
};
