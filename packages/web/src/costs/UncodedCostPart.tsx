import { useState } from 'react';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { ZERO } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { quantity } from '@lowtide/core/money/quantity.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, useWrite, type Answer } from '../api/books-api.ts';
import { May, useMay } from '../api/session.tsx';
import { EntryGrid } from '../entry/grid/EntryGrid.tsx';
import type { GridColumn, GridRow } from '../entry/grid/grid-edits.ts';
import { PreviewPanel } from '../entry/draft/PreviewPanel.tsx';
import { useSuggestions } from '../entry/grid/use-suggestions.ts';
import type { Preview } from '../entry/draft/use-draft.ts';
import { Button } from '../ui/Button.tsx';
import { plural } from '../ui/plural.ts';
import { Loading, Note, Refused } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';

type Stray = Answer<'strays'>['rows'][number];
interface Typed {
  readonly project: string;
  readonly code: string;
  readonly costType: string;
}

const NOTHING: Typed = { project: '', code: '', costType: '' };

/** Cost lines without a project or a code, coded in place, many at once, seen before it posts. */
export function UncodedCostPart() {
  const { asOf } = useShownBooks();
  const { answer, trouble } = useRead('strays', { query: asOf }, { keepLast: true });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Sentence>
        {plural(answer.count, 'line')} of {dollars(answer.totalCents)} on accounts for cost of projects (work in
        process, construction in progress, cost of revenue) that name no project or no cost code.
      </Sentence>
      {answer.rows.length === 0 ? <Note $tone="good">Every cost line has its project and code.</Note> : null}
      {answer.rows.length === 0 ? null : <StrayGrid rows={answer.rows} />}
    </>
  );
}

const FACTS: readonly GridColumn[] = [
  { id: 'posted', head: 'Posted', width: '9%', readOnly: true },
  { id: 'document', head: 'Document', width: '9%', readOnly: true },
  { id: 'party', head: 'Supplier', width: '13%', readOnly: true },
  { id: 'account', head: 'Account', width: '14%', readOnly: true },
  { id: 'text', head: 'Text', width: '17%', readOnly: true },
  { id: 'amount', head: 'Amount', width: '9%', figures: true, readOnly: true },
];
const CODED: readonly GridColumn[] = [
  { id: 'project', head: 'Project', width: '9%' },
  { id: 'code', head: 'Code', width: '10%' },
  { id: 'costType', head: 'Type', width: '8%' },
];
const COLUMNS = [...FACTS, ...CODED];
const HOLDS = { project: 'project', code: 'code', costType: 'cost type' } as const;

function StrayGrid({ rows }: { readonly rows: readonly Stray[] }) {
  const mayCode = useMay()('keep-books');
  const [typed, setTyped] = useState<ReadonlyMap<number, Typed>>(new Map());
  const [row, setRow] = useState(0);
  const grid = rows.map((stray) => gridRow(stray, typed.get(stray.line) ?? { ...NOTHING, project: stray.project }));
  const suggest = useSuggestions(grid[row]?.['project'] ?? '', () => undefined);
  const lines = codedLines(rows, typed);
  const { answer } = useRead('recodePreview', lines.length === 0 ? null : { body: { lines, reason: '' } }, {
    keepLast: true,
  });
  const change = (changed: readonly GridRow[]): void => {
    setTyped(new Map(rows.map(({ line }, index) => [line, cellsOf(changed[index])])));
  };
  return (
    <>
      <StrayBar
        {...{ rows, lines }}
        warnings={answer?.warnings.length ?? 0}
        onPropose={() => setTyped(new Map(rows.map((stray) => [stray.line, proposed(stray, typed.get(stray.line))])))}
        onPosted={() => setTyped(new Map())}
      />
      <EntryGrid
        label="Uncoded cost"
        columns={mayCode ? COLUMNS : COLUMNS.map((column) => ({ ...column, readOnly: true }))}
        rows={grid}
        onChange={change}
        marks={new Map()}
        follows={(index) => follows(rows[index])}
        isFixed
        suggest={(of, column, text) =>
          column in HOLDS
            ? suggest({ holds: HOLDS[column as keyof typeof HOLDS], column, typed: text, project: of['project'] ?? '' })
            : []
        }
        onCursor={(place) => (place === null ? undefined : setRow(place.row))}
      />
      <PreviewPanel
        preview={lines.length === 0 ? null : previewOf(answer)}
        posts={`${plural(lines.length, 'line')} taken back and posted where it belongs.`}
        place={(at) => wordsAt(at, lines, rows)}
        onGo={() => undefined}
      />
    </>
  );
}

/** Lines with a project and a code typed. */
function codedLines(rows: readonly Stray[], typed: ReadonlyMap<number, Typed>) {
  return rows.flatMap(({ line }) => {
    const cells = typed.get(line);
    return cells !== undefined && cells.project.trim() !== '' && cells.code.trim() !== '' ? [{ line, ...cells }] : [];
  });
}

interface StrayBarProps {
  readonly rows: readonly Stray[];
  readonly lines: ReturnType<typeof codedLines>;
  readonly warnings: number;
  readonly onPropose: () => void;
  readonly onPosted: () => void;
}

/** Takes what rules propose, and posts what is typed. */
function StrayBar({ rows, lines, warnings, onPropose, onPosted }: StrayBarProps) {
  const [why, setWhy] = useState<string | null>(null);
  const [send, { busy }] = useWrite('recode');
  const proposals = rows.filter(({ proposal }) => proposal !== null).length;
  const post = async (): Promise<void> => {
    const written = await send({ body: { lines, reason: '', acceptWarnings: warnings > 0 } });
    setWhy(written.ok ? null : written.trouble.detail);
    if (written.ok) onPosted();
  };
  return (
    <May do="keep-books">
      <div style={{ display: 'flex', gap: 8, alignItems: 'center' }}>
        <Button isDisabled={proposals === 0} onPress={onPropose}>
          Take what rules propose ({proposals})
        </Button>
        <AsOfLink to="/settings/coding-rule">Coding rules</AsOfLink>
        <span style={{ flex: 1 }} />
        <Button $look="primary" isDisabled={busy || lines.length === 0} onPress={() => void post()}>
          {warnings > 0 ? `Code ${lines.length} all the same` : `Code ${plural(lines.length, 'line')}`}
        </Button>
      </div>
      <Refused why={why} />
    </May>
  );
}

function gridRow(stray: Stray, typed: Typed): GridRow {
  return {
    posted: dayText(stray.postedOn),
    document: stray.document.number,
    ...{ party: stray.party, account: stray.account, text: stray.text, amount: dollars(stray.amountCents) },
    ...typed,
  };
}

function cellsOf(row: GridRow | undefined): Typed {
  return { project: row?.['project'] ?? '', code: row?.['code'] ?? '', costType: row?.['costType'] ?? '' };
}

/** What a rule proposes, where nothing is typed. */
function proposed({ proposal, project }: Stray, typed: Typed | undefined): Typed {
  if (typed !== undefined && typed.code.trim() !== '') return typed;
  if (proposal === null) return typed ?? { ...NOTHING, project };
  return { project: proposal.project, code: proposal.code, costType: proposal.costType };
}

/** Beside a row, what its rule proposes: it counts once it is taken. */
function follows(stray: Stray | undefined): Readonly<Record<string, string>> | undefined {
  const proposal = stray?.proposal;
  if (!proposal) return undefined;
  return { project: proposal.project, code: `${proposal.code} (rule ${proposal.rule})`, costType: proposal.costType };
}

function previewOf(answer: Answer<'recodePreview'> | undefined): Preview | null {
  if (answer === undefined) return null;
  return {
    ...{
      documents: 1,
      enteredCents: ZERO,
      missingCents: null,
      hours: quantity(0),
      follows: [],
      weeks: [],
      against: [],
      bills: [],
      trialBalance: [],
    },
    ...answer,
  };
}

/** `lines/2/code` as the row it is of. */
function wordsAt(place: string, lines: readonly { readonly line: number }[], rows: readonly Stray[]): string {
  const [, index = '0', column = ''] = place.split('/');
  const of = lines[Number(index)]?.line;
  const head = CODED.find(({ id }) => id === column)?.head;
  return [`Row ${rows.findIndex(({ line }) => line === of) + 1}`, head].filter(Boolean).join(', ') + ':';
}
