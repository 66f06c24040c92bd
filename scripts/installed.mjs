import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command in the project, its output shown; ends the process when it fails. */
export function run(command, args, options = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (error) throw error;
  if (status !== 0) process.exit(status ?? 1);
}

/** A program of an installed package. */
export function bin(name) {
  return resolve(root, 'node_modules/.bin', name);
}

/** Starts a command in the project, to go on beside others; a promise that ends the process when it fails. */
export function started(command, args) {
  const running = spawn(command, args, { cwd: root, stdio: 'inherit' });
  return new Promise((resolve) => {
    running.on('exit', (status) => (status === 0 ? resolve() : process.exit(status ?? 1)));
  });
}

/** Builds the web application, beside whatever else is done. */
export function startedBuild() {
  return started(bin('vite'), ['build', '--logLevel', 'warn', 'packages/web']);
}

/**
 * Installs the packages of the lock file unless that was done already. `unpacked` is called once they are there, the driver still to be
 * compiled: what it starts goes on beside the compiling.
 */
export function ensurePackages(unpacked) {
  const stamp = resolve(root, 'node_modules/.lowtide-installed');
  const lock = createHash('sha256')
    .update(readFileSync(resolve(root, 'package-lock.json')))
    .digest('hex');
  const wanted = `${lock} ${process.version}`;
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return unpacked?.();
  process.stdout.write('Installing packages; the database driver is compiled, which takes some minutes.\n');
  // The headers that come with Node, where they are there: then compiling needs no download.
  const prefix = resolve(process.execPath, '..', '..');
  const headers = existsSync(resolve(prefix, 'include/node')) ? { npm_config_nodedir: prefix } : {};
  const options = { cwd: root, stdio: 'inherit', env: { ...process.env, ...headers } };
  const npm = (...args) => spawnSync('npm', [...args, '--no-audit', '--no-fund', '--loglevel=error'], options).status;
  let status = npm('ci', ...(unpacked ? ['--ignore-scripts'] : []));
  const going = status === 0 ? unpacked?.() : undefined;
  if (status === 0 && unpacked) status = npm('rebuild');
  if (status !== 0) {
    process.stderr.write(
      'npm ci failed. It needs a C++ compiler, make and python3 for the database driver, and the package registry.\nOn Debian: apt-get install build-essential python3. Then start this command again.\n',
    );
    process.exit(status ?? 1);
  }
  mkdirSync(dirname(stamp), { recursive: true });
  writeFileSync(stamp, wanted);
  return going;
}

const BROWSERS = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];

/** Where Chromium is; installs Debian's package where it may, says what to do where it may not. */
export function ensureBrowser() {
  const named = process.env.CHROMIUM_PATH;
  const found = [...(named ? [named] : []), ...BROWSERS].find((path) => existsSync(path));
  if (found) return found;
  const asRoot = process.getuid?.() === 0;
  const apt = existsSync('/usr/bin/apt-get');
  if (asRoot && apt) {
    process.stdout.write('Installing Chromium for the browser tests.\n');
    const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit', env });
    spawnSync('apt-get', ['install', '-y', '-qq', '--no-install-recommends', 'chromium'], { stdio: 'inherit', env });
    if (existsSync(BROWSERS[0])) return BROWSERS[0];
  }
  process.stderr.write(
    'The browser tests need Chromium. Install it (on Debian: apt-get install chromium, as root), or set CHROMIUM_PATH to it.\n',
  );
  process.exit(1);
}
