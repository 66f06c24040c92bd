import { readdirSync, readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { describe, expect, test } from 'vitest';

const ROOT = resolve(import.meta.dirname, '../../..');
const text = (path: string): string => readFileSync(resolve(ROOT, path), 'utf8');

interface Manifest {
  readonly dependencies?: Readonly<Record<string, string>>;
  readonly devDependencies?: Readonly<Record<string, string>>;
}
interface Installed {
  readonly version?: string;
  readonly license?: string;
  readonly link?: true;
  readonly dev?: true;
}

const manifests = [
  'package.json',
  ...readdirSync(resolve(ROOT, 'packages')).map((name) => `packages/${name}/package.json`),
];
const installed = (JSON.parse(text('package-lock.json')) as { packages: Readonly<Record<string, Installed>> }).packages;

/** Packages that one of ours names, with their versions. */
const named = new Map(
  manifests
    .map((path) => JSON.parse(text(path)) as Manifest)
    .flatMap(({ dependencies = {}, devDependencies = {} }) => Object.entries({ ...dependencies, ...devDependencies }))
    .filter(([name]) => !name.startsWith('@lowtide/')),
);

/** The rows of the list in the docs. */
const listed = text('docs/packages.md')
  .split('\n')
  .filter((line) => line.startsWith('| `'))
  .map((line) => {
    const [, name = '', version = '', license = '', published = '', newest = '', use = ''] = line
      .split('|')
      .map((cell) => cell.trim());
    return { name: name.replaceAll('`', ''), version, license, published, newest, use };
  });

const FREE =
  /^(MIT|MIT-0|ISC|0BSD|BSD-2-Clause|BSD-3-Clause|Apache-2\.0|BlueOak-1\.0\.0|Zlib|CC0-1\.0|Unlicense|OFL-1\.1)$/;
const FREE_FOR_TOOLS = /^(MPL-2\.0|CC-BY-4\.0)$/;
/** Named in its files alone, see the list. */
const LICENSED_IN_ITS_FILES = new Set(['png-js']);

/** Whether a license may be had: one of a choice, all of what is said together. */
function isFree(license: string, tools: boolean): boolean {
  const bare = license.replace(/^\((.*)\)$/, '$1');
  if (bare.includes(' OR ')) return bare.split(' OR ').some((part) => isFree(part, tools));
  if (bare.includes(' AND ')) return bare.split(' AND ').every((part) => isFree(part, tools));
  return FREE.test(bare) || (tools && FREE_FOR_TOOLS.test(bare));
}

const placeOf = (name: string): string =>
  Object.keys(installed).find(
    (path) => path.endsWith(`node_modules/${name}`) && installed[path]?.version === named.get(name),
  ) ?? '';

describe('the list of packages', () => {
  test('has every package that is named, once, in the version that is installed', () => {
    expect(listed.map(({ name, version }) => `${name} ${version}`)).toEqual(
      [...named].map(([name, version]) => `${name} ${version}`).toSorted(),
    );
  });

  test('says the license that each is installed with, what it is for and how it is kept up', () => {
    for (const { name, license, published, newest, use } of listed) {
      expect([name, installed[placeOf(name)]?.license]).toEqual([name, license]);
      expect([name, use === '']).toEqual([name, false]);
      expect([name, published, newest].join(' ')).toMatch(/ \d{4}-\d\d-\d\d \d{4}-\d\d-\d\d$/);
    }
  });

  test('has nothing whose newest version is older than two years', () => {
    const { looked = '' } =
      /looked up in the registry on (?<looked>\d+ \w+ \d{4})/.exec(text('docs/packages.md'))?.groups ?? {};
    const oldest = new Date(`${looked} UTC`);
    oldest.setUTCFullYear(oldest.getUTCFullYear() - 2);
    expect(listed.filter(({ newest }) => new Date(newest) < oldest).map(({ name }) => name)).toEqual([]);
  });
});

test('everything that is installed has a license that may be had', () => {
  const wrong = Object.entries(installed)
    .filter(([path, { link }]) => path.includes('node_modules/') && link !== true)
    .filter(([path, { license = '', dev = false }]) => {
      const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
      const isTool = dev || name === 'axe-core';
      return !LICENSED_IN_ITS_FILES.has(name) && !isFree(license, isTool);
    })
    .map(([path, { license }]) => `${path}: ${license ?? 'none'}`);
  expect(wrong).toEqual([]);
});
