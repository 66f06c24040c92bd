import type { Request, Response } from 'express';
import type { Trx } from '../database/schema.ts';
import type { Books } from '../database/open.ts';
import type { Clock, Context } from '../http/context.ts';
import { Refusal } from '../http/refusal.ts';
import { passwordFits } from './passwords.ts';
import { personByEmail, personNow, updatePerson, type Person } from './person-queries.ts';
import { stepOfCode } from './second-factor.ts';
import { digestOf, newSecret } from './secrets.ts';
import { ABSOLUTE_MS, insertSession } from './session-queries.ts';
import { forgetTries, takeTry } from './sign-in-try-queries.ts';
import { SESSION_COOKIE } from './who-asks.ts';

export interface Credentials {
  readonly email: string;
  readonly password: string;
  readonly code: string;
}

/** Somebody whose password and code are right, or that a code is still needed. Refuses everybody else in the same words. */
export async function signedInPerson(
  books: Books,
  { email, password, code }: Credentials,
  { clock, address }: { readonly clock: Pick<Clock, 'now' | 'outside'>; readonly address: string },
): Promise<Person | 'code-needed'> {
  const tried = { account: email, address };
  await takeTry(books, tried, { now: clock.now(), at: 'password' });
  const person = await personByEmail(books.reader, email.trim());
  const fits = await passwordFits(person?.active ? person.passwordHash : undefined, password);
  if (person === undefined || !fits) throw new Refusal([{ at: 'password', kind: 'sign-in-wrong' }], 401);
  // The try stays counted: whoever has the password alone may not try codes without end.
  if (person.totpSecret !== null && code.trim() === '') return 'code-needed';
  return books.writer.transaction().execute(async (trx) => {
    const used = await withCodeUsed(trx, person.id, code, clock.outside());
    await forgetTries(trx, tried);
    return used;
  });
}

/** Somebody who is signed in and typed once more what opens their account: password, and code where they have a second factor. */
export async function withKeys(
  { books, clock }: Pick<Context, 'books' | 'clock'>,
  { person: id, address }: { readonly person: number; readonly address: string },
  { password, code }: Pick<Credentials, 'password' | 'code'>,
): Promise<Person> {
  const tried = { account: `person ${id}`, address };
  await takeTry(books, tried, { now: clock.now(), at: 'password' });
  const person = await personNow(books.reader, id);
  if (!(await passwordFits(person.passwordHash, password))) {
    throw new Refusal([{ at: 'password', kind: 'password-wrong' }]);
  }
  if (person.totpSecret !== null && code.trim() === '') {
    throw new Refusal([{ at: 'code', kind: 'missing', field: 'the code of your second factor' }]);
  }
  return books.writer.transaction().execute(async (trx) => {
    const used = await withCodeUsed(trx, id, code, clock.outside());
    await forgetTries(trx, tried);
    return used;
  });
}

/** The person as they are now, with the code marked as used: one code opens one session. */
async function withCodeUsed(trx: Trx, id: number, code: string, now: number): Promise<Person> {
  const person = await personNow(trx, id);
  if (person.totpSecret === null) return person;
  const step = stepOfCode(person.totpSecret, code, { now, used: person.totpStep });
  if (step === undefined) throw new Refusal([{ at: 'code', kind: 'code-wrong' }], 401);
  await updatePerson(trx, { ...person, totpStep: step });
  return person;
}

/** Begins a session and sets its cookie, which no script on a page can read and no other site can send. */
export async function beginSession(
  trx: Trx,
  { req, res }: { readonly req: Request; readonly res: Response },
  { person, now }: { readonly person: number; readonly now: number },
): Promise<void> {
  const secret = newSecret();
  const [address, browser] = [req.ip ?? '', req.get('user-agent') ?? ''];
  await insertSession(trx, { digest: digestOf(secret), person, now, address, browser });
  res.cookie(SESSION_COOKIE, secret, {
    ...{ httpOnly: true, sameSite: 'strict', path: '/', maxAge: ABSOLUTE_MS },
    secure: req.secure,
  });
}
