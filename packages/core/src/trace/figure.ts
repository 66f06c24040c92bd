import { isNameableMonth, month, type Month } from '../calendar/month.ts';
import { CONTRACT_ROLES, COST_ROLES, HELD_ROLES, type Role } from '../ledger/account.ts';
import { COST_TYPES, type CostType } from '../ledger/cost-type.ts';

/** Figures that are sums of posted lines: whose accounts, and the sign that makes them read naturally. */
export const POSTED_FIGURES = {
  cost: { title: 'Cost', roles: COST_ROLES, sign: 1 },
  'cost-held': { title: 'Cost held, not yet recognized', roles: HELD_ROLES, sign: 1 },
  'cost-recognized': { title: 'Cost recognized', roles: ['cost-of-revenue', 'internal-projects'], sign: 1 },
  earned: { title: 'Earned', roles: ['revenue'], sign: -1 },
  billed: { title: 'Billed', roles: ['progress-billings'], sign: -1 },
  'contract-net': { title: 'Earned less billed', roles: CONTRACT_ROLES, sign: 1 },
  'loss-expense': { title: 'Expected loss', roles: ['loss-expense'], sign: 1 },
  'loss-provision': { title: 'Loss provision', roles: ['loss-provision'], sign: -1 },
  bank: { title: 'Bank', roles: ['bank'], sign: 1 },
  receivable: { title: 'Receivables', roles: ['receivable'], sign: 1 },
  payable: { title: 'Payables', roles: ['payable'], sign: -1 },
  'labor-clearing': { title: 'Labor clearing', roles: ['labor-clearing'], sign: 1 },
  account: { title: 'Account', roles: [], sign: 1 },
  profit: { title: 'Profit', roles: 'profit-and-loss', sign: -1 },
  revenue: { title: 'Revenue', roles: 'revenue-accounts', sign: -1 },
  'cost-typed': { title: 'Cost in the result', roles: 'cost-in-result', sign: 1 },
  'cost-other': { title: 'Cost without a cost type', roles: 'cost-in-result', sign: 1 },
} as const satisfies Record<string, PostedRule>;

interface PostedRule {
  readonly title: string;
  /** By type where no role says it: `profit-and-loss` is revenue, cost of revenue and expense; `cost-in-result` the last two, less expected loss. */
  readonly roles: readonly Role[] | 'profit-and-loss' | 'revenue-accounts' | 'cost-in-result';
  readonly sign: 1 | -1;
}

/** Figures worked out from other figures. */
export const DERIVED_FIGURES = {
  contract: 'Contract price',
  budget: 'Budget',
  'line-estimate': 'Line at completion',
  estimate: 'Estimate at completion',
  complete: 'Percent complete',
  overbilled: 'Billed less earned',
  'contract-assets': 'Underbilled contracts',
  'contract-liabilities': 'Overbilled contracts',
  'profit-at-completion': 'Gross profit at completion',
  margin: 'Margin at completion',
  'profit-to-date': 'Gross profit to date',
  backlog: 'Backlog',
  'cost-to-complete': 'Cost to complete',
  remaining: 'Budget left',
  variance: 'Variance at completion',
} as const;

export type PostedName = keyof typeof POSTED_FIGURES;
export type DerivedName = keyof typeof DERIVED_FIGURES;
export type FigureName = PostedName | DerivedName;

/** What a figure is about. `project`: a number, `any` project, or `none`; left out, both. Numbers are those of the books. */
export interface Figure {
  readonly name: FigureName;
  readonly project?: number | 'any' | 'none';
  readonly client?: number;
  readonly account?: number;
  readonly phase?: number | 'none';
  readonly costCode?: number;
  readonly costType?: CostType;
  /** First month counted; left out, from the beginning. */
  readonly from?: Month;
  readonly through: Month;
}

export function isPosted(name: FigureName): name is PostedName {
  return name in POSTED_FIGURES;
}

/** A figure as one word for addresses: `earned.p3.t2027-03`. */
export function figureKey({
  name,
  project,
  client,
  account,
  phase,
  costCode,
  costType,
  from,
  through,
}: Figure): string {
  // Pages make one for each of their figures, so it is put together without lists.
  let key: string = name;
  if (project !== undefined) key += `.p${project}`;
  if (client !== undefined) key += `.c${client}`;
  if (account !== undefined) key += `.a${account}`;
  if (phase !== undefined) key += `.h${phase}`;
  if (costCode !== undefined) key += `.k${costCode}`;
  if (costType !== undefined) key += `.y${costType}`;
  if (from !== undefined) key += `.f${from}`;
  return `${key}.t${through}`;
}

/** Reads `figureKey` back; undefined when the word is none. */
export function figureOf(key: string): Figure | undefined {
  const [name = '', ...parts] = key.split('.');
  if (!Object.hasOwn(POSTED_FIGURES, name) && !Object.hasOwn(DERIVED_FIGURES, name)) return undefined;
  const figure: Record<string, unknown> = { name };
  for (const part of parts) {
    const read = partOf(part);
    if (read === undefined || read[0] in figure) return undefined;
    figure[read[0]] = read[1];
  }
  return 'through' in figure ? (figure as unknown as Figure) : undefined;
}

const NUMBERED: Readonly<Record<string, string>> = {
  p: 'project',
  c: 'client',
  a: 'account',
  h: 'phase',
  k: 'costCode',
};

function partOf(part: string): readonly [string, unknown] | undefined {
  const letter = part.charAt(0);
  const value = part.slice(1);
  const numbered = NUMBERED[letter];
  if (numbered !== undefined) {
    if (/^[1-9]\d{0,14}$/.test(value)) return [numbered, Number(value)];
    if (value === 'none' && (letter === 'p' || letter === 'h')) return [numbered, value];
    return value === 'any' && letter === 'p' ? [numbered, value] : undefined;
  }
  if (letter === 'y' && COST_TYPES.some((type) => type === value)) return ['costType', value];
  if (letter === 'f' && isNameableMonth(value)) return ['from', month(value)];
  return letter === 't' && isNameableMonth(value) ? ['through', month(value)] : undefined;
}
