import styled from 'styled-components';
import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { May, useSession } from '../api/session.tsx';
import { Page, Part, Scroll } from '../ui/Page.tsx';
import { color, narrow, space } from '../theme/tokens.ts';
import { FirstSteps } from './FirstSteps.tsx';
import { MonthSteps } from './MonthSteps.tsx';
import { useWaiting } from './use-waiting.ts';

/** What waits for whoever is signed in, and how the month stands. */
export function TodayPage() {
  const { today, through } = useShownBooks();
  const { person } = useSession();
  return (
    <Page title="Today" facts={[dayText(today), person?.name].filter(Boolean).join(' · ')}>
      <FirstSteps />
      <Scroll>
        <Columns>
          <Part title="Waiting for you">
            <WaitingList />
          </Part>
          <May do="read-books">
            <Part title={`Steps of ${monthText(through)}`}>
              <MonthSteps />
            </Part>
          </May>
        </Columns>
      </Scroll>
    </Page>
  );
}

function WaitingList() {
  const lines = useWaiting();
  if (lines.length === 0) return <p>Nothing waits for you.</p>;
  return (
    <List>
      {lines.map(({ what, path, words, amount }) => (
        <li key={what}>
          <AsOfLink to={path}>{words}</AsOfLink>
          <span>{amount}</span>
        </li>
      ))}
    </List>
  );
}

const Columns = styled.div`
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: ${space.six};
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
  h2 {
    padding-bottom: ${space.one};
    border-bottom: 1px solid ${color.rule};
  }
`;

const List = styled.ul`
  display: grid;
  list-style: none;
  padding: 0;
  li {
    display: flex;
    justify-content: space-between;
    gap: ${space.three};
    padding: ${space.one} 0;
    border-bottom: 1px solid ${color.line};
  }
  span {
    font-variant-numeric: tabular-nums;
    font-weight: 600;
  }
`;
