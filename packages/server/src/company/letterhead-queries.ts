import type { Letterhead, LetterheadChange } from '@lowtide/core/wire/setup.ts';
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
    .select(['name', 'currency', 'address', 'bank_details', 'logo', 'paper', 'country', 'tax_number'])
    .executeTakeFirstOrThrow();
  return {
    ...{ name: row.name, currency: row.currency, address: row.address, bankDetails: row.bank_details, logo: row.logo },
    ...{ paper: row.paper === 'a4' ? 'a4' : 'letter', country: row.country, taxNumber: row.tax_number },
  };
}

export async function updateLetterhead(trx: Trx, form: z.output<typeof LetterheadChange>): Promise<void> {
  const { address, bankDetails, logo, paper, country, taxNumber } = form;
  await trx
    .updateTable('company')
    .set({
      ...{ address: address.trim(), bank_details: bankDetails.trim(), logo, paper },
      ...(country === undefined ? {} : { country }),
      ...(taxNumber === undefined ? {} : { tax_number: taxNumber.trim() }),
    })
    .where('id', '=', 1)
    .execute();
}
