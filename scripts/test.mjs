import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync } from 'node:fs';
import { resolve } from 'node:path';
import { bin, ensureBrowser, ensurePackages, root, run } from './installed.mjs';

// `npm test`: everything that must hold, on a machine with only Node and npm.
ensurePackages();
const CHROMIUM_PATH = ensureBrowser();
const began = performance.now();
for (const check of ['typecheck', 'lint', 'rooms', 'unused', 'format:check']) run('npm', ['run', '--silent', check]);
run(bin('vite'), ['build', '--logLevel', 'warn', 'packages/web']);

/** Runs a suite, its report read back; tests that fail do not keep the next suite from running. */
function suite(args, file) {
  const path = resolve(root, 'node_modules', file);
  rmSync(path, { force: true });
  const { status } = spawnSync(
    bin('vitest'),
    ['run', ...args, '--reporter=default', '--reporter=json', `--outputFile.json=${path}`],
    { cwd: root, stdio: 'inherit', env: { ...process.env, CHROMIUM_PATH } },
  );
  const { numPassedTests, numFailedTests, numPendingTests } = JSON.parse(readFileSync(path, 'utf8'));
  return { passed: numPassedTests, failed: numFailedTests, skipped: numPendingTests, good: status === 0 };
}

const suites = [
  suite([], '.unit-report.json'),
  suite(['--config', 'packages/e2e/vitest.config.ts'], '.journeys-report.json'),
];
const total = (of) => suites.reduce((sum, each) => sum + each[of], 0);
process.stdout.write(
  `${total('passed')} passed, ${total('failed')} failed, ${total('skipped')} skipped in ${((performance.now() - began) / 1000).toFixed(0)} s.\n`,
);
process.exit(suites.every(({ good }) => good) && total('failed') === 0 ? 0 : 1);
