import { useState } from 'react';
import { Dialog as AriaDialog } from 'react-aria-components/Dialog';
import { Heading } from 'react-aria-components/Heading';
import { Modal, ModalOverlay } from 'react-aria-components/Modal';
import styled from 'styled-components';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { percent, type Ratio } from '@lowtide/core/money/ratio.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { Button } from '../ui/Button.tsx';
import { Figure } from '../ui/Figure.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { TextWord } from '../ui/TextWord.tsx';
import { color, space, type } from '../theme/tokens.ts';

interface Valued {
  readonly amountCents: Parameters<typeof dollars>[0] | null;
  readonly ratio: Ratio | null;
}

function valueText({ amountCents, ratio }: Valued): string {
  if (amountCents !== null) return dollars(amountCents);
  return ratio === null ? 'none' : `${percent(ratio, 4)} %`;
}

/** Where a figure comes from: its formula with inputs, down to posted lines that add up to it. */
export function TraceDrawer({ figure, onClose }: { readonly figure: string; readonly onClose: () => void }) {
  return (
    <Veil isOpen isDismissable onOpenChange={(open) => (open ? undefined : onClose())}>
      <Side>
        <AriaDialog aria-label="Where the figure comes from">
          <TraceBody key={figure} figure={figure} onClose={onClose} />
        </AriaDialog>
      </Side>
    </Veil>
  );
}

function TraceBody({ figure, onClose }: { readonly figure: string; readonly onClose: () => void }) {
  const { known } = useShownBooks();
  const [view, setView] = useState<LineView>({ order: '-day', text: '', moves: 'hidden' });
  const query = { figure, ...view, ...(known === undefined ? {} : { known }) };
  const { answer, trouble } = useRead('trace', { query }, { keepLast: true });
  if (trouble) {
    return (
      <>
        <Heading slot="title">No trace</Heading>
        <Note $tone="trouble">{trouble.detail}</Note>
        <Button onPress={onClose}>Close</Button>
      </>
    );
  }
  if (!answer) return <Loading />;
  return (
    <>
      <Head>
        <div>
          <Heading slot="title">{answer.title}</Heading>
          <p>{answer.about}</p>
        </div>
        <strong>{valueText(answer)}</strong>
        <Button onPress={() => void navigator.clipboard.writeText(copiedTrace(answer))}>Copy</Button>
        <Button onPress={onClose}>Close</Button>
      </Head>
      <p>= {answer.formula}</p>
      <Inputs inputs={answer.inputs} />
      {answer.lineCount === 0 ? null : (
        <>
          <LineWords isCost={figure.startsWith('cost.')} view={view} onChange={setView} />
          <Lines key={JSON.stringify(view)} query={query} view={view} onChange={setView} />
        </>
      )}
    </>
  );
}

interface LineView {
  readonly order: '-day' | 'day' | '-amount' | 'amount';
  readonly text: string;
  readonly moves: 'shown' | 'hidden';
}

interface LineWordsProps {
  readonly isCost: boolean;
  readonly view: LineView;
  readonly onChange: (view: LineView) => void;
}

/** Which of the lines are shown. */
function LineWords({ isCost, view, onChange }: LineWordsProps) {
  return (
    <p>
      Lines with
      <TextWord
        label="Text"
        placeholder="any text"
        value={view.text}
        onChange={(text) => onChange({ ...view, text })}
      />
      {isCost ? (
        <label>
          <input
            type="checkbox"
            checked={view.moves === 'shown'}
            onChange={({ target }) => onChange({ ...view, moves: target.checked ? 'shown' : 'hidden' })}
          />{' '}
          with cost that only moved between accounts, which adds nothing
        </label>
      ) : null}
    </p>
  );
}

interface LinesProps extends Omit<LineWordsProps, 'isCost'> {
  readonly query: { readonly figure: string; readonly known?: string };
}

function Lines({ query, view, onChange }: LinesProps) {
  const [pages, setPages] = useState<readonly (number | undefined)[]>([undefined]);
  const head = (text: string, by: 'day' | 'amount') => {
    const isDown = view.order === `-${by}`;
    const direction = isDown ? 'descending' : view.order === by ? 'ascending' : undefined;
    return (
      <th key={text} aria-sort={direction}>
        <button type="button" onClick={() => onChange({ ...view, order: isDown ? by : `-${by}` })}>
          {text}
          {direction === undefined ? '' : isDown ? ' ↓' : ' ↑'}
        </button>
      </th>
    );
  };
  return (
    <table aria-label="Posted lines">
      <thead>
        <tr>
          {head('Day', 'day')}
          {['Document', 'Account', 'Project, coding', 'Party'].map((text) => (
            <th key={text}>{text}</th>
          ))}
          {head('Amount', 'amount')}
        </tr>
      </thead>
      {pages.map((after) => (
        <LinesPage key={after ?? 0} query={query} after={after} onMore={(last) => setPages([...pages, last])} />
      ))}
    </table>
  );
}

/** The figure, its formula and its inputs as lines of a spreadsheet. */
function copiedTrace({ title, about, formula, inputs, ...value }: Answer<'trace'>): string {
  const lines = inputs.map((input) => `${input.label}\t${valueText(input)}`);
  return [`${title}, ${about}\t${valueText(value)}`, `= ${formula}`, ...lines].join('\n');
}

function Inputs({ inputs }: { readonly inputs: Answer<'trace'>['inputs'] }) {
  if (inputs.length === 0) return null;
  return (
    <table aria-label="Inputs">
      <tbody>
        {inputs.map((input, index) => (
          <tr key={index}>
            <td>{input.label}</td>
            <td data-figures="true">
              <Figure label={input.label} text={valueText(input)} figure={input.figure ?? undefined} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

interface LinesPageProps {
  readonly query: { readonly figure: string; readonly known?: string };
  readonly after: number | undefined;
  readonly onMore: (last: number) => void;
}

function LinesPage({ query, after, onMore }: LinesPageProps) {
  const { answer } = useRead('trace', {
    query: { ...query, ...(after === undefined ? {} : { after: String(after) }) },
  });
  const last = answer?.lines.at(-1);
  return (
    <tbody>
      {answer?.lines.map((line) => (
        <tr key={line.id}>
          <td>{dayText(line.postedOn)}</td>
          <td>
            <AsOfLink to={`/documents/${line.documentId}`}>{line.documentNumber}</AsOfLink>
          </td>
          <td>{line.account}</td>
          <td>{[line.projectCode, line.coding].filter(Boolean).join(' · ')}</td>
          <td>{line.party ?? line.text}</td>
          <td data-figures="true">{dollars(line.amountCents)}</td>
        </tr>
      ))}
      {answer?.more && last ? (
        <tr>
          <td colSpan={6}>
            <Button $look="quiet" onPress={() => onMore(last.id)}>
              Show more lines
            </Button>
          </td>
        </tr>
      ) : null}
    </tbody>
  );
}

const Veil = styled(ModalOverlay)`
  position: fixed;
  inset: 0;
  z-index: 15;
  background: ${color.veil};
`;

const Side = styled(Modal)`
  position: absolute;
  inset: 0 0 0 auto;
  width: min(760px, 94vw);
  overflow: auto;
  background: ${color.paper};
  box-shadow: -12px 0 40px ${color.shadow};
  section {
    display: grid;
    gap: ${space.three};
    padding: ${space.five};
    outline: none;
  }
  table {
    width: 100%;
    font-stretch: ${type.narrow};
  }
  th,
  td {
    padding: ${space.one} ${space.two} ${space.one} 0;
    text-align: left;
    border-bottom: 1px solid ${color.line};
  }
  th {
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
  th button {
    border: 0;
    padding: 0;
    background: none;
    font: inherit;
    color: inherit;
    cursor: pointer;
  }
  label {
    margin-left: ${space.three};
  }
  th:last-child,
  [data-figures] {
    text-align: right;
    font-variant-numeric: tabular-nums;
    padding-right: 0;
  }
`;

const Head = styled.div`
  display: flex;
  align-items: start;
  gap: ${space.four};
  div {
    flex: 1;
  }
  h2 {
    font-size: ${type.title};
    font-weight: 650;
  }
  p {
    color: ${color.textQuiet};
  }
  strong {
    font-size: ${type.title};
    font-variant-numeric: tabular-nums;
  }
`;
