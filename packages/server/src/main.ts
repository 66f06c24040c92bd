import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { z } from 'zod';
import { app } from './app.ts';
import { openBooks } from './database/open.ts';
import { hasPeople } from './people/person-queries.ts';
import { newServerCode } from './people/secrets.ts';
import { clock } from './http/clock.ts';

const Environment = z.object({
  LOWTIDE_BOOKS: z.string().default('books/books.sqlite'),
  LOWTIDE_PORT: z.coerce.number().int().min(0).max(65_535).default(4720),
  LOWTIDE_HOST: z.string().default('127.0.0.1'),
  /** A day to live on instead of the machine's, as YYYY-MM-DD. */
  LOWTIDE_TODAY: z.iso.date().optional(),
  LOWTIDE_USER: z.string().default('Accountant'),
  /** Whoever is at the machine may act as anybody. */
  LOWTIDE_DEMO: z.enum(['0', '1']).default('0'),
  LOWTIDE_WEB: z.string().default('packages/web/dist'),
});

const env = Environment.parse(process.env);
const log = pino();
const web = resolve(env.LOWTIDE_WEB);
const books = await openBooks(resolve(env.LOWTIDE_BOOKS));
const serverCode = newServerCode();
const listening = app({
  books,
  demo: env.LOWTIDE_DEMO === '1',
  serverCode,
  clock: clock(env.LOWTIDE_TODAY),
  user: env.LOWTIDE_USER,
  log,
  web: existsSync(web) ? web : null,
}).listen(env.LOWTIDE_PORT, env.LOWTIDE_HOST, (error) => {
  if (error) throw error;
  const address = listening.address();
  const port = typeof address === 'object' && address !== null ? address.port : env.LOWTIDE_PORT;
  process.stdout.write(`Lowtide is at http://${env.LOWTIDE_HOST}:${port}\n`);
  void hasPeople(books.reader).then((there) => {
    if (!there) process.stdout.write(`The first person, from another machine, types the code ${serverCode}\n`);
  });
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    listening.close(() => void books.close().then(() => process.exit(0)));
    listening.closeAllConnections();
  });
}
