import { stringify } from 'csv-stringify/sync';
import type { Router } from 'express';
import {
  CSV_REPORTS,
  ENDPOINTS,
  type CsvReport,
  type Endpoint,
  type EndpointName,
} from '@lowtide/core/wire/endpoints.ts';
import { invariant } from '@lowtide/core/problems/invariant.ts';
import type { Db } from '../database/schema.ts';
import type { Answer } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import * as outlook from './outlook-tables.ts';
import * as tables from './report-tables.ts';

/** Every report as a file: RFC 4180, UTF-8, header first. It takes the queries of the screen it is of, and says the same. */
export function csvRoutes(router: Router, context: Context): void {
  for (const report of CSV_REPORTS) {
    router.get(`/reports/${report}.csv`, async (req, res) => {
      const asking = (name: EndpointName) => questions(context, name, req.query);
      const table = await context.books.reader.transaction().execute(async (trx) => REPORTS[report](trx, asking));
      res
        .type('text/csv')
        .attachment(`${report}.csv`)
        .send(stringify([...table.map((row) => [...row])]));
    });
  }
}

type Asking = (name: EndpointName) => (db: Db, more?: Readonly<Record<string, unknown>>) => Promise<unknown>;

/** Asks an endpoint as a request would: parameters and query parsed by its own shapes. */
function questions(context: Context, name: EndpointName, typed: Readonly<Record<string, unknown>>) {
  const endpoint: Endpoint = ENDPOINTS[name];
  return async (db: Db, more: Readonly<Record<string, unknown>> = {}): Promise<unknown> => {
    const { id, ...query } = { ...typed, ...more };
    const asked = { params: endpoint.params?.parse({ id }), query: endpoint.query?.parse(query) };
    const answer = context.answers.get(name);
    invariant(answer !== undefined, `${name} answers`);
    return answer(db, asked as never, context.clock.today());
  };
}

const REPORTS: Readonly<Record<CsvReport, (db: Db, asking: Asking) => Promise<tables.Table>>> = {
  projects: async (db, asking) => tables.projectsTable((await asking('projects')(db)) as Answer<'projects'>),
  budget: async (db, asking) => tables.budgetTable((await asking('project')(db)) as Answer<'project'>),
  ledger: async (db, asking) => tables.ledgerTable({ lines: await allLines(db, asking) }),
  'wip-schedule': async (db, asking) => tables.wipTable((await asking('wipSchedule')(db)) as Answer<'wipSchedule'>),
  profitability: async (db, asking) =>
    tables.profitabilityTable((await asking('profitability')(db)) as Answer<'profitability'>),
  'income-statement': async (db, asking) =>
    tables.incomeTable((await asking('incomeStatement')(db)) as Answer<'incomeStatement'>),
  'balance-sheet': async (db, asking) =>
    tables.balanceTable((await asking('balanceSheet')(db)) as Answer<'balanceSheet'>),
  'trial-balance': async (db, asking) =>
    tables.trialTable((await asking('trialBalance')(db)) as Answer<'trialBalance'>),
  'estimate-against-actual': async (db, asking) =>
    outlook.againstTable((await asking('against')(db)) as Answer<'against'>),
  fade: async (db, asking) => outlook.fadeTable((await asking('fade')(db)) as Answer<'fade'>),
  deadlines: async (db, asking) => outlook.deadlinesTable((await asking('deadlines')(db)) as Answer<'deadlines'>),
  portfolio: async (db, asking) => outlook.portfolioTable((await asking('portfolio')(db)) as Answer<'portfolio'>),
};

/** The screen shows a page of lines; the file has them all. */
async function allLines(db: Db, asking: Asking): Promise<Answer<'ledger'>['lines']> {
  const lines: Answer<'ledger'>['lines'] = [];
  for (let more = true; more;) {
    const last = lines.at(-1);
    const page = (await asking('ledger')(db, last ? { after: String(last.id) } : {})) as Answer<'ledger'>;
    lines.push(...page.lines);
    more = page.more;
  }
  return lines;
}
