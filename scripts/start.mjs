import { spawn } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import { ensurePackages, root, startedBuild } from './installed.mjs';

// `npm start`: the company's own books, in books/books.sqlite unless LOWTIDE_BOOKS says otherwise.
await ensurePackages(startedBuild);
mkdirSync(`${root}/books`, { recursive: true });
const server = spawn(process.execPath, ['--import', 'tsx', 'packages/server/src/main.ts'], {
  cwd: root,
  stdio: 'inherit',
});
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
server.on('exit', (status) => process.exit(status ?? 0));
