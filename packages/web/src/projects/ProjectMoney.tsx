import { dayText } from '@lowtide/core/calendar/iso-date.ts';
import { cents } from '@lowtide/core/money/cents.ts';
import { dollars } from '@lowtide/core/money/dollars.ts';
import { useGo, useShownBooks } from '../api/as-of.tsx';
import { useRead, type Answer } from '../api/books-api.ts';
import { MonthChart } from '../charts/MonthChart.tsx';
import { color } from '../theme/tokens.ts';
import { Facts } from '../ui/Facts.tsx';
import { Loading, Note } from '../ui/notes.tsx';
import { Sentence } from '../ui/Page.tsx';

type Money = Answer<'projectMoney'>;
type Amount = 'billed' | 'received' | 'paid' | 'cost' | 'net';

/** Who finances whom: billed, received, paid and cost to date by month, the lowest point, and the months to come. */
export function ProjectMoney({ id }: { readonly id: string }) {
  const { through } = useShownBooks();
  const go = useGo();
  const { answer, trouble } = useRead('projectMoney', { query: { project: id, through } });
  if (trouble) return <Note $tone="trouble">{trouble.detail}</Note>;
  if (!answer) return <Loading />;
  return (
    <>
      <Facts facts={factsOf(answer, through)} />
      <Sentence>
        {lentText(answer)} What lies ahead follows from open invoices as this client pays ({delayText(answer.delayDays)}
        ), from the billing plan, and from the cost to complete.
      </Sentence>
      <MonthChart
        label="Billed, received, paid and cost of the project to date, by month"
        height={300}
        months={answer.months.map(({ month }) => month)}
        at={through}
        onMonth={(month) => go(`/projects/${id}?part=ledger&m=${month}`)}
        series={SERIES.flatMap(({ of, name, tone }) => [
          { name, color: tone, values: answer.months.map((each) => (each.isExpected ? null : each[of])) },
          {
            ...{ name: `${name}, expected`, color: tone, dash: '4 4' },
            values: answer.months.map((each, place) => (isAhead(answer, place) ? each[of] : null)),
          },
        ])}
      />
    </>
  );
}

const SERIES: readonly { readonly of: Amount; readonly name: string; readonly tone: string }[] = [
  { of: 'billed', name: 'Billed', tone: color.billed },
  { of: 'received', name: 'Received', tone: color.earned },
  { of: 'paid', name: 'Paid out', tone: color.cost },
  { of: 'cost', name: 'Cost', tone: color.textQuiet },
  { of: 'net', name: 'Received − paid', tone: color.gap },
];

/** From the last month that happened on, so that the two lines meet. */
function isAhead({ months }: Money, place: number): boolean {
  return months[place]?.isExpected === true || months[place + 1]?.isExpected === true;
}

function factsOf({ months, lowest, lowestExpected, depositCents }: Money, through: Money['months'][number]['month']) {
  const now = months.findLast(({ month }) => month <= through);
  const shown = (amount: Amount): string => dollars(now?.[amount] ?? cents(0));
  return [
    { name: 'Billed', value: shown('billed') },
    { name: 'Received', value: shown('received') },
    { name: 'Paid out', value: shown('paid') },
    { name: 'Received − paid', value: shown('net') },
    { name: 'Lowest so far', value: lowest === null ? 'never below zero' : pointText(lowest) },
    {
      name: 'Lowest with what is expected',
      value: lowestExpected === null ? 'never below zero' : pointText(lowestExpected),
    },
    { name: 'Deposit that would avoid it', value: dollars(depositCents) },
  ];
}

function pointText({ on, netCents }: NonNullable<Money['lowest']>): string {
  return `${dollars(netCents)} on ${dayText(on)}`;
}

function lentText({ lowest }: Money): string {
  return lowest === null
    ? 'The client financed the work: what it paid was never less than what was paid for it.'
    : `The company lent its client at most ${dollars(cents(-lowest.netCents))}, on ${dayText(lowest.on)}.`;
}

function delayText(days: number): string {
  if (days === 0) return 'on the day it is due';
  return days > 0 ? `${days} days after it is due` : `${-days} days before it is due`;
}
