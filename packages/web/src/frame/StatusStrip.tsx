import styled from 'styled-components';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { color, size, space, type } from '../theme/tokens.ts';

/** Whether the books tie, how the month stands, what waits. */
export function StatusStrip() {
  const { frame, through } = useShownBooks();
  const { ties, recognizedThrough, company, drafts } = frame;
  const tied = ties.filter(({ oneCents, otherCents }) => oneCents === otherCents).length;
  const whole = tied === ties.length;
  const locked = company?.lockedThrough != null && through <= company.lockedThrough;
  const recognized = recognizedThrough !== null && through <= recognizedThrough;
  return (
    <Strip aria-label="Status">
      <AsOfLink to="/closing" data-tone={whole ? 'good' : 'trouble'}>
        <span aria-hidden>{whole ? '◆' : '▲'}</span> <b>{whole ? 'Books tie' : 'Books do not tie'}</b> {tied} of{' '}
        {ties.length}
      </AsOfLink>
      <span>
        {monthText(through)} {locked ? 'locked' : 'open'}, {recognized ? 'recognized' : 'not yet recognized'}
      </span>
      <AsOfLink to="/costs">{waiting(drafts)}</AsOfLink>
      <span>? lists the keys</span>
    </Strip>
  );
}

function waiting({ bills, hours }: { readonly bills: number; readonly hours: number }): string {
  const counted = (count: number, one: string, many: string): string[] =>
    count === 0 ? [] : [`${count} ${count === 1 ? one : many}`];
  const parts = [...counted(bills, 'bill sheet', 'bill sheets'), ...counted(hours, 'week of hours', 'weeks of hours')];
  return parts.length === 0 ? 'No sheet waiting' : `${parts.join(' and ')} waiting`;
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
