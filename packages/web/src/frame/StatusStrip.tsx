import styled from 'styled-components';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import type { Answer } from '../api/books-api.ts';
import { useRecognitionWords } from '../api/use-recognition-words.ts';
import { StatusPlace } from '../ui/InStatus.tsx';
import { color, size, space, type } from '../theme/tokens.ts';

/** Whether the books tie, how the month stands, what waits. */
export function StatusStrip() {
  const { frame, through } = useShownBooks();
  const { ties, company, drafts } = frame;
  const tied = ties.filter(({ oneCents, otherCents }) => oneCents === otherCents).length;
  const whole = tied === ties.length;
  const recognition = useRecognitionWords();
  const locked = company?.lockedThrough != null && through <= company.lockedThrough;
  return (
    <Strip aria-label="Status">
      <May do="read-books">
        <AsOfLink to="/closing" data-tone={whole ? 'good' : 'trouble'}>
          <span aria-hidden>{whole ? '◆' : '▲'}</span> <b>{whole ? 'Books tie' : 'Books do not tie'}</b> {tied} of{' '}
          {ties.length}
        </AsOfLink>
      </May>
      <span>
        {monthText(through)} {locked ? 'locked' : 'open'}
        <May do="read-books">
          , <AsOfLink to="/earning">{recognition}</AsOfLink>
        </May>
      </span>
      <May do="keep-books">
        <AsOfLink to="/costs">{waiting(drafts)}</AsOfLink>
      </May>
      <StatusPlace />
      <span>? lists the keys</span>
    </Strip>
  );
}

function waiting(drafts: Answer<'frame'>['drafts']): string {
  const parts = SHEET_KINDS.filter((kind) => (drafts[kind] ?? 0) > 0).map(
    (kind) => `${drafts[kind]} × ${sheetKind(kind).title}`,
  );
  return parts.length === 0 ? 'No sheet waiting' : `Waiting: ${parts.join(', ')}`;
}

const Strip = styled.footer`
  display: flex;
  align-items: center;
  gap: ${space.six};
  height: ${size.status};
  padding: 0 ${space.three};
  font-size: ${type.small};
  background: ${color.paperDeep};
  border-top: 1px solid ${color.line};
  a {
    text-decoration: none;
  }
  a:hover {
    text-decoration: underline;
  }
  [data-tone='good'] span {
    color: ${color.earned};
  }
  [data-tone='trouble'] {
    color: ${color.trouble};
  }
  > span:last-child {
    margin-left: auto;
    color: ${color.textQuiet};
  }
`;
