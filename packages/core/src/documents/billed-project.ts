import type { ProjectBilling } from '../billing/schedule.ts';
import { ifFilled, required, type Cell } from '../cells/cell.ts';
import type { PartyId } from '../ledger/ids.ts';
import { isClosed } from '../ledger/project.ts';
import type { TaxCode } from '../ledger/tax-code.ts';
import { found, lookedUp, type Named } from '../lookup/lookup.ts';
import { accepted, following, refused, type Decision } from '../problems/decision.ts';
import type { Catalog } from './catalog.ts';

/** A project that somebody can be billed for, with all that billing it needs to know. */
export interface BilledProject {
  readonly billing: ProjectBilling;
  readonly client: PartyId;
}

/** The project of an invoice: one with a client, and not closed. */
export function billedProject(
  cell: Cell,
  { projects, billings }: Pick<Catalog, 'projects' | 'billings'>,
): Decision<BilledProject> {
  return following(
    required(cell, 'the project', (typed) => lookedUp(projects, typed, 'project')),
    (project) => {
      if (isClosed(project)) {
        return refused({ at: cell.at, kind: 'project-closed', project: project.code, status: project.status });
      }
      const billing = billings.find((each) => each.project === project.id);
      return billing === undefined || billing.client === null
        ? refused({ at: cell.at, kind: 'client-needed', project: project.code })
        : accepted({ billing, client: billing.client });
    },
  );
}

/** The tax code typed, else that of the project; a word for none is `none`. */
export function taxCodeOf(
  cell: Cell,
  billing: ProjectBilling | null,
  { taxCodes }: Pick<Catalog, 'taxCodes'>,
): Decision<TaxCode | null> {
  const usual = taxCodes.find(({ id }) => id === billing?.taxCode) ?? null;
  return ifFilled(cell, usual, (typed): Decision<TaxCode | null> =>
    typed.typed.trim().toLowerCase() === 'none' ? accepted(null) : lookedUp(taxCodes, typed, 'tax code'),
  );
}

/** What is typed, as far as it is found among those: the numbers of projects that are billed, of clients that pay. */
export function numbersNamed<I>(
  typed: readonly string[],
  among: readonly (Named & { readonly id: I })[],
): readonly I[] {
  const names = [...new Set(typed.map((text) => text.trim()).filter((text) => text !== ''))];
  return names.flatMap((name) => {
    const named = found(among, name);
    return named.kind === 'found' ? [named.value.id] : [];
  });
}
