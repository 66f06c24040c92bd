import { spawn, type ChildProcess } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '../../..');

/** The application as its users have it: built, started, on books of its own. */
export interface Application {
  readonly address: string;
  readonly stop: () => Promise<void>;
}

/** Starts on a copy of the demo books that lie there, or on empty ones. */
export async function startApplication(demoBooks?: string): Promise<Application> {
  if (!existsSync(join(root, 'packages/web/dist/index.html'))) throw new Error('Build first: npm run build');
  const directory = mkdtempSync(join(tmpdir(), 'lowtide-e2e-'));
  const path = join(directory, 'books.sqlite');
  if (demoBooks !== undefined) copyFileSync(demoBooks, path);
  const env = {
    ...process.env,
    LOWTIDE_BOOKS: path,
    LOWTIDE_PORT: '0',
    LOWTIDE_TODAY: '2027-03-31',
    ...(demoBooks === undefined ? {} : { LOWTIDE_DEMO: '1' }),
  };
  const server = spawn(process.execPath, ['--import', 'tsx', 'packages/server/src/main.ts'], {
    cwd: root,
    env,
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await addressOf(server);
  return {
    address,
    stop: async () => {
      const gone = new Promise((done) => server.once('exit', done));
      server.kill('SIGTERM');
      await gone;
      rmSync(directory, { recursive: true, force: true });
    },
  };
}

function addressOf(server: ChildProcess): Promise<string> {
  return new Promise((found, failed) => {
    server.stdout?.on('data', (data: Buffer) => {
      const at = /http:\/\/\S+/.exec(data.toString());
      if (at) found(at[0]);
    });
    server.once('exit', () => failed(new Error('the server ended before it listened')));
  });
}
