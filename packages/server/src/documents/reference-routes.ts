import { isPaidFrom } from '@lowtide/core/documents/supplier-bill/paid-from.ts';
import type { Router } from 'express';
import { budgetFigures } from '@lowtide/core/budget/budget-against-actual.ts';
import { COST_TYPE_MARKS } from '@lowtide/core/ledger/cost-type.ts';
import { takesCost } from '@lowtide/core/ledger/project.ts';
import { isKeptByDocuments } from '@lowtide/core/documents/journal/accounts.ts';
import { found } from '@lowtide/core/lookup/lookup.ts';
import { read } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { budgetAgainstActual } from '../projects/budget-queries.ts';
import { projects } from '../company/project-queries.ts';
import { accounts } from '../company/company-queries.ts';
import { equipmentList } from '../overhead/equipment-queries.ts';
import { activities } from '../company/list-queries.ts';
import { costCodes, parties, people, suppliers, taxCodes } from '../company/list-queries.ts';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { lastBillRows, lastWeekRows } from './reference-queries.ts';

/** What a picker shows of anything. */
function named({ id, code, name }: { readonly id: number; readonly code: string; readonly name: string }) {
  return { id, code, name };
}

export function referenceRoutes(router: Router, context: Context): void {
  read(router, context, 'reference', async (db) => {
    const taxes = await taxCodes(db);
    return {
      suppliers: (await parties(db, 'supplier')).map(named),
      clients: (await parties(db, 'client')).map(named),
      employees: (await people(db)).map(named),
      equipment: (await equipmentList(db)).map(named),
      activities: (await activities(db)).map(named),
      projects: (await projects(db)).map((project) => ({
        id: project.id,
        code: project.code,
        name: project.name,
        kind: project.kind,
        status: project.status,
        takesCost: takesCost(project),
        taxCode: taxes.find(({ id }) => id === project.taxCode)?.code ?? null,
        phases: project.phases.map(named),
      })),
      costCodes: [...(await costCodes(db))],
      paidFrom: (await accounts(db)).filter(isPaidFrom).map(named),
      accounts: (await accounts(db)).map((account) => ({ ...named(account), postable: !isKeptByDocuments(account) })),
      taxCodes: taxes.map(named),
    };
  });

  read(router, context, 'budgetStands', async (db, { query }) => {
    const [project] = await projects(db, query.project);
    const codes = new Map((await costCodes(db)).map((code) => [code.id, code]));
    const rows = await budgetAgainstActual(db, { through: query.through, known: null }, [query.project]);
    return {
      lines: rows
        .filter(({ budget }) => budget !== null)
        .map((row) => {
          const phase = project?.phases.find(({ id }) => id === row.coding.phase);
          const code = codes.get(row.coding.costCode);
          const figures = budgetFigures(row);
          return {
            code: `${phase ? `${phase.code}/` : ''}${code?.code ?? ''}`,
            costType: COST_TYPE_MARKS[row.coding.costType],
            name: code?.name ?? '',
            budgetCents: figures.revised,
            leftCents: figures.remaining,
          };
        }),
    };
  });

  read(router, context, 'lastWeek', async (db, { query }) => ({
    rows: await lastWeekRows(db, mondayOf(query.weekOn)),
  }));
  read(router, context, 'lastBill', async (db, { query }) => {
    const supplier = found(await suppliers(db), query.supplier);
    return { rows: supplier.kind === 'found' ? await lastBillRows(db, supplier.value.id) : [] };
  });
}
