import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';

// `npm run soak [-- histories kills hostile]`: long random histories, many kills, many hostile requests; a short run of each is in `npm test`.
const [histories = '400', kills = '40', hostile = '20000'] = process.argv.slice(2);
/** Tests that live random histories, kill the server, or send it what nobody thought of. */
const LAWS = [
  'histories',
  'kill',
  'http/stale-answers',
  'projects/kept-by-project-queries',
  'documents/sheet-basis',
  'http/hostile',
];
const root = resolve(import.meta.dirname, '../../..');
const { status } = spawnSync(
  resolve(root, 'node_modules/.bin/vitest'),
  ['run', '--testTimeout', '7200000', ...LAWS.map((name) => `packages/server/src/${name}.test.ts`)],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, HISTORIES: histories, KILLS: kills, HOSTILE: hostile },
  },
);
process.exit(status ?? 1);
