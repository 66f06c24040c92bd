import { useState } from 'react';
import styled from 'styled-components';
import { REPORT_GROUPS, type ReportGroup } from '@lowtide/core/reports/report.ts';
import { REPORT_NAMES, reportOf, type ReportName } from '@lowtide/core/reports/reports.ts';
import { AsOfLink, useGo, useShownBooks } from '../api/as-of.tsx';
import { monthText } from '@lowtide/core/calendar/month.ts';
import { useRead } from '../api/books-api.ts';
import { useMay } from '../api/session.tsx';
import { Page, Scroll } from '../ui/Page.tsx';
import { Field } from '../ui/Field.tsx';
import { color, space, type } from '../theme/tokens.ts';

/** A page that can be opened from here, and the words it is found by. */
interface Offer {
  readonly path: string;
  readonly title: string;
  readonly facts: string;
  readonly words: string;
}

/** Every report, in groups by the question they answer, found by typing; one's own views first. */
export function ReportsPage() {
  const go = useGo();
  const { through } = useShownBooks();
  const [typed, setTyped] = useState('');
  const groups = useGroups()
    .map(({ title, offers }) => ({ title, offers: offers.filter((offer) => isFound(offer, typed)) }))
    .filter(({ offers }) => offers.length > 0);
  const first = groups[0]?.offers[0];
  return (
    <Page title="Reports" facts={`Through ${monthText(through)}; each can be asked as of any month`}>
      <form
        role="search"
        style={{ width: 320 }}
        onSubmit={(event) => {
          event.preventDefault();
          if (first !== undefined) go(first.path);
        }}
      >
        <Field label="Find a report; Enter opens the first" value={typed} onChange={setTyped} autoFocus />
      </form>
      <Scroll>
        {groups.length === 0 ? <p role="status">No report is called “{typed}”. Try another word for it.</p> : null}
        <Groups>
          {groups.map(({ title, offers }) => (
            <section key={title} aria-label={title}>
              <h2>{title}</h2>
              <ul>
                {offers.map((offer) => (
                  <li key={offer.path}>
                    <AsOfLink to={offer.path} aria-current={offer === first && typed !== '' ? true : undefined}>
                      {offer.title}
                    </AsOfLink>
                    <p>{offer.facts}</p>
                  </li>
                ))}
              </ul>
            </section>
          ))}
        </Groups>
      </Scroll>
    </Page>
  );
}

function useGroups(): readonly { readonly title: string; readonly offers: readonly Offer[] }[] {
  const may = useMay();
  const { answer: kept } = useRead('allViews', {});
  const offered = REPORT_NAMES.filter((name) => may(reportOf(name).may));
  const of = (group: ReportGroup): readonly Offer[] =>
    offered.filter((name) => reportOf(name).group === group).map(reportOffer);
  const own = (kept?.rows ?? []).flatMap(({ page, name, state }): Offer[] => {
    const report = offered.find((each) => each === page);
    if (report === undefined) return [];
    const { title } = reportOf(report);
    return [{ path: `${reportPath(report)}?${state}`, title: name, facts: `A view of ${title}`, words: title }];
  });
  return [
    { title: 'Your own views', offers: own },
    ...Object.entries(REPORT_GROUPS).map(([group, title]) => ({
      title,
      offers: group === 'books' && may('read-books') ? [...of(group), DOCUMENTS] : of(group as ReportGroup),
    })),
  ];
}

const DOCUMENTS: Offer = {
  ...{
    path: '/documents',
    title: 'All documents',
    facts: 'Everything that was posted, found by number, party or project',
  },
  words: 'journal register postings vouchers payments receipts',
};

export function reportPath(name: ReportName): string {
  return name === 'projects' ? '/projects' : `/reports/${name}`;
}

function reportOffer(name: ReportName): Offer {
  const { title, facts, alsoCalled } = reportOf(name);
  return { path: reportPath(name), title, facts, words: alsoCalled.join(' ') };
}

function isFound({ title, facts, words }: Offer, typed: string): boolean {
  const all = `${title} ${facts} ${words}`.toLowerCase();
  return typed
    .trim()
    .toLowerCase()
    .split(/\s+/)
    .every((word) => all.includes(word));
}

const Groups = styled.div`
  columns: 300px;
  column-gap: ${space.six};
  section {
    break-inside: avoid;
    margin-bottom: ${space.four};
  }
  h2 {
    font-size: ${type.base};
    font-weight: 650;
    padding-bottom: ${space.one};
    border-bottom: 1px solid ${color.rule};
  }
  ul {
    list-style: none;
    padding: 0;
  }
  li {
    padding: ${space.one} 0;
    border-bottom: 1px solid ${color.line};
  }
  a {
    font-weight: 600;
  }
  a[aria-current] {
    text-decoration-thickness: 2px;
  }
  p {
    font-size: ${type.small};
    color: ${color.textQuiet};
  }
`;
