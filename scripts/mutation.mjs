import { readFileSync, writeFileSync } from 'node:fs';
import { ensurePackages, bin, run } from './installed.mjs';

// `npm run mutation [-- folders or files]`: changes core in thousands of small ways and asks its own tests which they notice. All of it
// takes an hour and more, a folder such as `orders` some minutes. What survived is written down beside the score of each folder when all
// of core was looked at; `-- --report` writes it of the last run again.
const WANTED = 90;
ensurePackages();
const only = process.argv
  .slice(2)
  .filter((word) => word !== '--report')
  .map((word) => (/[/*.]/.test(word) ? word : `packages/core/src/**/${word}/**/*.ts`));
if (!process.argv.includes('--report'))
  run(bin('stryker'), ['run', ...(only.length === 0 ? [] : ['--mutate', only.join(',')])]);
const { files } = JSON.parse(readFileSync('reports/mutation.json', 'utf8'));
const all = Object.entries(files).flatMap(([file, { mutants, source }]) =>
  mutants.map((mutant) => ({ ...mutant, file: file.replace('packages/core/src/', ''), lines: source.split('\n') })),
);
const of = (...statuses) => all.filter(({ status }) => statuses.includes(status));
const killed = of('Killed', 'Timeout').length;
const survivors = of('Survived', 'NoCoverage');
const score = (100 * killed) / (killed + survivors.length);
/** Killed and all, of each folder of core. */
const folders = new Map();
for (const { file, status } of all) {
  const isKilled = ['Killed', 'Timeout'].includes(status);
  if (!isKilled && !['Survived', 'NoCoverage'].includes(status)) continue;
  const folder = file.split('/').slice(0, -1).join('/');
  const known = folders.get(folder) ?? { killed: 0, all: 0 };
  folders.set(folder, { killed: known.killed + (isKilled ? 1 : 0), all: known.all + 1 });
}
const scores = [...folders]
  .map(([folder, { killed: own, all: of }]) => ({ folder, own, of, score: (100 * own) / of }))
  .toSorted((one, other) => one.score - other.score);
const described = ({ file, lines, location: { start, end }, mutatorName, replacement = '', status }) => {
  const line = lines[start.line - 1] ?? '';
  const was =
    start.line === end.line ? line.slice(start.column - 1, end.column - 1) : `${line.slice(start.column - 1)} …`;
  const short = (text) => text.replace(/\s+/g, ' ').replaceAll('|', '\\|').slice(0, 70);
  return `| ${file}:${start.line} | ${mutatorName}${status === 'NoCoverage' ? ', not run' : ''} | \`${short(was)}\` | \`${short(replacement)}\` |`;
};
const text = [
  `# Mutants of core, ${new Date().toISOString().slice(0, 10)}`,
  '',
  `${killed} of ${killed + survivors.length} killed by core's own tests: ${score.toFixed(1)} of 100. Not counted: ${of('Ignored').length} in texts and in`,
  'tables that are made once when a file is loaded (columns, kinds, words), which tests walk as lists.',
  '',
  '| folder | killed | of | score |',
  '| --- | --: | --: | --: |',
  ...scores.map(({ folder, own, of, score: part }) => `| ${folder} | ${own} | ${of} | ${part.toFixed(1)} |`),
  '',
  '| where | change | was | became |',
  '| --- | --- | --- | --- |',
  ...survivors.map(described),
  '',
].join('\n');
if (only.length === 0) writeFileSync('docs/mutants.md', text);
for (const { folder, own, of, score: part } of scores)
  process.stdout.write(`${folder}: ${own} of ${of}, ${part.toFixed(1)}${part < WANTED ? ', under' : ''}\n`);
process.stdout.write(
  `${killed} of ${killed + survivors.length} mutants killed: ${score.toFixed(1)} of 100, ${WANTED} wanted.\n`,
);
process.exitCode = only.length > 0 || score >= WANTED ? 0 : 1;
