import { expect, test } from 'vitest';
import { approve, priced } from '../priced-estimate.test.support.ts';
import { invoiceOf, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

/** DUNE is agreed at 10,000.00 for Earthwork. */
const company = smallCompany(async (app) => {
  await approve(app, await priced(app, 2, [{ section: 'Earthwork', code: '31-250', cost: '8,000', price: '10,000' }]));
});

interface Row {
  readonly id: number;
  readonly kind: string;
  readonly about: string;
  readonly amountCents: number | null;
  readonly documentId: number | null;
  readonly isUsable: boolean;
  readonly remarks: readonly { readonly kind: string }[];
}
const waiting = async (app: TestApp) => (await app.ask<{ rows: Row[] }>('/client-messages')).rows;
const send = async (app: TestApp, id: number | undefined) => app.order('POST', `/documents/${id}/sending`, {});
/** Has the simulated clients answer, and takes their answers in. */
async function deliver(app: TestApp): Promise<readonly { name: string; xml: string }[]> {
  const { messages } = await app.order<{ messages: { name: string; xml: string }[] }>(
    'POST',
    '/stand-ins/client-inbox',
    {},
  );
  for (const message of messages) await app.order('POST', '/client-messages', message);
  return messages;
}
const put = async (app: TestApp, row: Row | undefined) =>
  app.order<{ kind: string; id: number }>('POST', `/client-messages/${row?.id}/sheet`, {});
async function postDraft(app: TestApp, id: number) {
  const { version } = await app.ask<{ version: number }>(`/drafts/${id}?month=2027-01`);
  return app.order<{ documents: { id: number; number: string }[] }>('POST', `/drafts/${id}/posting`, {
    ...{ month: '2027-01', version, acceptWarnings: true },
  });
}
const applied = (line: string, amount: string) => ({
  ...{ kind: 'applications', project: 'DUNE', datedOn: '2027-01-31', replaces: '', taxCode: '', text: '' },
  rows: [{ line, percent: '', amount, stored: '', mayExceed: '', text: '' }],
});

test('an application that was sent is certified by its client, and the certificate is posted from the answer', async () => {
  const app = await company.open({ demo: true });
  const [asked] = await post(app, '2027-01', applied('1', '2,000'));
  expect(await deliver(app)).toEqual([]);
  await send(app, asked?.id);
  expect((await app.ask<{ sentAt: string | null }>(`/documents/${asked?.id}`)).sentAt).not.toBeNull();
  await deliver(app);
  const [answer] = await waiting(app);
  expect(answer).toMatchObject({ kind: 'certified', about: asked?.number, isUsable: true, remarks: [] });
  const begun = await put(app, answer);
  expect(begun.kind).toBe('certificates');
  const { documents } = await postDraft(app, begun.id);
  expect(documents).toMatchObject([{ number: 'INV-0001' }]);
  expect(await waiting(app)).toEqual([]);
  await app.close();
});

test('a line certified for less comes with its reason and leaves the rest to be asked for', async () => {
  const app = await company.open({ demo: true });
  const [asked] = await post(app, '2027-01', applied('1', '2,000'));
  await send(app, asked?.id);
  const [whole] = await deliver(app);
  const xml = whole?.xml
    .replaceAll('>AP<', '>CA<')
    .replace(
      '</cac:DocumentResponse>',
      `<cac:LineResponse><cac:LineReference><cbc:LineID>1</cbc:LineID></cac:LineReference><cac:Response><cbc:ResponseCode>CA</cbc:ResponseCode><cbc:Description>Half of it</cbc:Description><cac:Status><cac:Condition><cbc:AttributeID>certified</cbc:AttributeID><cbc:Measure unitCode="USD">1000.00</cbc:Measure></cac:Condition></cac:Status></cac:Response></cac:LineResponse></cac:DocumentResponse>`,
    );
  await app.order('POST', '/client-messages', { name: 'less.xml', xml });
  const [, less] = await waiting(app);
  expect(less).toMatchObject({ kind: 'certified', amountCents: 100_000, isUsable: true, remarks: [] });
  await postDraft(app, (await put(app, less)).id);
  const billing = await app.ask<{ billedCents: number; leftCents: number }>(
    '/project-billing?through=2027-01&project=2',
  );
  expect(billing).toMatchObject({ billedCents: 100_000, leftCents: 900_000 });
  // The other answer came too late.
  expect((await waiting(app)).flatMap(({ remarks }) => remarks.map(({ kind }) => kind))).toEqual(['unknown-code']);
  await app.close();
});

test('a payment that is announced posts nothing by itself; announced twice it says so', async () => {
  const app = await company.open({ demo: true });
  const invoice = await app.order<{ id: number; number: string }>(
    ...(['POST', '/invoices', invoiceOf('DUNE', 'amount', '2,000')] as const),
  );
  await send(app, invoice.id);
  await deliver(app);
  const [first, second] = await waiting(app);
  expect(first).toMatchObject({ kind: 'payment announced', about: invoice.number, amountCents: 200_000, remarks: [] });
  expect(second?.remarks.map(({ kind }) => kind)).toEqual(['announced-before']);
  const open = async () =>
    (await app.ask<{ document: { openCents: number } }>(`/documents/${invoice.id}`)).document.openCents;
  expect(await open()).toBe(200_000);
  const begun = await put(app, first);
  expect(await open()).toBe(200_000);
  await postDraft(app, begun.id);
  expect(await open()).toBe(0);
  // What was paid already is told of the second.
  expect((await waiting(app))[0]?.remarks.map(({ kind }) => kind)).not.toEqual([]);
  await app.order('POST', `/client-messages/${second?.id}/dropping`, { reason: 'The same money' });
  expect(await waiting(app)).toEqual([]);
  await app.order('POST', `/client-messages/${second?.id}/taking-back`, {});
  expect(await waiting(app)).toHaveLength(1);
  await app.close();
});

test('a dispute leads to its invoice and is read with it', async () => {
  const app = await company.open({ demo: true });
  const invoice = await app.order<{ id: number; number: string }>(
    'POST',
    '/invoices',
    invoiceOf('DUNE', 'amount', '9'),
  );
  const xml = `<ApplicationResponse><ID>Q-1</ID><IssueDate>2027-01-31</IssueDate>
    <SenderParty><PartyName><Name>Garrow County</Name></PartyName></SenderParty>
    <ReceiverParty><PartyName><Name>Test Works</Name></PartyName></ReceiverParty>
    <DocumentResponse><Response><ResponseCode>UQ</ResponseCode><Description>Not agreed</Description></Response>
    <DocumentReference><ID>${invoice.number}</ID></DocumentReference></DocumentResponse></ApplicationResponse>`;
  await app.order('POST', '/client-messages', { name: 'Q-1.xml', xml });
  const [dispute] = await waiting(app);
  expect(dispute).toMatchObject({ kind: 'disputed', documentId: invoice.id, isUsable: true });
  expect(await put(app, dispute)).toEqual({ kind: 'document', id: invoice.id });
  const files = await app.ask<{ rows: { name: string }[] }>(`/attachments?about=document&id=${invoice.id}`);
  expect(files.rows.map(({ name }) => name)).toEqual(['Q-1.xml']);
  await app.close();
});

test.each([
  { case: 'another company', from: 'Test Works', to: 'Marl Reach', kinds: ['other-company'] },
  { case: 'a document of another client', from: 'Garrow County', to: 'Tarn Trust', kinds: ['sent-to-another'] },
  { case: 'a document nobody wrote', from: 'INV-0001', to: 'INV-0999', kinds: ['not-there'] },
])('an answer to $case cannot be acted on, and says why', async ({ from, to, kinds }) => {
  const app = await company.open({ demo: true });
  await app.order('POST', '/invoices', invoiceOf('DUNE', 'amount', '9'));
  const xml = `<ApplicationResponse><ID>Q-1</ID><IssueDate>2027-01-31</IssueDate>
    <SenderParty><PartyName><Name>Garrow County</Name></PartyName></SenderParty>
    <ReceiverParty><PartyName><Name>Test Works</Name></PartyName></ReceiverParty>
    <DocumentResponse><Response><ResponseCode>UQ</ResponseCode></Response>
    <DocumentReference><ID>INV-0001</ID></DocumentReference></DocumentResponse></ApplicationResponse>`;
  await app.order('POST', '/client-messages', { name: 'Q-1.xml', xml: xml.replace(from, to) });
  const [row] = await waiting(app);
  expect(row?.isUsable).toBe(false);
  expect(row?.remarks.map(({ kind }) => kind)).toEqual(kinds);
  expect(await app.refused('POST', `/client-messages/${row?.id}/sheet`, {})).toHaveLength(1);
  await app.close();
});

test.each([
  { case: 'no XML', xml: 'Dear accountant' },
  { case: 'a document type', xml: '<!DOCTYPE x><ApplicationResponse/>' },
  { case: 'an element that is not closed', xml: '<RemittanceAdvice><ID>1</ID>' },
])('$case waits with its reason and changes nothing', async ({ xml }) => {
  const app = await company.open({ demo: true });
  await app.order('POST', '/client-messages', { name: 'damaged.xml', xml });
  expect(await waiting(app)).toMatchObject([
    { kind: 'unreadable', isUsable: false, remarks: [{ kind: 'ubl-unreadable' }] },
  ]);
  await app.close();
});
