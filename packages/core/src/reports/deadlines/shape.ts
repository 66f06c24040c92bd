import { z } from 'zod';
import { Day, Id, Ratio } from '../../shapes/values.ts';
import { Part } from '../query.ts';

export const Deadlines = Part.extend({
  rows: z.array(
    z.object({
      id: Id,
      code: z.string(),
      name: z.string(),
      manager: z.string(),
      startOn: Day,
      targetEndOn: Day.nullable(),
      /** Null without a target end. */
      timeGone: Ratio.nullable(),
      daysLeft: z.int().nullable(),
      kind: z.enum(['late', 'behind', 'on time', 'open']),
      /** Null where nothing measures it. */
      complete: Ratio.nullable(),
      completeFigure: z.string().optional(),
    }),
  ),
});
