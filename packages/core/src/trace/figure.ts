import { isNameableMonth, month, type Month } from '../calendar/month.ts';
import { CONTRACT_ROLES, COST_ROLES, type Role } from '../ledger/account.ts';
import { DIMENSION_NAMES, DIMENSIONS, type DimensionName, type DimensionValues } from '../ledger/dimensions.ts';
import { MEASURE_NAMES, measureOf, type MeasureName, type MEASURES } from '../ledger/measures.ts';

interface PostedRule {
  readonly title: string;
  /** By type where no role says it: `profit-and-loss` is revenue, cost of revenue and expense; `cost-in-result` the last two, less expected loss. */
  readonly roles: readonly Role[] | 'every account' | 'profit-and-loss' | 'revenue-accounts' | 'cost-in-result';
  readonly sign: 1 | -1;
}

export type MeasureFigure = NonNullable<(typeof MEASURES)[MeasureName]['figure']>['name'];

/** The figures of measures, as those are told. */
const MEASURE_FIGURES = Object.fromEntries(
  MEASURE_NAMES.flatMap((name): readonly (readonly [string, PostedRule])[] => {
    const { figure, of } = measureOf(name);
    return figure === null || of === 'hours of an employee' ? [] : [[figure.name, { title: figure.title, ...of }]];
  }),
) as Readonly<Record<MeasureFigure, PostedRule>>;

/** Figures that are sums of posted lines: whose accounts, and the sign that makes them read naturally. */
export const POSTED_FIGURES = {
  ...MEASURE_FIGURES,
  cost: { title: 'Cost', roles: COST_ROLES, sign: 1 },
  'work-in-process': { title: 'Work in process', roles: ['wip'], sign: 1 },
  'contract-net': { title: 'Net of the contract', roles: CONTRACT_ROLES, sign: 1 },
  'contract-owed': { title: 'Net of the contract, owed to the client', roles: CONTRACT_ROLES, sign: -1 },
  'loss-provision': { title: 'Loss provision', roles: ['loss-provision'], sign: -1 },
  bank: { title: 'Bank', roles: ['bank'], sign: 1 },
  receivable: { title: 'Receivables', roles: ['receivable'], sign: 1 },
  payable: { title: 'Payables', roles: ['payable'], sign: -1 },
  'received-not-billed': { title: 'Received, not billed', roles: ['received-not-billed'], sign: -1 },
  'labor-clearing': { title: 'Labor clearing', roles: ['labor-clearing'], sign: 1 },
  'retention-owed': { title: 'Retention payable', roles: ['retention-payable'], sign: -1 },
  'company-balance': { title: 'Financed by the company', roles: 'every account', sign: 1 },
  account: { title: 'Account', roles: [], sign: 1 },
  profit: { title: 'Profit', roles: 'profit-and-loss', sign: -1 },
  revenue: { title: 'Revenue', roles: 'revenue-accounts', sign: -1 },
  'cost-typed': { title: 'Cost in the result', roles: 'cost-in-result', sign: 1 },
  'cost-other': { title: 'Cost without a cost type', roles: 'cost-in-result', sign: 1 },
} as const satisfies Record<string, PostedRule>;

/** Figures worked out from other figures. */
export const DERIVED_FIGURES = {
  contract: 'Contract price',
  'agreed-price': 'Contract price agreed',
  billable: 'Billable value of the work',
  budget: 'Budget',
  'line-estimate': 'Estimated cost of the line at completion',
  estimate: 'Estimated cost at completion',
  complete: 'Percent complete',
  overbilled: 'Billed less earned',
  'contract-assets': 'Underbilled contracts',
  'contract-liabilities': 'Overbilled contracts',
  'profit-at-completion': 'Gross profit at completion',
  margin: 'Margin at completion',
  'result-margin': 'Margin',
  'profit-to-date': 'Gross profit to date',
  backlog: 'Backlog',
  'cost-to-complete': 'Cost to complete',
  committed: 'Committed',
  remaining: 'Budget left',
  variance: 'Variance at completion',
} as const;

export type PostedName = keyof typeof POSTED_FIGURES;
export type DerivedName = keyof typeof DERIVED_FIGURES;
export type FigureName = PostedName | DerivedName;

type Named<Value> = Value extends number ? number : Value;

/** What a figure says of the ledger's dimensions: a value, `any` value, or `none`; left out, all of it. */
export type FigureDimensions = { readonly [D in DimensionName]?: Named<DimensionValues[D]> | 'any' | 'none' };

/** What a figure is about. Numbers are those of the books. */
export interface Figure extends FigureDimensions {
  readonly name: FigureName;
  readonly client?: number;
  readonly account?: number;
  /** First month counted; left out, from the beginning. */
  readonly from?: Month;
  readonly through: Month;
}

export function isPosted(name: FigureName): name is PostedName {
  return name in POSTED_FIGURES;
}

const LETTERS = DIMENSION_NAMES.map((name) => [name, `.${DIMENSIONS[name].letter}`] as const);

/** A figure as one word for addresses: `earned.p3.t2027-03`. */
export function figureKey(figure: Figure): string {
  // Pages make one for each of their figures, so it is put together without lists.
  let key: string = figure.name;
  for (const [name, letter] of LETTERS) {
    const value = figure[name];
    if (value !== undefined) key += letter + value;
  }
  if (figure.client !== undefined) key += `.c${figure.client}`;
  if (figure.account !== undefined) key += `.a${figure.account}`;
  if (figure.from !== undefined) key += `.f${figure.from}`;
  return `${key}.t${figure.through}`;
}

/** Reads `figureKey` back; undefined when the word is none. */
export function figureOf(key: string): Figure | undefined {
  const [name = '', ...parts] = key.split('.');
  if (!isFigureName(name)) return undefined;
  const read: Record<string, unknown> = {};
  let through: Month | undefined;
  for (const part of parts) {
    const value = partOf(part);
    if (value === undefined || value[0] in read) return undefined;
    read[value[0]] = value[1];
    if (value[0] === 'through') through = value[1] as Month;
  }
  return through === undefined ? undefined : { ...read, name, through };
}

function isFigureName(name: string): name is FigureName {
  return Object.hasOwn(POSTED_FIGURES, name) || Object.hasOwn(DERIVED_FIGURES, name);
}

function partOf(part: string): readonly [string, unknown] | undefined {
  const letter = part.charAt(0);
  const value = part.slice(1);
  const dimension = DIMENSION_NAMES.find((name) => DIMENSIONS[name].letter === letter);
  if (dimension !== undefined) {
    const read = value === 'any' || value === 'none' ? value : DIMENSIONS[dimension].read(value);
    return read === undefined ? undefined : [dimension, read];
  }
  if (letter === 'c' || letter === 'a') {
    return /^[1-9]\d{0,14}$/.test(value) ? [letter === 'c' ? 'client' : 'account', Number(value)] : undefined;
  }
  if (!isNameableMonth(value)) return undefined;
  return letter === 'f' ? ['from', month(value)] : letter === 't' ? ['through', month(value)] : undefined;
}
