import { useState } from 'react';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { AsOfLink, useShownBooks } from '../api/as-of.tsx';
import { useRead } from '../api/books-api.ts';
import { Loading, Note } from '../ui/notes.tsx';
import { Page, Part, Parts, Scroll, Sentence } from '../ui/Page.tsx';
import { IncludedAmounts } from './IncludedAmounts.tsx';
import { MilestonesTable } from './MilestonesTable.tsx';
import { WastedCost } from './WastedCost.tsx';
import { saidOf, SurveySheet } from './SurveySheet.tsx';

/** Progress that cost does not show, of all projects of a month on one page: what sites are surveyed at, and milestones that are reached. */
export function SiteProgressPage() {
  const { asOf, through } = useShownBooks();
  const { answer, trouble } = useRead('toldProgress', { query: asOf });
  // A new sheet once the surveys are kept: what was typed is told.
  const [sheets, setSheets] = useState(0);
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  const surveyed = answer.rows.filter(({ method }) => method === 'surveyed');
  const byUnits = answer.rows.filter(({ method }) => method === 'units');
  const byHours = answer.rows.filter(({ method }) => method === 'labor-hours');
  const byMilestones = answer.rows.filter(({ method }) => method === 'milestones');
  return (
    <Page
      title={`Progress of the sites, ${monthText(through)}`}
      facts="What earning rests on besides cost: surveys, milestones, what is in prices and not agreed, cost that was wasted"
    >
      <Scroll>
        <Parts>
          {answer.rows.length === 0 ? (
            <Sentence>
              No project is surveyed, has milestones, or earns by units or hours. How a project earns is chosen on its
              record.
            </Sentence>
          ) : null}
          {surveyed.length === 0 ? null : (
            <Part title="Surveyed">
              <SurveySheet key={sheets} told="percent" rows={surveyed} onTold={() => setSheets((count) => count + 1)} />
            </Part>
          )}
          {byUnits.length === 0 ? null : (
            <Part title="By units done">
              <SurveySheet key={sheets} told="units" rows={byUnits} onTold={() => setSheets((count) => count + 1)} />
            </Part>
          )}
          {byHours.length === 0 ? null : (
            <Part title="By labor hours">
              {byHours.map((row) => (
                <p key={row.projectId}>
                  <AsOfLink to={`/projects/${row.projectId}/forecast`}>{row.code}</AsOfLink> {row.name}. {saidOf(row)}{' '}
                  Hours worked are those of the sheets, hours to come those of the forecast.
                </p>
              ))}
            </Part>
          )}
          {byMilestones.map((row) => (
            <Part key={row.projectId} title={`${row.code} ${row.name}`}>
              <MilestonesTable row={row} />
            </Part>
          ))}
          <Part title="In the price and not agreed">
            <IncludedAmounts />
          </Part>
          <Part title="Cost that shows no progress">
            <WastedCost />
          </Part>
        </Parts>
      </Scroll>
    </Page>
  );
}
