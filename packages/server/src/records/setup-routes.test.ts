import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { GOOD_BILL, billSheet, openApp, post, setUpSmallCompany, type TestApp } from '../small-company.test.support.ts';

interface Records {
  readonly rows: readonly {
    readonly id: number;
    readonly version: number;
    readonly fields: Readonly<Record<string, string>>;
  }[];
}

let app: TestApp;
beforeAll(async () => {
  app = await openApp();
  await setUpSmallCompany(app);
});
afterAll(() => app.close());

const records = (kind: string): Promise<Records> => app.ask(`/records/${kind}`);
const byCode = async (kind: string, code: string) => {
  const found = (await records(kind)).rows.find(({ fields }) => fields['code'] === code);
  if (!found) throw new Error(`${kind} ${code}`);
  return found;
};
const take = (kind: string, csv: string) => app.send('POST', `/imports/${kind}`, { name: 'test.csv', csv });

describe('records', () => {
  test('come back as typed, codes and all', async () => {
    const { fields } = await byCode('project', 'GATE');
    expect(fields).toMatchObject({
      name: 'Tide gate',
      client: 'COUNTY',
      startOn: '2027-01-01',
      contractPrice: '100,000.00',
      status: 'active',
    });
    const lines = (await records('budget-line')).rows.map(({ fields: of }) => [
      of['project'],
      of['phase'],
      of['costCode'],
      of['cost'],
    ]);
    expect(lines).toContainEqual(['GATE', '', '31-100', '30,000.00']);
  });

  test('take no code twice', async () => {
    expect(await app.refused('POST', '/records/supplier', { fields: { code: 'stone', name: 'Twin' } })).toEqual([
      'code code-taken',
    ]);
  });

  test('tell the second of two who change the same thing, and overwrite nothing', async () => {
    const { id, version, fields } = await byCode('supplier', 'FUEL');
    await app.order('PUT', `/records/supplier/${id}`, { version, fields: { ...fields, email: 'first@example.test' } });
    const second = await app.send('PUT', `/records/supplier/${id}`, {
      version,
      fields: { ...fields, email: 'second@example.test' },
    });
    expect(second).toMatchObject({ status: 409, body: { problems: [{ kind: 'changed-meanwhile' }] } });
    expect((await byCode('supplier', 'FUEL')).fields['email']).toBe('first@example.test');
  });

  test('keep an account for every role', async () => {
    const { id, version, fields } = await byCode('account', '1010');
    expect(await app.refused('PUT', `/records/account/${id}`, { version, fields: { ...fields, role: '' } })).toEqual([
      'role role-not-empty',
    ]);
  });

  test('refuse a cost code below itself', async () => {
    const heading = await byCode('cost-code', '31-000');
    expect(
      await app.refused('PUT', `/records/cost-code/${heading.id}`, {
        version: heading.version,
        fields: { ...heading.fields, parent: '31-250' },
      }),
    ).toEqual(['parent parent-loop']);
  });

  test('refuse a client project without its client', async () => {
    const fields = {
      code: 'X',
      name: 'X',
      kind: 'client',
      startOn: '2027-01-01',
      status: 'active',
      method: 'cost-to-cost',
      costTreatment: 'hold',
    };
    expect(await app.refused('POST', '/records/project', { fields })).toEqual(['client missing']);
    const unmeasured = { ...fields, client: 'COUNTY', method: 'none' };
    expect(await app.refused('POST', '/records/project', { fields: unmeasured })).toEqual([
      'method client-project-unmeasured',
    ]);
  });

  test('refuse an estimate below what was spent', async () => {
    await post(app, '2027-01', billSheet(GOOD_BILL));
    const fields = { project: 'GATE', month: '2027-01', amount: '7,999.99', reason: 'Hope' };
    expect(await app.refused('POST', '/records/estimate-override', { fields })).toEqual(['amount estimate-below-cost']);
  });

  test('give an employee a new rate from a day on', async () => {
    const { id, version, fields } = await byCode('employee', 'E1');
    await app.order('PUT', `/records/employee/${id}`, {
      version,
      fields: { ...fields, costRate: '42', rateFrom: '2027-02-01' },
    });
    expect((await byCode('employee', 'E1')).fields).toMatchObject({ costRate: '42', rateFrom: '2027-02-01' });
  });
});

describe('a CSV file', () => {
  test.each([
    { case: 'semicolons', csv: 'Code;Name;Terms days\nSEMI;Kelder, Ropes;30\n', code: 'SEMI' },
    { case: 'tabs', csv: 'CODE\tNAME\tTERMS_DAYS\nTABS\tKelder, Ropes\t30\n', code: 'TABS' },
  ])('is read with $case between its columns, and heads in any case', async ({ csv, code }) => {
    expect(await take('supplier', csv)).toMatchObject({ status: 201, body: { added: 1, changed: 0 } });
    expect((await byCode('supplier', code)).fields).toMatchObject({ name: 'Kelder, Ropes', termsDays: '30' });
  });

  test('is taken in whole: quoted commas, any order of columns, a byte order mark', async () => {
    const { status, body } = await take(
      'supplier',
      '\uFEFFname,code\r\n"Reefcast, Moulds & Sons",REEF\r\nHedron,HED\r\n',
    );
    expect({ status, body }).toEqual({ status: 201, body: { added: 2, changed: 0 } });
    expect((await byCode('supplier', 'REEF')).fields['name']).toBe('Reefcast, Moulds & Sons');
  });

  test('changes what it names by a code that is there', async () => {
    expect((await take('supplier', 'code,name\nREEF,Reefcast\n')).body).toEqual({ added: 0, changed: 1 });
  });

  test('is refused the second time, with the reason', async () => {
    const csv = 'code,name\nONCE,Once\n';
    expect((await take('supplier', csv)).status).toBe(201);
    expect(await take('supplier', csv)).toMatchObject({ status: 409, body: { problems: [{ kind: 'file-seen' }] } });
  });

  test('with errors changes nothing and lists each row, column and reason', async () => {
    const before = (await records('project')).rows.length;
    const header = 'code,name,kind,client,startOn,status,method,costTreatment,contractPrice';
    const rows = [
      'P1,Good,client,COUNTY,2027-01-01,active,cost-to-cost,hold,5000',
      'P2,Bad,client,NOBODY,2027-01-01,active,cost-to-cost,hold,5000',
      'P3,Worse,client,COUNTY,soon,active,cost-to-cost,hold,12x',
    ];
    const { status, body } = await take('project', [header, ...rows].join('\n'));
    expect(status).toBe(422);
    expect(
      (body['problems'] as unknown as { at: string; kind: string }[]).map(({ at, kind }) => `${at} ${kind}`),
    ).toEqual(['row 3/client unknown-code', 'row 4/startOn unreadable-day', 'row 4/contractPrice unreadable-number']);
    expect((await records('project')).rows).toHaveLength(before);
  });

  test.each([
    { case: 'an unknown column', csv: 'code,name,color\nA,B,red\n', problems: ['row 1 column-unknown'] },
    { case: 'a required column missing', csv: 'code\nA\n', problems: ['row 1 column-missing'] },
    { case: 'no rows', csv: 'code,name\n', problems: ['row 2 nothing-entered'] },
    { case: 'an open quote', csv: 'code,name\n"A,B\n', problems: ['csv file-unreadable'] },
    { case: 'rows of other lengths', csv: 'code,name\nA,B,C\n', problems: ['csv file-unreadable'] },
  ])('is refused with $case', async ({ csv, problems }) => {
    expect(await app.refused('POST', '/imports/client', { name: 'x.csv', csv })).toEqual(problems);
  });

  test('that was refused may come again once its reason is gone', async () => {
    const csv = 'project,code,name\nLATER,B,Planting\n';
    expect((await take('phase', csv)).status).toBe(422);
    await app.order('POST', '/records/project', {
      fields: {
        code: 'LATER',
        name: 'Later',
        kind: 'internal',
        startOn: '2027-01-01',
        status: 'active',
        method: 'none',
        costTreatment: 'expense',
      },
    });
    expect((await take('phase', csv)).status).toBe(201);
  });
});

test('a file may name what it adds above; one of too many rows or columns is refused whole', async () => {
  const nested = 'code,name,parent\nN1,One,\nN2,Two,N1\nN3,Three,N2\n';
  expect((await take('cost-code', nested)).body).toEqual({ added: 3, changed: 0 });
  expect((await take('cost-code', 'code,name,parent\nM1,One,M2\nM2,Two,\n')).status).toBe(422);
  const long = `code,name\n${'L,Long\n'.repeat(20_001)}`;
  expect(await app.refused('POST', '/imports/client', { name: 'long.csv', csv: long })).toEqual([
    'csv file-unreadable',
  ]);
  const wide = `${Array.from({ length: 101 }, (_, place) => `c${place}`).join(',')}\n`;
  expect(await app.refused('POST', '/imports/client', { name: 'wide.csv', csv: wide })).toEqual([
    'row 1 file-unreadable',
  ]);
});

test('a long file says how far it is, and lets others be answered; stopped, nothing of it is kept', async () => {
  const rows = Array.from({ length: 8_000 }, (_, row) => `LONG-${row},Supplier ${row}`);
  const form = { name: 'long.csv', csv: `code,name\n${rows.join('\n')}\n` };
  const importing = app.send('POST', '/imports/supplier', form, 'long');
  const seen: number[] = [];
  while (seen.length < 2) {
    const { underWay } = await app.ask<{ underWay: { done: number; of: number } | null }>('/progress/long');
    if (underWay !== null && underWay.done > (seen.at(-1) ?? 0)) {
      expect(underWay.of).toBe(8_000);
      seen.push(underWay.done);
    }
  }
  expect(await app.ask('/progress/other')).toEqual({ underWay: null });
  await app.order('DELETE', '/progress/long', undefined);
  expect(await importing).toMatchObject({ status: 409, body: { problems: [{ kind: 'order-stopped' }] } });
  expect((await records('supplier')).rows.filter(({ fields }) => fields['code']?.startsWith('LONG-'))).toEqual([]);
  expect(await app.ask('/progress/long')).toEqual({ underWay: null });
  // The same file may come again.
  expect(await app.send('POST', '/imports/supplier', form, 'again')).toMatchObject({ body: { added: 8_000 } });
});

test('new books begin with a cost code for each cost type where they are asked to', async () => {
  const fresh = await openApp();
  const company = { name: 'Test Works', currency: 'USD', fiscalYearStartMonth: 1, percentDecimals: null };
  await fresh.order('POST', '/company', { ...company, firstMonth: '2027-01', starterCostCodes: true });
  const { rows } = await fresh.ask<{ rows: { fields: { code: string; costType: string } }[] }>('/records/cost-code');
  expect(rows.map(({ fields }) => `${fields.code} ${fields.costType}`)).toEqual([
    ...['00-100 labor', '00-200 material', '00-300 subcontract', '00-400 equipment', '00-500 overhead', '00-900 other'],
  ]);
  await fresh.close();
});
