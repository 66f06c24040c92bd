import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';

// `npm run soak [-- histories kills]`: long random histories and many kills; a short run of each is in `npm test`.
const [histories = '400', kills = '40'] = process.argv.slice(2);
/** Tests that live random histories, or kill the server. */
const LAWS = ['histories', 'kill', 'http/stale-answers', 'projects/kept-by-project-queries', 'documents/sheet-basis'];
const root = resolve(import.meta.dirname, '../../..');
const { status } = spawnSync(
  resolve(root, 'node_modules/.bin/vitest'),
  ['run', '--testTimeout', '7200000', ...LAWS.map((name) => `packages/server/src/${name}.test.ts`)],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, HISTORIES: histories, KILLS: kills },
  },
);
process.exit(status ?? 1);
