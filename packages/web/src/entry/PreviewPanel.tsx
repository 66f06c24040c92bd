import styled from 'styled-components';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { Remarks } from '../ui/notes.tsx';
import { color, space, type } from '../theme/tokens.ts';
import type { Preview } from './use-draft.ts';

export interface PreviewPanelProps {
  readonly preview: Preview | null;
  readonly place: (at: string) => string;
}

/** Beside the sheet: what is wrong, what this posts, what it does, as worked out by the code that posts. */
export function PreviewPanel({ preview, place }: PreviewPanelProps) {
  if (preview === null) return <Columns role="group" aria-label="What the sheet does" />;
  const { problems, warnings, posts, effects } = preview;
  return (
    <Columns role="group" aria-label="What the sheet does">
      <section tabIndex={0} aria-label="To put right">
        <h2>To put right</h2>
        {problems.length + warnings.length === 0 ? <p>Nothing. Ctrl Enter posts.</p> : null}
        <Remarks
          tone="trouble"
          title={`${problems.length} to correct before posting`}
          remarks={problems}
          place={place}
        />
        <Remarks tone="warning" title={`${warnings.length} worth a look`} remarks={warnings} place={place} />
      </section>
      <section tabIndex={0} aria-label="What this posts">
        <h2>What this posts</h2>
        <Posts posts={posts} />
      </section>
      <section tabIndex={0} aria-label="What it does">
        <h2>What it does</h2>
        {effects.map((effect) => (
          <EffectRows key={effect.code} effect={effect} />
        ))}
        {effects.length === 0 ? <p>No project is touched yet.</p> : null}
      </section>
    </Columns>
  );
}

function Posts({ posts }: { readonly posts: Preview['posts'] }) {
  if (posts.length === 0) return <p>Nothing yet.</p>;
  return (
    <table>
      <thead>
        <tr>
          <th>Account</th>
          <th>Project, coding</th>
          <th>Debit</th>
          <th>Credit</th>
        </tr>
      </thead>
      <tbody>
        {posts.slice(0, 200).map((line, index) => (
          <tr key={index}>
            <td>
              {line.accountCode} {line.accountName}
            </td>
            <td>{[line.projectCode, line.coding].filter(Boolean).join(' ')}</td>
            <td>{line.amountCents > 0 ? dollars(line.amountCents) : ''}</td>
            <td>{line.amountCents < 0 ? dollars(-line.amountCents as typeof line.amountCents) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function EffectRows({ effect }: { readonly effect: Preview['effects'][number] }) {
  const share = (ratio: Ratio | null): string => (ratio === null ? 'none' : `${percent(ratio)} %`);
  const rows: readonly (readonly [string, string, string])[] = [
    ['Cost to date', dollars(effect.cost.before), dollars(effect.cost.after)],
    ['At completion', dollars(effect.estimate.before), dollars(effect.estimate.after)],
    ['Complete', share(effect.complete.before), share(effect.complete.after)],
    ['Margin', share(effect.margin.before), share(effect.margin.after)],
    ...effect.budgetLeft.map(
      ({ label, left }) => [`Left in ${label}`, dollars(left.before), dollars(left.after)] as const,
    ),
  ];
  return (
    <table>
      <thead>
        <tr>
          <th>{effect.code}</th>
          <th>now</th>
          <th>after</th>
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, before, after]) => (
          <tr key={name}>
            <td>{name}</td>
            <td>{before}</td>
            <td>
              <b>{after}</b>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

const Columns = styled.div`
  display: grid;
  grid-template-columns: 1fr 1.15fr 1fr;
  gap: ${space.three};
  height: 218px;
  flex-shrink: 0;
  section {
    overflow: auto;
    border-top: 1.5px solid ${color.ink};
    padding-top: ${space.one};
  }
  h2 {
    font-size: ${type.base};
    font-weight: 650;
    margin-bottom: ${space.one};
  }
  p {
    color: ${color.textQuiet};
  }
  table {
    width: 100%;
    font-size: 12px;
    font-stretch: ${type.narrow};
    margin-bottom: ${space.two};
  }
  th {
    text-align: left;
    font-weight: 600;
    color: ${color.textQuiet};
    font-size: ${type.small};
  }
  td {
    border-top: 1px solid ${color.line};
    padding: 2px 0;
  }
  td:nth-child(n + 3),
  th:nth-child(n + 3) {
    text-align: right;
    font-variant-numeric: tabular-nums;
    padding-left: ${space.two};
  }
  section:last-child td:nth-child(2),
  section:last-child th:nth-child(2) {
    text-align: right;
    font-variant-numeric: tabular-nums;
  }
`;
