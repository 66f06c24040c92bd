import { z } from 'zod';
import { Cents, Id, Month } from '../../shapes/values.ts';
import { Part, ReportQuery } from '../query.ts';

export const SupplierSpendQuery = ReportQuery.extend({ from: Month });

/** What was bought of each supplier for each project, tax that does not come back included. */
export const SupplierSpend = Part.extend({
  rows: z.array(
    z.object({
      ...{ supplierId: Id.nullable(), supplier: z.string(), projectId: Id.nullable(), project: z.string() },
      ...{ projectName: z.string(), costCents: Cents, documents: z.int() },
    }),
  ),
  totalCents: Cents,
});
