import styled from 'styled-components';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { cents, sum, ZERO, type Cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import type { Waiting } from '@lowtide/core/people/waiting.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { useMay } from '../api/session.tsx';
import { useRecognitionWords } from '../api/use-recognition-words.ts';
import { color, space, type } from '../theme/tokens.ts';
import { useWaiting } from './use-waiting.ts';

/** What has to become a posting before a month is done. */
const TO_BE_POSTED: ReadonlySet<Waiting> = new Set<Waiting>([
  ...(['weeks-to-approve', 'weeks-to-post', 'incoming-bills', 'journals-due', 'uncoded-cost'] as const),
]);

/** Overhead that is still to be applied for the month, and pay periods whose difference is left. */
function useLaborSteps() {
  const { through } = useShownBooks();
  const { answer: overhead } = useRead('overhead', { query: { through } });
  const { answer: labor } = useRead('laborState', {});
  const toApply = sum((overhead?.pools ?? []).map(({ months }) => months.at(-1)?.toApplyCents ?? ZERO));
  const may = useMay();
  const { answer: clearing } = useRead('laborClearing', may('see-pay') ? {} : null);
  const without = labor?.withoutTrueUp ?? 0;
  const apart = cents(Math.abs(clearing?.leftCents ?? 0));
  return [
    ...((overhead?.pools.length ?? 0) === 0
      ? []
      : [
          {
            to: '/labor?part=overhead',
            done: toApply === 0,
            text: toApply === 0 ? 'Overhead is applied.' : `Overhead to apply: ${dollars(toApply)}.`,
          },
        ]),
    ...((labor?.periods ?? 0) === 0
      ? []
      : [
          {
            to: '/labor?part=clearing',
            done: without === 0 && apart === 0,
            text: clearingText(without, apart),
          },
        ]),
  ];
}

/** Whether what was paid agrees with what hours applied: by true-ups, and to the cent. */
function clearingText(without: number, apart: Cents): string {
  const toTrueUp = without === 0 ? '' : `${without} pay ${without === 1 ? 'period' : 'periods'} to true up`;
  const left = apart === 0 ? '' : `${dollars(apart)} between hours and pay of paid periods`;
  const said = [toTrueUp, left].filter((each) => each !== '').join('; ');
  return said === '' ? 'Every pay period is trued up: applied and paid agree.' : `Labor clearing: ${said}.`;
}

/** What the month needs before it is locked, each with its state and its page. */
export function MonthSteps() {
  const { frame, through } = useShownBooks();
  const { ties, company, recognizedThrough, drafts } = frame;
  const locked = company?.lockedThrough ?? null;
  const recognition = useRecognitionWords();
  const { answer: state } = useRead('recognitionState', { query: { through } });
  const waiting = SHEET_KINDS.filter((kind) => (drafts[kind] ?? 0) > 0);
  const off = ties.filter(({ oneCents, otherCents }) => oneCents !== otherCents).map(({ name }) => name);
  const labor = useLaborSteps();
  // Sheets have a line of their own, with their kinds.
  const waits = useWaiting().filter(({ what }) => TO_BE_POSTED.has(what));
  const steps = [
    {
      to: '/costs?part=drafts',
      done: waiting.length === 0,
      text:
        waiting.length === 0
          ? 'No draft is left.'
          : `Drafts: ${waiting.map((kind) => `${drafts[kind]} × ${sheetKind(kind).title}`).join(', ')}.`,
    },
    ...waits.map(({ path, words }) => ({ to: path, done: false, text: `${words}.` })),
    ...labor,
    {
      to: '/recognition',
      done: recognizedThrough !== null && recognizedThrough >= through && state?.changesAnything === false,
      text: `${monthText(through)}: ${recognition}.`,
    },
    {
      to: '/closing',
      done: off.length === 0,
      text: off.length === 0 ? `All ${ties.length} tie-outs tie.` : `${off.join(', ')} do not tie.`,
    },
    {
      to: '/closing',
      done: locked !== null && locked >= through,
      text: locked === null ? 'No month is locked.' : `Locked through ${monthText(locked)}.`,
    },
  ];
  return (
    <List>
      {steps.map(({ to, done, text }) => (
        <li key={text}>
          <span aria-hidden>{done ? '◆' : '◇'}</span>
          <b>{done ? 'Done' : 'To do'}</b>
          <AsOfLink to={to}>{text}</AsOfLink>
        </li>
      ))}
    </List>
  );
}

const List = styled.ul`
  list-style: none;
  padding: 0;
  li {
    display: grid;
    grid-template-columns: 16px 44px minmax(0, 1fr);
    padding: ${space.one} 0;
    border-bottom: 1px solid ${color.line};
  }
  b {
    font-size: ${type.small};
    font-weight: 600;
    color: ${color.textQuiet};
  }
`;
