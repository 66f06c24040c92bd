import { PERSON_ROLES, type PersonRole } from '@lowtide/core/people/roles.ts';
import { invariant } from '@lowtide/core/invariant.ts';
import type { Db, Trx } from '../database/schema.ts';
import { Refusal } from '../http/refusal.ts';

/** Somebody who may sign in. */
export interface Person {
  readonly id: number;
  readonly name: string;
  readonly email: string;
  readonly role: PersonRole;
  readonly employee: number | null;
  readonly passwordHash: string;
  readonly totpSecret: string | null;
  /** The last time step whose code was used. */
  readonly totpStep: number;
  readonly active: boolean;
  readonly version: number;
}

const COLUMNS = [
  ...(['id', 'name', 'email', 'role', 'employee_id', 'password_hash'] as const),
  ...(['totp_secret', 'totp_step', 'active', 'version'] as const),
] as const;

/** Everybody, in the order they were added. */
export async function everybody(db: Db): Promise<readonly Person[]> {
  return (await db.selectFrom('person').select(COLUMNS).orderBy('id').execute()).map(personOf);
}

export async function hasPeople(db: Db): Promise<boolean> {
  return (await db.selectFrom('person').select('id').limit(1).executeTakeFirst()) !== undefined;
}

async function personById(db: Db, id: number): Promise<Person | undefined> {
  const row = await db.selectFrom('person').select(COLUMNS).where('id', '=', id).executeTakeFirst();
  return row && personOf(row);
}

/** The same, of somebody who must be there. */
export async function personNow(db: Db, id: number): Promise<Person> {
  const person = await personById(db, id);
  if (person === undefined) throw new Refusal([{ at: '', kind: 'not-there', subject: 'person' }], 404);
  return person;
}

export async function personByEmail(db: Db, email: string): Promise<Person | undefined> {
  const row = await db.selectFrom('person').select(COLUMNS).where('email', '=', email).executeTakeFirst();
  return row && personOf(row);
}

export function personOf(row: {
  readonly id: number;
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly employee_id: number | null;
  readonly password_hash: string;
  readonly totp_secret: string | null;
  readonly totp_step: number;
  readonly active: number;
  readonly version: number;
}): Person {
  const role = PERSON_ROLES.find((each) => each === row.role);
  invariant(role !== undefined, 'only roles that are known are stored');
  return {
    ...{ id: row.id, name: row.name, email: row.email, role, employee: row.employee_id },
    ...{ passwordHash: row.password_hash, totpSecret: row.totp_secret, totpStep: row.totp_step },
    ...{ active: row.active === 1, version: row.version },
  };
}

export type NewPerson = Pick<Person, 'name' | 'email' | 'role' | 'employee' | 'passwordHash'>;

export async function insertPerson(trx: Trx, person: NewPerson): Promise<number> {
  const { name, email, role, employee, passwordHash } = person;
  const { id } = await trx
    .insertInto('person')
    .values({ name, email, role, employee_id: employee, password_hash: passwordHash })
    .returning('id')
    .executeTakeFirstOrThrow();
  return id;
}

export async function updatePerson(trx: Trx, { id, ...person }: Person): Promise<void> {
  await trx
    .updateTable('person')
    .set({
      ...{ name: person.name, email: person.email, role: person.role, employee_id: person.employee },
      ...{ password_hash: person.passwordHash, totp_secret: person.totpSecret, totp_step: person.totpStep },
      ...{ active: person.active ? 1 : 0, version: person.version + 1 },
    })
    .where('id', '=', id)
    .execute();
}

/** The code of the employee whose hours are somebody's, and the other way round. */
export async function employeeByCode(db: Db, code: string): Promise<number | undefined> {
  return (await db.selectFrom('employee').select('id').where('code', '=', code).executeTakeFirst())?.id;
}

export async function employeeCodes(db: Db): Promise<ReadonlyMap<number, string>> {
  const rows = await db.selectFrom('employee').select(['id', 'code']).execute();
  return new Map(rows.map(({ id, code }) => [id, code]));
}

/** Whose hours somebody's account is of; null where it is of no employee, or of nobody signed in. */
export async function employeeOf(db: Db, person: number | null) {
  if (person === null) return null;
  const row = await db
    .selectFrom('person as p')
    .innerJoin('employee as e', 'e.id', 'p.employee_id')
    .select(['e.id', 'e.code', 'e.name', 'e.usual_hours_e4 as usualHours'])
    .where('p.id', '=', person)
    .executeTakeFirst();
  return row ?? null;
}
