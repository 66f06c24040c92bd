import { plusDays, type IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { FrontDoor } from './front-door.ts';

/** How many of the latest are sent. */
const SENT = [
  { of: 'kind=application', most: 1 },
  { of: 'kind=invoice&open=yes', most: 8 },
] as const;

/** What is open is sent to the clients, who answer; whoever is late is reminded, and one says when they will pay. */
export async function askClients(door: FrontDoor, day: IsoDate): Promise<void> {
  for (const { of, most } of SENT) {
    const { rows } = await door.ask<{ rows: { id: number; reversedBy: string | null }[] }>(
      `/documents?through=2027-03&${of}&order=-dated`,
    );
    for (const { id, reversedBy } of rows.slice(0, most)) {
      if (reversedBy === null) await door.order('POST', `/documents/${id}/sending`, {});
    }
  }
  const { messages } = await door.order<{ messages: readonly { name: string; xml: string }[] }>(
    ...(['POST', '/stand-ins/client-inbox', {}] as const),
  );
  for (const message of messages) await door.order('POST', '/client-messages', message);
  await remindLate(door, day);
}

async function remindLate(door: FrontDoor, day: IsoDate): Promise<void> {
  const { rows } = await door.ask<{
    rows: { id: number; overdueCents: number; next: { isTime: boolean } | null }[];
  }>('/owing?through=2027-03');
  const late = rows.filter(({ next }) => next?.isTime === true);
  for (const { id } of late) await door.order('POST', `/clients/${id}/reminders`, { remindedOn: day, text: '' });
  const [first] = late;
  if (first === undefined) return;
  await door.order('POST', `/clients/${first.id}/promises`, {
    ...{ promisedOn: plusDays(day, 10), amount: String(first.overdueCents / 100) },
    text: 'Their accounts office, by telephone',
  });
}
