import type { Router } from 'express';
import { mondayOf } from '@lowtide/core/calendar/iso-date.ts';
import { takesCost } from '@lowtide/core/ledger/project.ts';
import { equipmentList } from '../overhead/equipment-queries.ts';
import { lastWeekRows } from '../documents/reference-queries.ts';
import { write } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { projects } from '../company/project-queries.ts';
import { clockFile } from './time-clock.ts';

const MOST_PEOPLE = 12;

/** In the demo, a time clock: people work where they did the week before. */
export function clockStandInRoutes(router: Router, context: Context): void {
  write(router, context, 'clock', async (trx, { body }) => {
    if (!context.demo) throw new Refusal([{ at: '', kind: 'not-there', subject: 'record' }], 404);
    const weekOn = mondayOf(body.weekOn);
    const machines = new Set((await equipmentList(trx)).map(({ code }) => code));
    const rows = (await lastWeekRows(trx, weekOn)).filter(({ pay, employee }) => pay === '' && !machines.has(employee));
    const people = [...new Map(rows.map((row) => [row.employee, row])).values()].slice(0, MOST_PEOPLE);
    const closed = (await projects(trx)).find((project) => !takesCost(project))?.code ?? '';
    const work = people.map(({ employee, project, code }) => ({ badge: employee, project, code }));
    return { name: `clock-${weekOn}.csv`, csv: clockFile(weekOn, work, closed) };
  });
}
