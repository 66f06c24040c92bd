import type { Router } from 'express';
import type { Project } from '@lowtide/core/ledger/project.ts';
import { read, type Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { positionAnswer } from '../projects/position-row-queries.ts';
import { standingProjects } from '../projects/position-queries.ts';
import { projects } from '../company/project-queries.ts';
import { companyOf } from '../company/company-queries.ts';
import { paidThere } from '../labor/payroll-queries.ts';
import { usesThere } from '../labor/equipment-use-queries.ts';
import { codingStands, hoursThere, sheetBasis } from '../sheets/sheet-basis-queries.ts';

/** What whoever types a sheet reads it against, to work out its preview without asking again. */
export function sheetBasisRoutes(router: Router, context: Context): void {
  read(router, context, 'sheetBasis', async (db, _asked, { today }) => {
    const { percentDecimals } = await companyOf(db);
    const basis = await sheetBasis(db, await projects(db), today);
    return {
      lockedThrough: basis.lockedThrough,
      currency: basis.currency,
      dayOrder: basis.dayOrder,
      span: basis.span,
      yearBegins: basis.yearBegins,
      percentDecimals,
      accounts: [...basis.accounts],
      suppliers: [...basis.suppliers],
      clients: [...basis.clients],
      employees: [...basis.employees],
      equipment: basis.equipment.map((each) => ({ ...each, rates: [...each.rates] })),
      activities: [...basis.activities],
      costRules: [...basis.costRules],
      payrolls: [...basis.payrolls],
      projects: basis.projects.map(projectAnswer),
      costCodes: [...basis.costCodes],
      taxCodes: [...basis.taxCodes],
      sites: [...basis.sites],
      orderPolicy: basis.orderPolicy,
      ...{ overBudget: basis.overBudget, receiptDifference: basis.receiptDifference },
    };
  });
  // Asked with POST for its list of projects, but it writes nothing and needs no key.
  read(router, context, 'projectStands', async (db, { body: { through, projects: named } }) => {
    const positions = [];
    for (const project of named) {
      const [standing] = await standingProjects(db, { through, known: null }, { only: project });
      if (standing) positions.push(positionAnswer(standing.position));
    }
    return { stands: [...(await codingStands(db, through, named))], positions };
  });
  read(router, context, 'hoursThere', async (db, { query }) => ({
    rows: [...(await hoursThere(db, query))],
    uses: [...(await usesThere(db, query))],
    paid: (await paidThere(db, query)).map((each) => ({ ...each, employees: [...each.employees] })),
  }));
}

function projectAnswer(project: Project): Answer<'sheetBasis'>['projects'][number] {
  const { id, code, name, kind, client, status, method, costTreatment, startOn, actualEndOn, taxCode } = project;
  return {
    ...{ id, code, name, kind, client, status, method, costTreatment, startOn, actualEndOn, taxCode },
    phases: [...project.phases],
  };
}
