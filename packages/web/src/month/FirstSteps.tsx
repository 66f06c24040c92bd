import { Check } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Asked } from '../api/books-api.ts';
import { useMay } from '../api/session.tsx';
import { Button } from '../ui/Button.tsx';
import { color, space, type } from '../theme/tokens.ts';

interface Step {
  readonly text: string;
  readonly why: string;
  readonly path: string;
  readonly isDone: boolean;
  /** Not every company needs it. */
  readonly isOptional?: boolean;
}

const HIDDEN = 'lowtide first steps hidden';
/** Books with more projects than this and a bill have begun. */
const MOST_PROJECTS = 3;

/** What new books still need up to the first bill, each with its page; gone when all of it is there. */
export function FirstSteps() {
  const may = useMay();
  const { answer: reference } = useRead('reference', {});
  const { answer: bills } = useDocuments(may('keep-books') ? 'bill' : null);
  const [isHidden, setHidden] = useState(() => localStorage.getItem(HIDDEN) !== null);
  if (isHidden || !may('keep-books') || !reference || !bills) return null;
  if (reference.projects.length > MOST_PROJECTS && bills.count > 0) return null;
  const hide = (): void => {
    localStorage.setItem(HIDDEN, 'yes');
    setHidden(true);
  };
  return <Steps onHide={hide} />;
}

function Steps({ onHide }: { readonly onHide: () => void }) {
  const steps = useSteps();
  if (steps === null) return null;
  if (steps.every(({ isDone, isOptional = false }) => isDone || isOptional)) return null;
  const isPassedOver = (place: number): boolean => steps.slice(place).some(({ isDone }) => isDone);
  const next = steps.find(({ isDone, isOptional = false }, place) => !isDone && !(isOptional && isPassedOver(place)));
  return (
    <Panel aria-label="First steps">
      <h2>First steps</h2>
      <ol>
        {steps.map((step) => (
          <li key={step.text} data-done={step.isDone || undefined} aria-current={step === next ? 'step' : undefined}>
            <span aria-hidden>{step.isDone ? <Check size={14} /> : steps.indexOf(step) + 1}</span>
            <AsOfLink to={step.path}>{step.text}</AsOfLink>
            <p>{step.isDone ? 'Done.' : step.why}</p>
          </li>
        ))}
      </ol>
      <Button $look="quiet" onPress={onHide}>
        Hide these steps
      </Button>
    </Panel>
  );
}

/** How many documents of a kind there are; null asks nothing. */
function useDocuments(kind: 'bill' | 'opening' | null) {
  const { asOf } = useShownBooks();
  const query = { ...asOf, kind, order: '-dated', offset: '0' } as Asked<'documents'>['query'];
  return useRead('documents', kind === null ? null : { query });
}

/** The steps, once what they depend on is known. */
function useSteps(): readonly Step[] | null {
  const { asOf } = useShownBooks();
  const { answer: reference } = useRead('reference', {});
  const { answer: letterhead } = useRead('letterhead', {});
  const { answer: projects } = useRead('projects', { query: { ...asOf, show: 'all' } as Asked<'projects'>['query'] });
  const { answer: bills } = useDocuments('bill');
  const { answer: taken } = useDocuments('opening');
  if (!reference || !letterhead || !projects || !bills || !taken) return null;
  const [first] = reference.projects;
  const ofFirst = first === undefined ? '/projects' : `/projects/${first.id}/estimates`;
  return [
    {
      ...{ text: 'Your letters', path: '/settings/company', isDone: letterhead.address !== '' },
      why: 'Address, bank details and logo for invoices and proposals.',
    },
    {
      ...{ text: 'Cost codes', path: '/settings/cost-code', isDone: reference.costCodes.length > 0 },
      why: 'What cost is told apart by; typed, or imported from CSV.',
    },
    {
      text: 'Clients and suppliers',
      path: reference.clients.length === 0 ? '/settings/client' : '/settings/supplier',
      isDone: reference.clients.length > 0 && reference.suppliers.length > 0,
      why: 'With their terms; a supplier can also be added while a bill is typed.',
    },
    {
      ...{ text: 'A project', path: '/projects', isDone: first !== undefined },
      why: 'Code, client, and how its revenue is recognized. A price typed here counts until an estimate is approved.',
    },
    {
      text: 'Its estimate',
      path: ofFirst,
      isDone: projects.rows.some(({ estimate }) => estimate.amountCents !== 0),
      why: 'Approved, it makes budget and contract, in place of what was typed before; small jobs that earn as billed need none.',
    },
    {
      ...{ text: 'Opening balances', path: '/costs/opening/new', isDone: taken.count > 0, isOptional: true },
      why: 'Accounts, open bills and projects under way, from the books before. Pass it over where there are none.',
    },
    {
      ...{ text: 'The first bill', path: '/costs/bills/new', isDone: bills.count > 0 },
      why: 'Coded to the project, it shows at once what it does to cost and margin.',
    },
  ];
}

const Panel = styled.section`
  padding: ${space.three} ${space.four};
  border: 1px solid ${color.line};
  border-left: 3px solid ${color.billedBright};
  border-radius: 3px;
  h2 {
    font-size: ${type.base};
    font-weight: 650;
  }
  ol {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(144px, 1fr));
    gap: ${space.three};
    margin: ${space.two} 0;
    padding: 0;
    list-style: none;
  }
  li > span {
    display: inline-grid;
    place-items: center;
    width: 20px;
    height: 20px;
    vertical-align: middle;
    margin-right: ${space.two};
    border: 1px solid ${color.lineStrong};
    border-radius: 50%;
    font-size: ${type.small};
  }
  li[aria-current] > span {
    background: ${color.primary};
    color: ${color.textOnPrimary};
  }
  li[data-done] > span {
    border-color: ${color.earned};
    color: ${color.earned};
  }
  a {
    font-weight: 650;
  }
  p {
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
`;
