import type { Router } from 'express';
import { readPerson } from '@lowtide/core/people/read-person.ts';
import { problemsOf } from '@lowtide/core/problems/decision.ts';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import type { Db } from '../database/schema.ts';
import { act, read, type Asked } from '../http/api.ts';
import type { Context } from '../http/context.ts';
import { acceptedOr, Refusal } from '../http/refusal.ts';
import { audit, auditEntries } from '../audit/audit-queries.ts';
import { passwordHash, passwordProblems } from './passwords.ts';
import { momentText } from './moment-text.ts';
import {
  employeeByCode,
  employeeCodes,
  everybody,
  insertPerson,
  personNow,
  updatePerson,
  type Person,
} from './person-queries.ts';
import { deleteTokens, endSessions, lastSeen } from './session-queries.ts';

/** Who may sign in, and as what. Nobody is ever deleted: what they did keeps their name. */
export function peopleRoutes(router: Router, context: Context): void {
  read(router, context, 'people', async (db) => {
    const [codes, seen] = [await employeeCodes(db), await lastSeen(db)];
    const rows = (await everybody(db)).map(({ id, name, email, role, employee, active, totpSecret, version }) => ({
      ...{ id, name, email, role, active, version, secondFactor: totpSecret !== null },
      employee: employee === null ? '' : (codes.get(employee) ?? ''),
      lastSeenAt: seen.has(id) ? momentText(seen.get(id) ?? 0) : null,
    }));
    return { rows };
  });
  act(router, context, 'addPerson', async ({ body }, { recorded }) => {
    const { name, email } = await personRead(context.books.reader, body, null);
    const hashed = await passwordHash(body.password);
    await recorded(async (trx, acting) => {
      await personRead(trx, body, null);
      await refuseFirstOfOther(trx, body);
      const employee = await employeeRead(trx, body.employee);
      await insertPerson(trx, { name, email, role: body.role, employee, passwordHash: hashed });
      await audit(trx, acting, { action: 'add person', subject: name, detail: { email, role: body.role } });
    });
    return { done: true as const };
  });
  act(router, context, 'changePerson', async ({ params, body }, { recorded }) => {
    const { name, email } = await personRead(context.books.reader, body, params.id);
    const hashed = body.password === '' ? undefined : await passwordHash(body.password);
    await recorded(async (trx, acting) => {
      const before = await personNow(trx, params.id);
      if (before.version !== body.version) {
        throw new Refusal([{ at: '', kind: 'changed-meanwhile', ...(await lastChange(trx, before)) }], 409);
      }
      await personRead(trx, body, params.id);
      await refuseLastAdministrator(trx, params.id, body);
      const after = {
        ...before,
        ...{ name, email, role: body.role, active: body.active, passwordHash: hashed ?? before.passwordHash },
        employee: await employeeRead(trx, body.employee),
        totpSecret: body.dropSecondFactor ? null : before.totpSecret,
      };
      await updatePerson(trx, after);
      // What somebody may do changes at once, and a password that others may know opens nothing any more.
      if (!body.active || hashed !== undefined || body.role !== before.role)
        await endSessions(trx, params.id, { allBut: null });
      if (!body.active || hashed !== undefined) await deleteTokens(trx, params.id);
      await audit(trx, acting, {
        action: 'change person',
        ...{ subject: name, about: `person ${params.id}` },
        detail: { before: shownOf(before), after: shownOf(after), newPassword: hashed !== undefined },
      });
    });
    return { done: true as const };
  });
}

function shownOf({
  name,
  email,
  role,
  active,
}: {
  readonly name: string;
  readonly email: string;
  readonly role: string;
  readonly active: boolean;
}) {
  return { name, email, role, active };
}

type Typed = Asked<'addPerson'>['body'] | Asked<'changePerson'>['body'];

/** What is typed of somebody, with a name and an e-mail that nobody else has and a password that is hard to guess. */
async function personRead(db: Db, body: Typed, id: number | null): Promise<{ name: string; email: string }> {
  const decided = readPerson(body);
  const problems: Problem[] = [...problemsOf(decided)];
  const taken = (await everybody(db)).filter((other) => other.id !== id);
  for (const at of ['name', 'email'] as const) {
    const typed = body[at].trim();
    if (taken.some((other) => other[at].toLowerCase() === typed.toLowerCase())) {
      problems.push({ at, kind: 'code-taken', subject: 'person', typed });
    }
  }
  if (id === null || body.password !== '') {
    problems.push(...passwordProblems(body.password, [body.name, body.email], 'password'));
  }
  await employeeRead(db, body.employee);
  if (problems.length > 0) throw new Refusal(problems);
  return acceptedOr(decided);
}

async function employeeRead(db: Db, code: string): Promise<number | null> {
  if (code.trim() === '') return null;
  const found = await employeeByCode(db, code.trim());
  if (found !== undefined) return found;
  throw new Refusal([{ at: 'employee', kind: 'unknown-code', subject: 'employee', typed: code }]);
}

/** Books that get their first person need one who runs them: nobody else could let the others in. */
async function refuseFirstOfOther(db: Db, { role }: { readonly role: string }): Promise<void> {
  if (role === 'administrator' || (await everybody(db)).length > 0) return;
  throw new Refusal([{ at: 'role', kind: 'first-administrator' }]);
}

async function refuseLastAdministrator(
  db: Db,
  id: number,
  { role, active }: { readonly role: string; readonly active: boolean },
): Promise<void> {
  if (role === 'administrator' && active) return;
  const others = (await everybody(db)).filter((other) => other.id !== id && other.active);
  if (!others.some((other) => other.role === 'administrator')) {
    throw new Refusal([{ at: 'role', kind: 'last-administrator' }]);
  }
}

/** Who changed somebody's account last, and when; they themselves, where no administrator did. */
async function lastChange(db: Db, { id, name }: Pick<Person, 'id' | 'name'>): Promise<{ by: string; when: string }> {
  const { entries } = await auditEntries(db, { text: '', by: '', about: `person ${id}` });
  const [last] = entries;
  const when =
    last === undefined ? 'an earlier moment' : new Date(last.at).toISOString().slice(0, 16).replace('T', ' ');
  return { by: last?.by ?? name, when };
}
