import { z } from 'zod';
import { Id, Typed } from '../../shapes/values.ts';

/** Posted lines with where they belong, as typed. */
export const RecodeForm = z.strictObject({
  lines: z
    .array(
      z.strictObject({
        /** Number of the posted line. */
        line: Id,
        project: Typed,
        code: Typed,
        costType: Typed.default(''),
      }),
    )
    .min(1, 'Name a line.')
    .max(500, 'Code at most 500 lines at once.'),
  reason: Typed.default(''),
});
export type RecodeForm = z.output<typeof RecodeForm>;
