import { z } from 'zod';
import { Cents, Day, Id, Money, Ratio } from '../../shapes/values.ts';
import { Part } from '../query.ts';

/** A project where it stands. */
export const Position = z.object({
  id: Id,
  code: z.string(),
  name: z.string(),
  kind: z.string(),
  status: z.string(),
  client: z.string().nullable(),
  manager: z.string(),
  contract: Money,
  estimate: Money,
  cost: Money,
  earned: Money,
  billed: Money,
  overbilled: Money,
  progress: z.string(),
  complete: Ratio,
  completeFigure: z.string(),
  margin: Ratio.nullable(),
  marginFigure: z.string(),
  targetEndOn: Day.nullable(),
});
export const Projects = Part.extend({
  rows: z.array(Position),
  totals: z.object({
    contractCents: Cents,
    estimateCents: Cents,
    costCents: Cents,
    earnedCents: Cents,
    billedCents: Cents,
    overbilledCents: Cents,
  }),
  /** How many projects there are, whichever are shown. */
  ofAll: z.int(),
});
