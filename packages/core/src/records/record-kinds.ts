import { ACCOUNT_TYPES, ROLES } from '../ledger/account.ts';
import { COST_TYPES } from '../ledger/cost-type.ts';
import { COST_TREATMENTS, METHODS, PROJECT_KINDS, PROJECT_STATUSES } from '../ledger/project.ts';

/** What a field holds; how it is typed, read and drawn follows from it. */
export type FieldKind =
  | { readonly kind: 'text' | 'lines'; readonly most: number }
  | { readonly kind: 'money' | 'quantity' | 'rate' | 'percent' | 'day' | 'month' | 'count' }
  | { readonly kind: 'choice'; readonly choices: readonly string[] }
  | { readonly kind: 'code-of'; readonly record: RecordKind };

export interface Field {
  readonly name: string;
  readonly label: string;
  readonly holds: FieldKind;
  /** `required`: must be filled; `optional`: may be empty; `fixed`: required, and unchangeable once stored. */
  readonly need: 'required' | 'optional' | 'fixed';
  /** One sentence: what it means, for the form and for the list of CSV columns. */
  readonly hint: string;
}

/** What changes a budget line by hand; change orders do by their approval. Neither moves a forecast. */
export const BUDGET_CAUSES = ['correction', 'transfer'] as const;

export type RecordKind = keyof typeof RECORD_KINDS;

const text = (most: number): FieldKind => ({ kind: 'text', most });
const choice = (choices: readonly string[]): FieldKind => ({ kind: 'choice', choices });
const codeOf = (record: string): FieldKind => ({ kind: 'code-of', record: record as RecordKind });

function field(name: string, label: string, holds: FieldKind, [need, hint]: readonly [Field['need'], string]): Field {
  return { name, label, holds, need, hint };
}

const code = field('code', 'Code', text(20), ['fixed', 'Short and unique; what people type.']);
const name = field('name', 'Name', text(120), ['required', 'In full.']);
const reason = field('reason', 'Reason', text(200), ['required', 'Why; whoever reads the figure later will ask.']);
const project = field('project', 'Project', codeOf('project'), ['fixed', 'Code of the project.']);

const partyFields = [
  code,
  name,
  field('address', 'Address', { kind: 'lines', most: 400 }, ['optional', 'As it stands on an envelope.']),
  field('email', 'Email', text(120), ['optional', 'For documents.']),
  field('termsDays', 'Terms, days', { kind: 'count' }, [
    'optional',
    'Days until an invoice or bill is due; empty for 30.',
  ]),
] as const;

/** What is true of a kind of record. */
export interface KindOfRecord {
  readonly one: string;
  readonly many: string;
  readonly fields: readonly Field[];
  /** The field with the day or month from which it counts; it counts from the first open day where that month is locked. */
  readonly countsOn?: string;
}

/** Every kind of record the books are set up with: its fields, in the order of forms and CSV columns. */
export const RECORD_KINDS = {
  account: {
    one: 'Account',
    many: 'Accounts',
    fields: [
      code,
      name,
      field('type', 'Type', choice(ACCOUNT_TYPES), ['required', 'Where it stands in the statements.']),
      field('role', 'Role', choice(Object.keys(ROLES)), ['optional', 'What posting rules use it for.']),
    ],
  },
  'tax-code': {
    one: 'Tax code',
    many: 'Tax codes',
    fields: [
      code,
      name,
      field('rate', 'Rate', { kind: 'percent' }, ['required', 'Percent of net, such as 8.25.']),
      field('recoverable', 'Recoverable', { kind: 'percent' }, [
        'required',
        'Percent of tax on purchases that comes back: 0 makes it cost, 100 input tax.',
      ]),
    ],
  },
  client: { one: 'Client', many: 'Clients', fields: partyFields },
  supplier: { one: 'Supplier', many: 'Suppliers', fields: partyFields },
  employee: {
    one: 'Employee',
    many: 'Employees',
    fields: [
      code,
      name,
      field('jobRole', 'Works as', text(60), ['optional', 'Such as diver or surveyor.']),
      field('costRate', 'Cost rate', { kind: 'rate' }, ['required', 'Loaded cost of an hour, up to 4 decimals.']),
      field('rateFrom', 'Rate from', { kind: 'day' }, ['required', 'First day of this rate; a new day adds a rate.']),
    ],
  },
  'cost-code': {
    one: 'Cost code',
    many: 'Cost codes',
    fields: [
      code,
      name,
      field('parent', 'Under', codeOf('cost-code'), ['optional', 'Code of the heading it stands under.']),
      field('costType', 'Usual cost type', choice(COST_TYPES), [
        'optional',
        'Taken where none is typed; empty for a heading.',
      ]),
    ],
  },
  project: {
    one: 'Project',
    many: 'Projects',
    countsOn: 'actualEndOn',
    fields: [
      code,
      name,
      field('kind', 'Kind', choice(PROJECT_KINDS), ['fixed', 'For a client, or internal.']),
      field('client', 'Client', codeOf('client'), ['optional', 'Code of the client; empty for an internal project.']),
      field('manager', 'Manager', text(60), ['optional', 'Who leads it.']),
      field('startOn', 'Start', { kind: 'day' }, ['required', 'First day of work.']),
      field('targetEndOn', 'Target end', { kind: 'day' }, ['optional', 'When it should be finished.']),
      field('actualEndOn', 'Actual end', { kind: 'day' }, [
        'optional',
        'When it was finished; from then its estimate is its cost.',
      ]),
      field('status', 'Status', choice(PROJECT_STATUSES), ['required', 'Closed and cancelled projects take no cost.']),
      field('priceWhenCancelled', 'Price when cancelled', { kind: 'money' }, [
        'optional',
        'What the client still owes for what was done; empty for what is billed. Read when the project is cancelled.',
      ]),
      field('method', 'Recognition', choice(METHODS), ['required', 'How revenue is earned.']),
      field('costTreatment', 'Cost', choice(COST_TREATMENTS), [
        'fixed',
        'Held in WIP until recognized, or expensed as incurred.',
      ]),
      field('taxCode', 'Tax code', codeOf('tax-code'), ['optional', 'For its invoices.']),
      field('contractPrice', 'Contract price', { kind: 'money' }, [
        'optional',
        'As first agreed; later changes are recorded apart.',
      ]),
      field('siteAddress', 'Site', { kind: 'lines', most: 400 }, ['optional', 'Where the work is.']),
      field('notes', 'Notes', { kind: 'lines', most: 2000 }, ['optional', 'Anything worth keeping.']),
    ],
  },
  phase: {
    one: 'Phase',
    many: 'Phases',
    fields: [
      project,
      code,
      name,
      field('parent', 'Under', text(20), ['optional', 'Code of the phase it stands under.']),
    ],
  },
  'budget-line': {
    one: 'Budget line',
    many: 'Budget lines',
    countsOn: 'effectiveOn',
    fields: [
      project,
      field('phase', 'Phase', text(20), ['optional', 'Code of the phase.']),
      field('costCode', 'Cost code', codeOf('cost-code'), ['fixed', 'Code of the kind of work.']),
      field('costType', 'Cost type', choice(COST_TYPES), ['fixed', 'One of the six.']),
      field('quantity', 'Quantity', { kind: 'quantity' }, ['optional', 'With unit cost it gives the cost.']),
      field('unit', 'Unit', text(12), ['optional', 'Such as h, cy, each.']),
      field('unitCost', 'Unit cost', { kind: 'rate' }, ['optional', 'Up to 4 decimals.']),
      field('cost', 'Cost', { kind: 'money' }, ['optional', 'Left empty, quantity × unit cost.']),
      field('price', 'Price', { kind: 'money' }, ['optional', 'What the client pays for it.']),
      field('effectiveOn', 'As of', { kind: 'day' }, [
        'required',
        'A later day records a change, and the line keeps its history.',
      ]),
      field('reason', 'Reason', text(200), ['optional', 'Why it changed.']),
      field('cause', 'Cause', choice(BUDGET_CAUSES), [
        'optional',
        'What a change is: a correction, or a transfer from another line; a correction where none is typed.',
      ]),
    ],
  },
  'contract-change': {
    one: 'Contract change',
    many: 'Contract changes',
    countsOn: 'effectiveOn',
    fields: [
      project,
      field('effectiveOn', 'As of', { kind: 'day' }, ['required', 'Day from which the contract price is changed.']),
      field('amount', 'Change', { kind: 'money' }, ['required', 'Added to the contract price; negative to deduct.']),
      reason,
    ],
  },
  'estimate-override': {
    one: 'Estimate by hand',
    many: 'Estimates by hand',
    countsOn: 'month',
    fields: [
      project,
      field('month', 'From month', { kind: 'month' }, ['required', 'First month it holds for, as YYYY-MM.']),
      field('amount', 'At completion', { kind: 'money' }, [
        'optional',
        'Whole cost at completion; empty returns to the forecast or the budget.',
      ]),
      reason,
    ],
  },
} as const satisfies Record<string, KindOfRecord>;

export const RECORD_KIND_NAMES = Object.keys(RECORD_KINDS) as readonly RecordKind[];

export function kindOfRecord(kind: RecordKind): KindOfRecord {
  return RECORD_KINDS[kind];
}

export function fieldsOf(kind: RecordKind): readonly Field[] {
  return RECORD_KINDS[kind].fields;
}
