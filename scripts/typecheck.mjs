import { bin, run } from './installed.mjs';

const PROJECTS = [
  'core/tsconfig.src.json',
  'core/tsconfig.json',
  'server/tsconfig.json',
  'web/tsconfig.json',
  'demo/tsconfig.json',
  'e2e/tsconfig.json',
  'bench/tsconfig.json',
];
for (const project of PROJECTS) run(bin('tsc'), ['-p', `packages/${project}`]);
process.stdout.write(`${PROJECTS.length} projects type check.\n`);
