import type { IsoDate } from '@lowtide/core/calendar/iso-date.ts';
import type { FrontDoor } from './front-door.ts';

interface Paper {
  readonly bill: string;
  readonly name: string;
  readonly mediaType: string;
  readonly text: string;
}

const PAPERS: readonly Paper[] = [
  {
    bill: 'NQ-8906',
    name: 'Delivery note 8906.txt',
    mediaType: 'text/plain',
    text: 'Norsand Quarry, delivery note 8906\nArmor stone, 80 t, by barge to the Garrow tide gate\nWeighed at the jetty: 80.0 t\n',
  },
  {
    bill: 'NQ-8906 C',
    name: 'Weigh bridge ticket.csv',
    mediaType: 'text/csv',
    text: 'ticket,day,material,t\n5521,2027-03-23,fines sent back,12.0\n',
  },
];

/** Papers are kept with the bills they belong to, and further bills of suppliers wait in the mailbox. */
export async function keepPapers(door: FrontDoor, day: IsoDate): Promise<void> {
  if (day !== '2027-03-26') return;
  const { rows } = await door.ask<{ rows: { id: number; kind: string; number: string }[] }>(
    '/documents?through=2027-03&kind=bill&text=NQ-8906',
  );
  for (const { bill: of, name, mediaType, text } of PAPERS) {
    const bill = rows.find(({ number }) => number === of);
    if (!bill) throw new Error(`no bill ${of} to keep ${name} with`);
    const content = Buffer.from(text).toString('base64');
    await door.order('POST', '/attachments', { about: 'document', id: bill.id, name, mediaType, content });
  }
  const { messages } = await door.order<{ messages: readonly { name: string; xml: string }[] }>(
    'POST',
    '/stand-ins/supplier-mailbox',
    {},
  );
  for (const message of messages) await door.order('POST', '/supplier-messages', message);
}
