import { z } from 'zod';
import { ProblemDetails } from '@lowtide/core/shapes/values.ts';

/** Why something did not work, for people: one sentence, and a remark for each field. */
export interface Trouble {
  readonly detail: string;
  readonly problems: readonly { readonly at: string; readonly kind: string; readonly message: string }[];
  readonly status: number;
  /** Whether the server answered at all. */
  readonly answered: boolean;
}

const HttpError = z.object({
  status: z.union([z.number(), z.string()]),
  data: z.unknown().optional(),
  originalStatus: z.number().optional(),
});

/** Reads what the request library threw; problem details keep their words. */
export function troubleOf(error: unknown): Trouble {
  const http = HttpError.safeParse(error);
  if (!http.success)
    return { detail: 'The answer was not understood. Reload the page.', problems: [], status: 0, answered: true };
  const { status, data } = http.data;
  const details = ProblemDetails.safeParse(data);
  if (details.success) {
    const { detail, title, problems = [] } = details.data;
    return { detail: detail ?? title, problems, status: details.data.status, answered: true };
  }
  const answered = typeof status === 'number' || http.data.originalStatus !== undefined;
  const detail = answered
    ? 'The server answered in a way that was not understood. Reload the page.'
    : 'The server cannot be reached. Check that it runs; what you typed is still here.';
  return { detail, problems: [], status: typeof status === 'number' ? status : 0, answered };
}

/** What is said of places that are none of these fields; null where all of it is said beside them. */
export function saidElsewhere({ detail, problems }: Trouble, fields: readonly string[]): string | null {
  if (problems.length === 0) return detail;
  const elsewhere = problems.filter(({ at }) => !fields.includes(at));
  return elsewhere.length === 0 ? null : elsewhere.map(({ message }) => message).join(' ');
}
