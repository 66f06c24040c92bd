import type { Letterhead } from '@lowtide/core/wire/setup.ts';
import type { z } from 'zod';
import type { Db, Trx } from '../database/schema.ts';

type LetterheadForm = z.output<typeof Letterhead>;

/** What every letter and report on paper begins with. */
export interface PrintedCompany extends LetterheadForm {
  readonly name: string;
  readonly currency: string;
}

export async function printedCompany(db: Db): Promise<PrintedCompany> {
  const row = await db
    .selectFrom('company')
    .select(['name', 'currency', 'address', 'bank_details', 'logo', 'paper'])
    .executeTakeFirstOrThrow();
  return {
    ...{ name: row.name, currency: row.currency, address: row.address, bankDetails: row.bank_details, logo: row.logo },
    paper: row.paper === 'a4' ? 'a4' : 'letter',
  };
}

export async function updateLetterhead(trx: Trx, { address, bankDetails, logo, paper }: LetterheadForm): Promise<void> {
  await trx
    .updateTable('company')
    .set({ address: address.trim(), bank_details: bankDetails.trim(), logo, paper })
    .where('id', '=', 1)
    .execute();
}
