import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import express, { type Express, type NextFunction, type Request, type Response } from 'express';
import { rateLimit } from 'express-rate-limit';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { attachmentRoutes } from './attachments/attachment-routes.ts';
import { backupRoutes } from './backup/backup-routes.ts';
import { auditRoutes } from './people/audit-routes.ts';
import { billingRoutes } from './billing/billing-routes.ts';
import { creditRoutes } from './billing/credit-routes.ts';
import { unpaidRoutes } from './billing/unpaid-routes.ts';
import { invoiceFileRoutes } from './billing/invoice-file-routes.ts';
import type { Books } from './database/open.ts';
import { nothingKept } from './keeping/kept-by-project-queries.ts';
import { documentRoutes } from './documents/document-routes.ts';
import { settlementRoutes } from './documents/settlement-routes.ts';
import { sheetApprovalRoutes } from './documents/sheet-approval-routes.ts';
import { draftRoutes } from './documents/draft-routes.ts';
import { referenceRoutes } from './documents/reference-routes.ts';
import { sheetBasisRoutes } from './documents/sheet-basis-routes.ts';
import { EFFECT_STORES } from './effect-stores.ts';
import { estimateFileRoutes } from './estimates/estimate-file-routes.ts';
import { estimateRoutes } from './estimates/estimate-routes.ts';
import { forecastRoutes } from './forecasts/forecast-routes.ts';
import { readerNoteRoutes } from './projects/reader-note-routes.ts';
import { toldForecastRoutes } from './forecasts/told-forecast-routes.ts';
import { frameRoutes } from './frame/frame-routes.ts';
import type { Apart, Clock, Context } from './http/context.ts';
import { errorResponse } from './http/error-response.ts';
import { knownHosts } from './http/hosts.ts';
import { jsonBody } from './http/json-body.ts';
import { requestLog } from './http/request-log.ts';
import { pointerTo, problem, sendProblem, type RemarkWithPointer } from './http/problem-details.ts';
import { writtenText } from './http/written-text.ts';
import { longOrders } from './http/long-orders.ts';
import { progressRoutes } from './http/progress-routes.ts';
import { healthRoutes } from './health/health-routes.ts';
import { openApiDocument } from './http/openapi.ts';
import { ledgerRoutes } from './ledger/ledger-routes.ts';
import { accountRoutes } from './people/account-routes.ts';
import { peopleRoutes } from './people/people-routes.ts';
import { sessionRoutes } from './people/session-routes.ts';
import { whoAsks } from './people/who-asks.ts';
import { projectFileRoutes } from './projects/project-file-routes.ts';
import { projectRoutes } from './projects/project-routes.ts';
import { recognitionRoutes } from './recognition/recognition-routes.ts';
import { ownWeekRoutes } from './timesheets/own-week-routes.ts';
import { timesheetRoutes } from './timesheets/timesheet-routes.ts';
import { clockStandInRoutes } from './stand-ins/clock-stand-in-routes.ts';
import { clockRoutes } from './clock/clock-routes.ts';
import { orderRoutes } from './orders/order-routes.ts';
import { strayRoutes } from './strays/stray-routes.ts';
import { retentionRoutes } from './orders/retention-routes.ts';
import { clientAnswerRoutes } from './client-answers/answer-routes.ts';
import { variableAmountRoutes } from './projects/variable-amount-routes.ts';
import { whatIfRoutes } from './what-if/what-if-routes.ts';
import { wastedCostRoutes } from './projects/wasted-cost-routes.ts';
import { obligationRoutes } from './projects/obligation-routes.ts';
import { toldProgressRoutes } from './projects/told-progress-routes.ts';
import { reminderRoutes } from './reminders/reminder-routes.ts';
import { clientInboxRoutes } from './stand-ins/client-inbox-routes.ts';
import { mailboxRoutes } from './mailbox/mailbox-routes.ts';
import { mailboxStandInRoutes } from './stand-ins/mailbox-stand-in-routes.ts';
import { recurringRoutes } from './recurring/recurring-routes.ts';
import { overheadRoutes } from './overhead/overhead-routes.ts';
import { hoursTableRoutes } from './reports/hours-table-routes.ts';
import { liabilityRoutes } from './labor/liability-routes.ts';
import { laborRoutes } from './labor/labor-routes.ts';
import { bureauRoutes } from './stand-ins/bureau-routes.ts';
import { rateTableRoutes } from './rate-tables/rate-table-routes.ts';
import { rateRoutes } from './rate-tables/rate-routes.ts';
import { sheetFileRoutes } from './documents/sheet-file-routes.ts';
import { recordFileRoutes } from './records/record-file-routes.ts';
import { setupRoutes } from './records/setup-routes.ts';
import { reportRoutes } from './reports/report-routes.ts';
import { viewRoutes } from './reports/view-routes.ts';
import { traceRoutes } from './trace/trace-routes.ts';

export interface AppParts {
  readonly books: Books;
  readonly clock: Clock;
  /** What the one is called who uses books without people. */
  readonly user: string;
  /** Everybody at the machine may act as anybody. */
  readonly demo?: boolean;
  /** What the first person types from another machine; left out, nobody may. */
  readonly serverCode?: string;
  /** Where what takes long is read beside everything else; left out, it is read where all is. */
  readonly apart?: Apart;
  readonly log: Logger;
  /** Directory of the built web application; null serves the API alone. */
  readonly web: string | null;
  /** Names the server is known by, beside those of the machine itself. */
  readonly hosts?: readonly string[];
  /** Requests a minute from one address; generous for people, a stop for what runs away. */
  readonly requestsPerMinute?: number;
}

const RATE_WINDOW_MS = 60_000;

const FEATURES = [
  frameRoutes,
  setupRoutes,
  referenceRoutes,
  sheetBasisRoutes,
  draftRoutes,
  sheetApprovalRoutes,
  documentRoutes,
  settlementRoutes,
  ledgerRoutes,
  projectRoutes,
  // Before the routes of the same path without a file's ending.
  estimateFileRoutes,
  estimateRoutes,
  forecastRoutes,
  toldForecastRoutes,
  readerNoteRoutes,
  recognitionRoutes,
  billingRoutes,
  creditRoutes,
  unpaidRoutes,
  invoiceFileRoutes,
  reportRoutes,
  projectFileRoutes,
  recordFileRoutes,
  sheetFileRoutes,
  rateRoutes,
  rateTableRoutes,
  laborRoutes,
  liabilityRoutes,
  hoursTableRoutes,
  attachmentRoutes,
  orderRoutes,
  retentionRoutes,
  strayRoutes,
  mailboxRoutes,
  clientAnswerRoutes,
  reminderRoutes,
  toldProgressRoutes,
  obligationRoutes,
  wastedCostRoutes,
  whatIfRoutes,
  variableAmountRoutes,
  recurringRoutes,
  mailboxStandInRoutes,
  clientInboxRoutes,
  overheadRoutes,
  clockRoutes,
  clockStandInRoutes,
  ownWeekRoutes,
  timesheetRoutes,
  bureauRoutes,
  viewRoutes,
  auditRoutes,
  sessionRoutes,
  peopleRoutes,
  accountRoutes,
  healthRoutes,
  progressRoutes,
  backupRoutes,
  traceRoutes,
];

type ContextParts = Pick<AppParts, 'books' | 'clock' | 'user' | 'demo' | 'serverCode' | 'apart'>;

function contextOf({ demo = false, serverCode = '', ...parts }: ContextParts): Context {
  const asks = whoAsks({ ...parts, demo });
  return {
    ...parts,
    demo,
    serverCode,
    whoAsks: asks,
    answers: new Map(),
    files: new Map(),
    orders: new Map(),
    effects: EFFECT_STORES,
    keeping: nothingKept(),
    longOrders: longOrders(),
  };
}

/** What every endpoint does, without HTTP: for bulk loads and benchmarks. */
export function handlers(parts: Pick<AppParts, 'books' | 'clock' | 'user' | 'demo'>): Context {
  const context = contextOf(parts);
  const router = express.Router();
  for (const routes of FEATURES) routes(router, context);
  return context;
}

/** Wires books and clock to routes; listens to nothing. */
export function app({ log, web, requestsPerMinute = 3_000, hosts = [], ...parts }: AppParts): Express {
  const context = contextOf(parts);
  const server = express();
  server.disable('x-powered-by');
  // Who stands between is believed only where they are at the machine itself.
  server.set('trust proxy', 'loopback');
  server.use((_req, res, next) => {
    res.setHeader('x-request-id', randomUUID());
    next();
  });
  server.use(securityHeaders());
  server.use(requestLog(log));
  server.use(knownHosts(hosts));
  const api = express.Router();
  // What an answer holds is for whoever asked, and for now.
  api.use((_req, res, next) => {
    res.set('Cache-Control', 'no-store');
    next();
  });
  api.use(rateLimit({ windowMs: RATE_WINDOW_MS, limit: requestsPerMinute, legacyHeaders: false, handler: tooMany }));
  api.use(jsonBody(async (req) => (await context.whoAsks(req)) !== null));
  api.use(onlyWrittenText);
  for (const routes of FEATURES) routes(api, context);
  const document = openApiDocument();
  api.get('/openapi.json', (_req, res) => {
    res.json(document);
  });
  api.use((_req, res) =>
    sendProblem(
      res,
      problem(404, 'Not found', 'There is nothing at this address. /api/openapi.json lists what there is.'),
    ),
  );
  server.use('/api', api);
  if (web !== null) servePages(server, web);
  server.use(errorResponse(log));
  return server;
}

/** Answers 400 to text that could not be written back the same, at its field. */
function onlyWrittenText(req: Request, res: Response, next: NextFunction): void {
  const read = writtenText({ ...(req.body === undefined ? {} : { body: req.body as unknown }), query: req.query });
  if ('problems' in read) {
    const detail = 'Some text cannot be written down as it is. See problems.';
    const problems = read.problems.map(withoutFirst);
    sendProblem(res, { ...problem(400, 'Malformed request', detail), problems });
    return;
  }
  if (req.body !== undefined) req.body = (read.body as { readonly body: unknown }).body;
  next();
}

/** Fields are named as they stand in what was sent: neither `body` nor `query` is part of that. */
function withoutFirst(remark: RemarkWithPointer): RemarkWithPointer {
  const at = remark.at.split('/').slice(1);
  return { ...remark, at: at.join('/'), pointer: pointerTo(at) };
}

/** Everything comes from this server; styles are made at run time, and plain HTTP on the own machine stays plain. */
function securityHeaders() {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'", 'blob:'],
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
  });
}

function servePages(server: Express, web: string): void {
  server.use(express.static(web, { index: false, maxAge: '1h' }));
  server.get('/{*splat}', (_req, res) => {
    res.sendFile(join(web, 'index.html'));
  });
}

function tooMany(_req: Request, res: Response): void {
  res.set('Retry-After', String(RATE_WINDOW_MS / 1_000));
  sendProblem(res, problem(429, 'Too many requests', 'Too many requests in a minute. Wait a minute and go on.'));
}
