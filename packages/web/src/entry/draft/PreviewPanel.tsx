import type { ReactNode } from 'react';
import { cents } from '@lowtide/core/money/cents.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { dollars, tenThousandths } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { plural } from '../../ui/plural.ts';
import { Remarks } from '../../ui/notes.tsx';
import { BeforeAfter } from '../BeforeAfter.tsx';
import { SheetPanels } from './SheetPanels.tsx';
import { TrialBalancePart } from './TrialBalancePart.tsx';
import type { Preview } from './use-draft.ts';

export interface PreviewPanelProps {
  readonly preview: Preview | null;
  /** Said beside what is wrong; it stops nothing. */
  readonly note?: string | null;
  /** What posting would do now, in words. */
  readonly posts: string;
  /** Said of what is ready and posts no lines. */
  readonly postsNothing?: string | undefined;
  /** What the rows come to, where a sheet has more to say of it than its sum. */
  readonly totals?: ReactNode;
  readonly place: (at: string) => string;
  /** Puts the cursor where something is wrong. */
  readonly onGo: (at: string) => void;
}

/** Beside the sheet: what is wrong, what this posts, what it does, as worked out by the code that posts. */
export function PreviewPanel({
  preview,
  note = null,
  posts: postsNow,
  postsNothing,
  totals = null,
  place,
  onGo,
}: PreviewPanelProps) {
  if (preview === null) return <SheetPanels role="group" aria-label="What the sheet does" />;
  const { problems, warnings, posts, effects, trialBalance } = preview;
  return (
    <SheetPanels
      role="group"
      aria-label="What the sheet does"
      {...(totals === null ? {} : { $columns: '1fr 1.3fr 1fr 1fr' })}
    >
      <section tabIndex={0} aria-label="Errors and warnings">
        <h2>Errors and warnings</h2>
        {problems.length + warnings.length === 0 ? <p>{postsNow}</p> : null}
        {note === null ? null : <p>{note}</p>}
        <Remarks tone="trouble" title={plural(problems.length, 'error')} remarks={problems} place={place} onGo={onGo} />
        <Remarks
          tone="warning"
          title={plural(warnings.length, 'warning')}
          remarks={warnings}
          place={place}
          onGo={onGo}
        />
      </section>
      {totals}
      {trialBalance.length === 0 ? null : <TrialBalancePart rows={trialBalance} />}
      <section tabIndex={0} aria-label="What this posts">
        <h2>What this posts</h2>
        <Posts posts={posts} nothing={preview.documents > 0 ? postsNothing : undefined} />
        <Against lines={preview.against} />
      </section>
      {trialBalance.length === 0 ? <EffectsPart effects={effects} bills={preview.bills} /> : null}
    </SheetPanels>
  );
}

function EffectsPart({ effects, bills }: Pick<Preview, 'effects' | 'bills'>) {
  return (
    <section tabIndex={0} aria-label="What it does">
      <h2>What it does</h2>
      {effects.map((effect) => (
        <EffectRows key={effect.code} effect={effect} />
      ))}
      {bills.map((bill, index) => (
        <BilledRows key={index} bill={bill} />
      ))}
      {effects.length + bills.length === 0 ? <p>No project is touched yet.</p> : null}
    </section>
  );
}

function Posts({
  posts,
  nothing = 'Nothing yet.',
}: {
  readonly posts: Preview['posts'];
  readonly nothing?: string | undefined;
}) {
  if (posts.length === 0) return <p>{nothing}</p>;
  return (
    <table>
      <thead>
        <tr>
          <th>Account</th>
          <th>Project, cost code</th>
          <th data-figures>Debit</th>
          <th data-figures>Credit</th>
        </tr>
      </thead>
      <tbody>
        {posts.slice(0, 200).map((line, index) => (
          <tr key={index}>
            <td>
              {line.accountCode} {line.accountName}
            </td>
            <td>{[line.projectCode, line.coding].filter(Boolean).join(' ')}</td>
            <td data-figures>{line.amountCents > 0 ? dollars(line.amountCents) : ''}</td>
            <td data-figures>{line.amountCents < 0 ? dollars(-line.amountCents as typeof line.amountCents) : ''}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Ordered, received, billed before and now, of each line of an order that the sheet names. */
function Against({ lines }: { readonly lines: Preview['against'] }) {
  if (lines.length === 0) return null;
  const words = ({ isCounted, unit }: Preview['against'][number], measure: number): string =>
    isCounted ? `${tenThousandths(quantity(measure))} ${unit}`.trim() : dollars(cents(measure));
  return (
    <table>
      <thead>
        <tr>
          <th>Of order</th>
          <th data-figures>Ordered</th>
          <th data-figures>Received</th>
          <th data-figures>Billed before</th>
          <th data-figures>Now</th>
        </tr>
      </thead>
      <tbody>
        {lines.slice(0, 200).map((line, index) => (
          <tr key={index}>
            <td>
              {line.line} {line.text}
            </td>
            <td data-figures>{words(line, line.ordered)}</td>
            <td data-figures>{words(line, line.received)}</td>
            <td data-figures>{words(line, line.billed)}</td>
            <td data-figures>{words(line, line.now)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** What an invoice does to its contract, and what is to be paid of it. */
function BilledRows({ bill }: { readonly bill: Preview['bills'][number] }) {
  const after = cents(bill.billedBeforeCents + bill.workCents);
  const rows: readonly (readonly [string, string, string])[] = [
    ['Billed', dollars(bill.billedBeforeCents), dollars(after)],
    ...(bill.contractCents === 0
      ? []
      : [
          [
            'Unbilled contract value',
            dollars(cents(bill.contractCents - bill.billedBeforeCents)),
            dollars(bill.leftAfterCents),
          ] as const,
        ]),
    ['Held back of it', '', dollars(bill.withheldCents)],
    ['Tax', '', dollars(bill.taxCents)],
    ...(bill.releasedCents === 0 ? [] : [['Released of retention', '', dollars(bill.releasedCents)] as const]),
    ...(bill.drawnCents === 0 ? [] : [['Paid by deposit', '', dollars(bill.drawnCents)] as const]),
    ['To pay', '', dollars(bill.dueCents)],
  ];
  return <BeforeAfter head={bill.projectCode} after="after" rows={rows} />;
}

function EffectRows({ effect }: { readonly effect: Preview['effects'][number] }) {
  const share = (ratio: Ratio | null): string => (ratio === null ? 'none' : `${percent(ratio)} %`);
  const rows: readonly (readonly [string, string, string])[] = [
    ['Cost to date', dollars(effect.cost.before), dollars(effect.cost.after)],
    ['EAC', dollars(effect.estimate.before), dollars(effect.estimate.after)],
    ['Complete', share(effect.complete.before), share(effect.complete.after)],
    ['Margin', share(effect.margin.before), share(effect.margin.after)],
    ...effect.budgetLeft.map(
      ({ label, left }) => [`Left in ${label}`, dollars(left.before), dollars(left.after)] as const,
    ),
  ];
  return <BeforeAfter head={effect.code} after="after" rows={rows} />;
}
