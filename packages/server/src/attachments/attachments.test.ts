import { createHash } from 'node:crypto';
import { expect, test } from 'vitest';
import { billSheet, GOOD_BILL, post, smallCompany, type TestApp } from '../small-company.test.support.ts';

const company = smallCompany();

const PDF = Buffer.from('%PDF-1.7 delivery note');
const fileOf = (about: string, id: number | undefined, change: object = {}) => ({
  ...{ about, id, name: 'note 1.pdf', mediaType: 'application/pdf', content: PDF.toString('base64') },
  ...change,
});
interface Files {
  readonly rows: readonly { readonly id: number; readonly name: string; readonly digest: string }[];
}
const filesOf = (app: TestApp, about: string, id: number | undefined) =>
  app.ask<Files>(`/attachments?about=${about}&id=${id}`);

test('a file is kept with a document, comes back byte by byte, and its digest is in the audit log', async () => {
  const app = await company.open();
  const [bill] = await post(app, '2027-01', billSheet(GOOD_BILL));
  const { id } = await app.order<{ id: number }>('POST', '/attachments', fileOf('document', bill?.id));
  const digest = createHash('sha256').update(PDF).digest('hex');
  expect((await filesOf(app, 'document', bill?.id)).rows).toMatchObject([{ id, name: 'note 1.pdf', digest }]);
  const answer = await fetch(`${app.address}/api/attachments/${id}/content`);
  expect(answer.headers.get('content-type')).toBe('application/pdf');
  expect(Buffer.from(await answer.arrayBuffer()).equals(PDF)).toBe(true);
  expect(JSON.stringify(await app.ask('/audit-log?text=note'))).toContain(digest);
  await app.close();
});

test('the same file with the same thing is refused the second time; with another thing it is not', async () => {
  const app = await company.open();
  await app.order('POST', '/attachments', fileOf('project', 1));
  expect(await app.refused('POST', '/attachments', fileOf('project', 1))).toEqual(['content file-seen']);
  await app.order('POST', '/attachments', fileOf('project', 2));
  await app.close();
});

test('files of a sheet go with the documents that are posted from it, and with the sheet when it is discarded', async () => {
  const app = await company.open();
  const sheet = billSheet(GOOD_BILL, { ...GOOD_BILL, number: 'N-2' });
  const draft = await app.order<{ id: number; version: number }>('POST', '/drafts', { month: '2027-01', sheet });
  await app.order('POST', '/attachments', fileOf('draft', draft.id));
  const posting = { month: '2027-01', version: draft.version, acceptWarnings: true };
  const { documents } = await app.order<{ documents: { id: number }[] }>(
    ...(['POST', `/drafts/${draft.id}/posting`, posting] as const),
  );
  for (const { id } of documents) expect((await filesOf(app, 'document', id)).rows).toHaveLength(1);
  expect((await filesOf(app, 'draft', draft.id)).rows).toEqual([]);
  await app.close();
});

test.each([
  { case: 'with nothing that is there', file: fileOf('document', 99), said: ['id not-there'] },
  { case: 'with no name', file: fileOf('project', 1, { name: '' }), said: [] },
  { case: 'in no Base64', file: fileOf('project', 1, { content: '***' }), said: [] },
])('a file $case is refused', async ({ file, said }) => {
  const app = await company.open();
  expect(await app.refused('POST', '/attachments', file)).toEqual(expect.arrayContaining(said));
  await app.close();
});

test('a page that could run is sent as bytes to be saved, never as a page', async () => {
  const app = await company.open();
  const page = fileOf('project', 1, {
    name: 'x.html',
    mediaType: 'text/html',
    content: Buffer.from('<script>').toString('base64'),
  });
  const { id } = await app.order<{ id: number }>('POST', '/attachments', page);
  const answer = await fetch(`${app.address}/api/attachments/${id}/content`);
  expect(answer.headers.get('content-type')).toBe('application/octet-stream');
  expect(answer.headers.get('content-disposition')).toContain('attachment');
  await app.close();
});

test('a file of 20 MB is taken, a larger one is not', async () => {
  const app = await company.open();
  const bytes = (count: number) => Buffer.alloc(count).toString('base64');
  await app.order('POST', '/attachments', fileOf('project', 1, { content: bytes(20 * 1024 * 1024) }));
  const { status } = await app.send(
    'POST',
    '/attachments',
    fileOf('project', 2, { content: bytes(20 * 1024 * 1024 + 3) }),
  );
  expect(status).toBe(400);
  await app.close();
}, 30_000);
