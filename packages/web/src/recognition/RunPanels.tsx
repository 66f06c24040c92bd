import { groupedBy } from '@lowtide/core/collections/grouped-by.ts';
import { sum } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink } from '../api/as-of.tsx';
import type { Answer } from '../api/books-api.ts';
import { CAUSE_HEADS } from './cause-words.ts';
import { SheetPanels } from '../entry/draft/SheetPanels.tsx';
import { plural } from '../ui/plural.ts';

type Run = Answer<'recognition'>;
type Warned = Run['warnings']['first'][number];

/** Beside the table: all that deserves a look, project by project with the way to put it right, and what the run posts. */
export function RunPanels({ run: { warnings, posts, totals, postedTotals, leftOut } }: { readonly run: Run }) {
  return (
    <SheetPanels role="group" aria-label="What the run says and posts" $columns="1.3fr 1fr 1fr" $height={200}>
      <section tabIndex={0} aria-label="Warnings">
        <h2>{warnings.count === 0 ? 'No warnings' : plural(warnings.count, 'warning')}</h2>
        {[...groupedBy(warnings.first, ({ at }) => at)].map(([project, of]) => (
          <ProjectWarnings key={project} project={project} warnings={of} />
        ))}
        {warnings.count > warnings.first.length ? (
          <p>… and {plural(warnings.count - warnings.first.length, 'more', 'more')}.</p>
        ) : null}
      </section>
      <section tabIndex={0} aria-label="Why this month">
        <h2>Why this month</h2>
        <Causes causes={postedTotals?.causes ?? totals.causes} />
        {leftOut.count === 0 ? null : <LeftOut leftOut={leftOut} />}
      </section>
      <section tabIndex={0} aria-label="What this posts">
        <h2>{postedTotals === null ? 'What this posts' : 'What a new run would post'}</h2>
        {posts.length === 0 ? <p>Nothing.</p> : <Posts posts={posts} />}
      </section>
    </SheetPanels>
  );
}

function ProjectWarnings({ project, warnings }: { readonly project: string; readonly warnings: readonly Warned[] }) {
  return (
    <div style={{ marginBottom: 8 }}>
      <b>{project}</b>
      <ul>
        {warnings.map((warning, index) => (
          <li key={index}>
            {warning.message} <AsOfLink to={wayOf(warning)}>{WAYS[warning.kind]?.text ?? 'Open the project'}</AsOfLink>
          </li>
        ))}
      </ul>
    </div>
  );
}

/** Where each kind of warning is put right, below the project's address. */
const WAYS: Readonly<Record<string, { readonly text: string; readonly path: string }>> = {
  'line-over-forecast': { text: 'Forecast', path: '/forecast' },
  'forecast-old': { text: 'Forecast', path: '/forecast' },
  'cost-over-estimate': { text: 'Forecast', path: '/forecast' },
  'loss-expected': { text: 'Forecast', path: '/forecast' },
  'progress-not-told': { text: 'Tell it', path: '' },
  'progress-old': { text: 'Tell it', path: '' },
  'no-estimate': { text: 'Estimate', path: '/estimates' },
  'no-contract': { text: 'Estimate', path: '/estimates' },
  'billed-over-price': { text: 'Contract', path: '?part=record' },
};

function wayOf({ kind, projectId }: Warned): string {
  if (kind === 'progress-not-told' || kind === 'progress-old') return '/recognition/progress';
  return `/projects/${projectId}${WAYS[kind]?.path ?? ''}`;
}

/** What each cause adds over all projects. */
function Causes({ causes }: { readonly causes: Run['totals']['causes'] }) {
  if (causes.length === 0) return <p>Nothing changed since the run before.</p>;
  return (
    <table>
      <thead>
        <tr>
          <th>Cause</th>
          <th data-figures>Earned</th>
          <th data-figures>Profit</th>
        </tr>
      </thead>
      <tbody>
        {causes.map(({ cause, earnedCents, profitCents }) => (
          <tr key={cause}>
            <td>{CAUSE_HEADS[cause]}</td>
            <td data-figures>{dollars(earnedCents)}</td>
            <td data-figures>{dollars(profitCents)}</td>
          </tr>
        ))}
        <tr>
          <td>Total</td>
          <td data-figures>{dollars(sum(causes.map(({ earnedCents }) => earnedCents)))}</td>
          <td data-figures>{dollars(sum(causes.map(({ profitCents }) => profitCents)))}</td>
        </tr>
      </tbody>
    </table>
  );
}

const REASONS: Readonly<Record<Run['leftOut']['first'][number]['reason'], string>> = {
  'not measured': 'is not measured',
  'nothing yet': 'has no cost and earns nothing yet',
};
/** Projects named of those that the run leaves out. */
const NAMED = 12;

function LeftOut({ leftOut }: Pick<Run, 'leftOut'>) {
  return (
    <>
      <b>Left out</b>
      <ul>
        {leftOut.first.slice(0, NAMED).map(({ id, code, name, reason }) => (
          <li key={id}>
            <AsOfLink to={`/projects/${id}`}>{code}</AsOfLink> {name} {REASONS[reason]}.
          </li>
        ))}
      </ul>
      {leftOut.count > NAMED ? <p>… and {leftOut.count - NAMED} more.</p> : null}
    </>
  );
}

function Posts({ posts }: Pick<Run, 'posts'>) {
  return (
    <table>
      <thead>
        <tr>
          <th>Account</th>
          <th data-figures>Debit</th>
          <th data-figures>Credit</th>
        </tr>
      </thead>
      <tbody>
        {posts.map(({ code, name, debitCents, creditCents }) => (
          <tr key={code}>
            <td>
              {code} {name}
            </td>
            <td data-figures>{debitCents === 0 ? '' : dollars(debitCents)}</td>
            <td data-figures>{creditCents === 0 ? '' : dollars(creditCents)}</td>
          </tr>
        ))}
        <tr>
          <td>Total</td>
          <td data-figures>{dollars(sum(posts.map((line) => line.debitCents)))}</td>
          <td data-figures>{dollars(sum(posts.map((line) => line.creditCents)))}</td>
        </tr>
      </tbody>
    </table>
  );
}
