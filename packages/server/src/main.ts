import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { pino } from 'pino';
import { z } from 'zod';
import { app } from './app.ts';
import { ownerOnly } from './database/owner-only.ts';
import { dailyCopies } from './backup/daily.ts';
import { holdBooks, holdFile } from './database/hold.ts';
import { openBooks } from './database/open.ts';
import { sentenceOf } from './database/start-trouble.ts';
import { longReadings } from './http/long-readings.ts';
import { hasPeople } from './people/person-queries.ts';
import { newServerCode } from './people/secrets.ts';
import { clock } from './http/clock.ts';

const Environment = z.object({
  LOWTIDE_BOOKS: z.string().default('books/books.sqlite'),
  LOWTIDE_PORT: z.coerce.number().int().min(0).max(65_535).default(4720),
  LOWTIDE_HOST: z.string().default('127.0.0.1'),
  /** Names the server is known by beside those of the machine, with commas between. */
  LOWTIDE_HOSTS: z.string().default(''),
  /** A day to live on instead of the machine's, as YYYY-MM-DD. */
  LOWTIDE_TODAY: z.iso.date().optional(),
  LOWTIDE_USER: z.string().default('Accountant'),
  /** Whoever is at the machine may act as anybody. */
  LOWTIDE_DEMO: z.enum(['0', '1']).default('0'),
  LOWTIDE_WEB: z.string().default('packages/web/dist'),
});

// What is made from here on is for whoever runs the server alone.
process.umask(0o077);
const environment = Environment.safeParse(process.env);
if (!environment.success) {
  const [issue] = environment.error.issues;
  stop(`${issue?.path.join('') ?? ''}: ${issue?.message ?? ''}. Set it otherwise, or leave it out.`);
}
const env = environment.data;
const log = pino();
const web = resolve(env.LOWTIDE_WEB);
const path = resolve(env.LOWTIDE_BOOKS);
const holder = `the server of process ${process.pid}, since ${new Date().toISOString()}`;
const isNew = !existsSync(path);
const letGoPath = await tried(() => holdBooks(path, holder));
const books = await tried(() => openBooks(path));
const letGoFile = isNew ? await tried(() => holdFile(path, holder)) : () => undefined;
const letGo = (): void => {
  letGoFile();
  letGoPath();
};
if (books.witnessSetAside !== undefined)
  log.error(
    { witness: books.witnessSetAside },
    'the audit log does not hold what the witness beside the books saw: entries were taken out, or an older file was put in its place. See npm run verify',
  );
ownerOnly(path);
const serverCode = newServerCode();
const endDailyCopies = env.LOWTIDE_DEMO === '1' ? () => undefined : dailyCopies(path, log);
const apart = longReadings({
  path,
  user: env.LOWTIDE_USER,
  demo: env.LOWTIDE_DEMO === '1',
  ...(env.LOWTIDE_TODAY === undefined ? {} : { today: env.LOWTIDE_TODAY }),
});
const listening = app({
  books,
  apart,
  demo: env.LOWTIDE_DEMO === '1',
  serverCode,
  hosts: env.LOWTIDE_HOSTS.split(',')
    .map((name) => name.trim())
    .filter((name) => name !== ''),
  clock: clock(env.LOWTIDE_TODAY),
  user: env.LOWTIDE_USER,
  log,
  web: existsSync(web) ? web : null,
}).listen(env.LOWTIDE_PORT, env.LOWTIDE_HOST, (error) => {
  if (error) stop(sentenceOf(error, `${env.LOWTIDE_HOST}:${env.LOWTIDE_PORT}`));
  const address = listening.address();
  const port = typeof address === 'object' && address !== null ? address.port : env.LOWTIDE_PORT;
  say(`Lowtide is at http://${env.LOWTIDE_HOST}:${port}`);
  if (!isLoopback(env.LOWTIDE_HOST)) {
    say(
      'It can be reached from other machines in plain HTTP: whoever is on the network can read passwords. Put TLS in front of it.',
    );
  }
  void hasPeople(books.reader).then((there) => {
    if (!there) say(`The first person, from another machine, types the code ${serverCode}`);
  });
});

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    endDailyCopies();
    listening.close(
      () =>
        void apart
          .close()
          .then(() => books.close())
          .then(letGo)
          .then(() => process.exit(0)),
    );
    listening.closeAllConnections();
  });
}

function isLoopback(host: string): boolean {
  return host === 'localhost' || host === '::1' || host.startsWith('127.');
}

function say(text: string): void {
  process.stdout.write(`${text}\n`);
}

/** Ends with one sentence: whoever starts a server needs the way out, and no stack. */
function stop(sentence: string): never {
  process.stderr.write(`${sentence}\n`);
  process.exit(1);
}

async function tried<T>(work: () => T | Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    return stop(sentenceOf(error, path));
  }
}
