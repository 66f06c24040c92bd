import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';

// `npm run soak [-- histories kills hostile mutants]`: long random histories, many kills, many hostile requests; a short run of each is in `npm test`.
const [histories = '400', kills = '40', hostile = '20000', mutants = '10000'] = process.argv.slice(2);
/** Tests that live random histories, kill the server, or send it what nobody thought of. */
const LAWS = [
  'histories',
  'labor-histories',
  'order-histories',
  'billing-histories',
  'work-histories',
  'kill',
  'http/stale-answers',
  'projects/kept-by-project-queries',
  'documents/sheet-basis',
  'http/hostile',
  'mailbox/ubl',
];
/** Tests of core that read damaged files. */
const DAMAGED = ['documents/payroll/mutated-registers', 'documents/hours/mutated-clocks', 'documents/mutated-sheets'];
const root = resolve(import.meta.dirname, '../../..');
const { status } = spawnSync(
  resolve(root, 'node_modules/.bin/vitest'),
  [
    ...['run', '--testTimeout', '7200000'],
    ...LAWS.map((name) => `packages/server/src/${name}.test.ts`),
    ...DAMAGED.map((name) => `packages/core/src/${name}.test.ts`),
  ],
  {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, HISTORIES: histories, KILLS: kills, HOSTILE: hostile, MUTANTS: mutants },
  },
);
process.exit(status ?? 1);
