import styled from 'styled-components';
import { countText } from '@lowtide/core/money/count-text.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { May } from '../api/session.tsx';
import { draftsText } from '../api/drafts-text.ts';
import { useRecognitionWords } from '../api/use-recognition-words.ts';
import { StatusPlace } from '../ui/InStatus.tsx';
import { color, size, space, type } from '../theme/tokens.ts';

/** Whether the books tie, how the month stands, what waits. */
export function StatusStrip() {
  const { frame, through } = useShownBooks();
  const { ties, company, drafts, strays } = frame;
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
          , <AsOfLink to="/recognition">{recognition}</AsOfLink>
        </May>
      </span>
      <May do="keep-books">
        <AsOfLink to="/costs?part=drafts">{draftsText(drafts, 2) ?? 'No draft'}</AsOfLink>
      </May>
      <May do="read-books">
        {strays.count === 0 ? null : (
          <AsOfLink to="/costs?part=uncoded">
            Uncoded cost: {countText(strays.count)}, {dollars(strays.total)}
          </AsOfLink>
        )}
      </May>
      <StatusPlace />
      <span>? lists the keys</span>
    </Strip>
  );
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
  > [role='status'] {
    font-weight: 600;
  }
  > span:last-child {
    margin-left: auto;
    color: ${color.textQuiet};
  }
`;
