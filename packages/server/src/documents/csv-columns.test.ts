import { readFileSync } from 'node:fs';
import { ROLES } from '@lowtide/core/ledger/account.ts';
import { RECORD_KIND_NAMES, RECORD_KINDS } from '@lowtide/core/records/record-kinds.ts';
import { OPENING_WORDS } from '@lowtide/core/documents/opening/balance-of.ts';
import { fileColumns } from '@lowtide/core/documents/sheet-file.ts';
import { SHEET_KINDS, sheetKind } from '@lowtide/core/documents/sheets.ts';
import { expect, test } from 'vitest';

const TOLD = readFileSync(new URL('../../../../docs/csv.md', import.meta.url), 'utf8');
const section = (title: string): string => TOLD.split('\n## ').find((each) => each.startsWith(`${title}\n`)) ?? '';

test.each(SHEET_KINDS)('the document on CSV files tells the columns of %s', (kind) => {
  const columns = fileColumns(kind).map(({ name }) => `\`${name}\``);
  expect(TOLD).toContain(`| ${sheetKind(kind).title} | ${columns.join(', ')} |`);
});

test.each(RECORD_KIND_NAMES)('and each column of %s', (kind) => {
  const { many, fields } = RECORD_KINDS[kind];
  const told = [...section(many).matchAll(/^\| `(\w+)`/gm)].map(([, column]) => column);
  expect(told).toEqual(fields.map(({ name }) => name));
});

test('and every role of an account, and every word of opening balances', () => {
  for (const role of Object.keys(ROLES)) expect(section('Accounts')).toMatch(new RegExp(`[ ]${role}[,.]`));
  for (const word of Object.keys(OPENING_WORDS)) expect(section('Sheets')).toContain(`| \`${word}\` |`);
});
