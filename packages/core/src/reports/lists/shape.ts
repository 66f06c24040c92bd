import { z } from 'zod';
import { COST_TYPES } from '../../ledger/cost-type.ts';
import { DIMENSION_NAMES, type DimensionName } from '../../ledger/dimensions.ts';
import { Cents, Day, Id, Money, Quantity, Ratio } from '../../shapes/values.ts';

/** A line of a project's budget, or a coding with cost that nobody budgeted. */
export const BudgetRow = z.object({
  code: z.string(),
  name: z.string(),
  costType: z.enum(COST_TYPES),
  phase: z.string().nullable(),
  /** Carried at zero margin: its cost shows no progress and earns itself. */
  ...{ budgeted: z.boolean(), isZeroMargin: z.boolean() },
  /** As first budgeted. */
  original: Money,
  changesCents: Cents,
  /** Original and changes. */
  revised: Money,
  actual: Money,
  /** Ordered and not billed yet. */
  committed: Money,
  estimate: Money,
  remaining: Money,
  variance: Money,
  used: Ratio.nullable(),
});

export const BudgetTotals = z.object({
  originalCents: Cents,
  changesCents: Cents,
  actualCents: Cents,
  committedCents: Cents,
  estimateCents: Cents,
  remainingCents: Cents,
  varianceCents: Cents,
});

const CodeShapes = Object.fromEntries(DIMENSION_NAMES.map((name) => [name, z.string().nullable()])) as {
  readonly [D in DimensionName]: z.ZodNullable<z.ZodString>;
};

/** A posted line, as lists show it. */
export const LedgerLine = z.object({
  id: Id,
  documentId: Id,
  documentKind: z.string(),
  documentNumber: z.string(),
  postedOn: Day,
  recordedAt: z.string(),
  account: z.string(),
  projectCode: z.string().nullable(),
  coding: z.string(),
  /** The code of every dimension the line carries. */
  codes: z.object(CodeShapes),
  party: z.string().nullable(),
  text: z.string(),
  quantity: Quantity,
  amountCents: Cents,
});
