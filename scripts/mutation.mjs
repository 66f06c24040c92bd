import { readFileSync, writeFileSync } from 'node:fs';
import { ensurePackages, bin, run } from './installed.mjs';

// `npm run mutation [-- files]`: changes core in thousands of small ways and asks its own tests which they notice. Takes half an
// hour and more. What survived is written down beside the score; `-- --report` writes it of the last run again.
const WANTED = 90;
ensurePackages();
const only = process.argv.slice(2).filter((word) => word !== '--report');
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
  '| where | change | was | became |',
  '| --- | --- | --- | --- |',
  ...survivors.map(described),
  '',
].join('\n');
if (only.length === 0) writeFileSync('docs/mutants.md', text);
process.stdout.write(
  `${killed} of ${killed + survivors.length} mutants killed: ${score.toFixed(1)} of 100, ${WANTED} wanted.\n`,
);
process.exitCode = only.length > 0 || score >= WANTED ? 0 : 1;
