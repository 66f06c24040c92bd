import { spawn } from 'node:child_process';
import { bin, ensurePackages, root, run } from './installed.mjs';

// `npm run dev`: the demo books on the API, and the web application rebuilt in the browser at each change.
ensurePackages();
run(process.execPath, ['--import', 'tsx', 'packages/demo/src/main.ts', 'books/demo.sqlite']);
const env = {
  ...process.env,
  LOWTIDE_BOOKS: 'books/demo.sqlite',
  LOWTIDE_TODAY: '2027-03-31',
  LOWTIDE_DEMO: '1',
};
const children = [
  spawn(process.execPath, ['--watch', '--import', 'tsx', 'packages/server/src/main.ts'], {
    cwd: root,
    stdio: 'inherit',
    env,
  }),
  spawn(bin('vite'), ['packages/web'], { cwd: root, stdio: 'inherit' }),
];
const stop = () => children.forEach((child) => child.kill('SIGTERM'));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, stop);
for (const child of children) child.on('exit', stop);
