import { projectEffects } from '@lowtide/core/entry/effects.ts';
import type { Catalog } from '@lowtide/core/entry/catalog.ts';
import { COST_TYPE_MARKS } from '@lowtide/core/ledger/cost-type.ts';
import type { Line } from '@lowtide/core/ledger/journal-entry.ts';
import { concern } from '@lowtide/core/problems/wording.ts';
import type { KeptDecimals } from '@lowtide/core/progress/progress.ts';
import type { ProjectPosition } from '@lowtide/core/progress/project-position.ts';
import type { Answer } from '../http/api.ts';
import { remark } from '../http/error-response.ts';
import type { ReadSheet } from './sheet-queries.ts';

type Preview = Answer<'draft'>['preview'];

/** What posting the sheet would do, from the very entries it would post. */
export function preview(read: ReadSheet, positions: readonly ProjectPosition[], kept: KeptDecimals): Preview {
  const { catalog, costs } = read;
  return {
    documents: read.postings.length,
    enteredCents: read.entered,
    missingCents: read.missing,
    hours: read.hours,
    problems: read.problems.map(remark),
    warnings: read.warnings.map((warning) => ({ at: warning.at, kind: warning.kind, message: concern(warning) })),
    posts: postedLines(
      read.postings.flatMap(({ entries }) => entries.flatMap(({ lines }) => lines)),
      catalog,
    ),
    effects: projectEffects(costs, positions, { catalog, kept }).map((effect) => ({
      ...effect,
      budgetLeft: [...effect.budgetLeft],
    })),
  };
}

/** The lines, those of one account, project and coding added up. */
function postedLines(lines: readonly Line[], catalog: Catalog): Preview['posts'] {
  const sums = new Map<string, Preview['posts'][number]>();
  for (const line of lines) {
    const shown = postedLine(line, catalog);
    const key = `${shown.accountCode}/${shown.projectCode}/${shown.coding}/${line.amount < 0 ? 'credit' : 'debit'}`;
    const known = sums.get(key);
    sums.set(key, { ...shown, amountCents: (known?.amountCents ?? 0) + line.amount });
  }
  return [...sums.values()];
}

function postedLine(line: Line, catalog: Catalog): Preview['posts'][number] {
  const account = catalog.accounts.find(({ id }) => id === line.account);
  const project = catalog.projects.find(({ id }) => id === line.project);
  const phase = project?.phases.find(({ id }) => id === line.phase);
  const code = catalog.costCodes.find(({ id }) => id === line.costCode);
  const mark = line.costType === null ? '' : COST_TYPE_MARKS[line.costType];
  return {
    accountCode: account?.code ?? '',
    accountName: account?.name ?? '',
    projectCode: project?.code ?? null,
    coding: `${phase ? `${phase.code}/` : ''}${code?.code ?? ''} ${mark}`.trim(),
    party: catalog.suppliers.find(({ id }) => id === line.party)?.name ?? '',
    amountCents: line.amount,
  };
}
