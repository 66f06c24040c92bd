import { spawn } from 'node:child_process';
import { ensurePackages, root, started, startedBuild } from './installed.mjs';

// `npm run demo [-- --fresh] [-- --second]`: installs what is missing, builds, makes the demo books when absent, starts. With --second it
// is a small company of its own.
const built = ensurePackages(startedBuild);
const books = process.argv.includes('--second') ? 'books/second.sqlite' : 'books/demo.sqlite';
await started(process.execPath, ['--import', 'tsx', 'packages/demo/src/main.ts', books, ...process.argv.slice(2)]);
await built;
const env = { LOWTIDE_TODAY: '2027-03-31', LOWTIDE_DEMO: '1', ...process.env, LOWTIDE_BOOKS: books };
const server = spawn(process.execPath, ['--import', 'tsx', 'packages/server/src/main.ts'], {
  cwd: root,
  stdio: 'inherit',
  env,
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (status) => process.exit(status ?? 0));
