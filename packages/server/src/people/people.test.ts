import { describe, expect, test } from 'vitest';
import { openApp, smallCompany } from '../small-company.test.support.ts';
import { IDLE_MS, ABSOLUTE_MS } from './session-queries.ts';
import { waitAfter } from './sign-in-try-queries.ts';
import {
  emailOf,
  PASSWORD,
  peopled,
  problemsIn,
  signedIn,
  visitor,
  withStoppedClock,
} from '../visitor.test.support.ts';

const company = smallCompany();
const WORKER = { name: 'Jon Reed', role: 'worker' };

describe('the first person', () => {
  test('books without people are open at the machine itself, and to nobody else', async () => {
    const app = await company.open();
    const here = await visitor(app).send('GET', '/session');
    expect(here.body).toMatchObject({
      person: { name: 'Tester', role: 'administrator' },
      books: 'open',
      needsCode: false,
    });
    const passedOn = visitor(app, { 'x-forwarded-for': '10.0.0.9' });
    expect((await passedOn.send('GET', '/session')).body).toMatchObject({ person: null, needsCode: true });
    expect((await passedOn.send('GET', '/frame')).status).toBe(401);
    await app.close();
  });

  test('administers the books, and from then on everybody signs in', async () => {
    const app = await company.open();
    const ines = await peopled(app, []);
    expect(ines.cookie()).toMatch(/^lowtide_session=[\w-]{43}; Max-Age=604800; Path=\/;.* HttpOnly; SameSite=Strict$/);
    expect((await ines.send('GET', '/session')).body).toMatchObject({
      person: { name: 'Ines Falk', role: 'administrator' },
    });
    const stranger = visitor(app);
    expect(problemsIn(await stranger.send('GET', '/frame'))).toEqual(['not-signed-in']);
    const second = { name: 'B', email: 'b@pellworth.example', password: PASSWORD };
    expect(problemsIn(await stranger.send('POST', '/people/first', second))).toEqual(['people-already']);
    await app.close();
  });

  test('from another machine needs the code that the server printed', async () => {
    const app = await openApp(undefined, { serverCode: 'ABCD-EFGH-JKLM' });
    const away = visitor(app, { 'x-forwarded-for': '10.0.0.9' });
    const person = { name: 'Ines Falk', email: emailOf('Ines Falk'), password: PASSWORD };
    const wrong = await away.send('POST', '/people/first', { ...person, serverCode: 'ABCD' });
    expect(problemsIn(wrong)).toEqual(['serverCode server-code-wrong']);
    expect((await away.send('POST', '/people/first', { ...person, serverCode: 'abcd-efgh-jklm ' })).status).toBe(200);
    expect((await away.send('GET', '/frame')).status).toBe(200);
    await app.close();
  });

  test.each([
    { case: 'a short password', password: 'short', problems: ['password password-short'] },
    { case: 'a common one', password: 'password1234', problems: ['password password-common'] },
    { case: 'a row of keys', password: 'qwertyuiop12', problems: ['password password-common'] },
    { case: 'the own name', password: 'inesfalkinesfalk', problems: ['password password-common'] },
  ])('with $case is refused', async ({ password, problems }) => {
    const app = await openApp();
    const person = { name: 'Ines Falk', email: emailOf('Ines Falk'), password };
    expect(problemsIn(await visitor(app).send('POST', '/people/first', person))).toEqual(problems);
    await app.close();
  });
});

describe('signing in', () => {
  test('says the same of a wrong password and of somebody who is not there', async () => {
    const app = await company.open();
    await peopled(app, [WORKER]);
    const answers = [];
    for (const email of [emailOf('Jon Reed'), 'nobody@pellworth.example']) {
      answers.push(await visitor(app).send('POST', '/session', { email, password: 'not the password' }));
    }
    expect(answers.map(({ status }) => status)).toEqual([401, 401]);
    expect(answers[0]?.body).toEqual(answers[1]?.body);
    await app.close();
  });

  test('slows wrong tries and then locks, whether somebody is there or not, and lets in again afterwards', async () => {
    const { app, clock } = await withStoppedClock();
    await peopled(app, [WORKER]);
    for (const email of [emailOf('Jon Reed'), 'nobody@pellworth.example']) {
      const wrong = () => visitor(app).send('POST', '/session', { email, password: 'not the password' });
      const answers = [];
      for (let each = 0; each < 4; each += 1) answers.push(await wrong());
      expect(answers.map(({ status }) => status)).toEqual([401, 401, 401, 429]);
      expect(answers[3]?.headers.get('retry-after')).toBe('2');
      for (const seconds of [2, 4, 8, 16, 32, 64, 128]) {
        clock.at += seconds * 1_000;
        expect((await wrong()).status).toBe(401);
      }
      expect((await wrong()).headers.get('retry-after')).toBe('900');
    }
    const right = { email: emailOf('Jon Reed'), password: PASSWORD };
    expect((await visitor(app).send('POST', '/session', right)).status).toBe(429);
    clock.at += 900_000;
    expect((await visitor(app).send('POST', '/session', right)).status).toBe(200);
    await app.close();
  });

  test('tries that are sent at once are all counted', async () => {
    const { app } = await withStoppedClock();
    await peopled(app, [WORKER]);
    const wrong = { email: emailOf('Jon Reed'), password: 'not the password' };
    const answers = await Promise.all(Array.from({ length: 8 }, () => visitor(app).send('POST', '/session', wrong)));
    expect(answers.filter(({ status }) => status === 401)).toHaveLength(3);
    await app.close();
  });

  test.each([
    { wrong: 0, wait: 0 },
    { wrong: 2, wait: 0 },
    { wrong: 3, wait: 2_000 },
    { wrong: 6, wait: 16_000 },
    { wrong: 9, wait: 128_000 },
    { wrong: 10, wait: 900_000 },
    { wrong: 400, wait: 900_000 },
  ])('after $wrong wrong tries one waits $wait ms', ({ wrong, wait }) => {
    expect(waitAfter(wrong)).toBe(wait);
  });

  test('a session ends when it was idle, and in any case after a week', async () => {
    const app = await company.open();
    await peopled(app, [WORKER]);
    const jon = await signedIn(app, 'Jon Reed');
    expect((await jon.send('GET', '/account')).status).toBe(200);
    app.setToday('2027-02-01');
    expect((await jon.send('GET', '/account')).status).toBe(401);
    expect([IDLE_MS, ABSOLUTE_MS]).toEqual([43_200_000, 604_800_000]);
    await app.close();
  });

  test('out again: the cookie opens nothing any more', async () => {
    const app = await company.open();
    await peopled(app, [WORKER]);
    const jon = await signedIn(app, 'Jon Reed');
    const kept = { cookie: jon.cookie().split(';')[0] ?? '' };
    expect((await visitor(app, kept).send('GET', '/account')).status).toBe(200);
    await jon.send('DELETE', '/session');
    expect(jon.cookie()).toBe('');
    expect((await visitor(app, kept).send('GET', '/account')).status).toBe(401);
    await app.close();
  });
});

describe('people', () => {
  test('a name and an e-mail are of one person, the last administrator stays, and who left is signed out', async () => {
    const app = await company.open();
    const ines = await peopled(app, [WORKER]);
    const again = { name: 'jon reed', email: 'INES.FALK@pellworth.example', role: 'reader', password: PASSWORD };
    expect(problemsIn(await ines.send('POST', '/people', again))).toEqual(['name code-taken', 'email code-taken']);
    const change = (of: object) => ({
      name: 'Ines Falk',
      email: emailOf('Ines Falk'),
      role: 'administrator',
      version: 1,
      active: true,
      ...of,
    });
    for (const of of [{ role: 'reader' }, { active: false }]) {
      expect(problemsIn(await ines.send('PUT', '/people/1', change(of)))).toEqual(['role last-administrator']);
    }
    const jon = await signedIn(app, 'Jon Reed');
    const left = { name: 'Jon Reed', email: emailOf('Jon Reed'), role: 'worker', version: 1, active: false };
    expect((await ines.send('PUT', '/people/2', left)).status).toBe(200);
    expect((await jon.send('GET', '/account')).status).toBe(401);
    const typed = { email: emailOf('Jon Reed'), password: PASSWORD };
    expect(problemsIn(await visitor(app).send('POST', '/session', typed))).toEqual(['password sign-in-wrong']);
    const late = await ines.send('PUT', '/people/2', left);
    expect(problemsIn(late)).toEqual(['changed-meanwhile']);
    expect(String(late.body['detail'])).toMatch(/^Ines Falk changed this at 2027-01-31 \d\d:\d\d\./);
    await app.close();
  });

  test('the demo acts as anybody, at the machine alone', async () => {
    const app = await openApp(undefined, { demo: true });
    await peopled(app, [WORKER]);
    const here = visitor(app);
    expect((await here.send('GET', '/session')).body).toMatchObject({ person: { name: 'Ines Falk' }, books: 'demo' });
    expect((await here.send('PUT', '/session', { person: 2 })).status).toBe(200);
    expect((await here.send('GET', '/session')).body).toMatchObject({ person: { name: 'Jon Reed', role: 'worker' } });
    const away = visitor(app, { 'x-forwarded-for': '10.0.0.9' });
    expect((await away.send('PUT', '/session', { person: 2 })).status).toBe(404);
    expect((await away.send('GET', '/session')).body).toMatchObject({ person: null, books: 'people', others: [] });
    await app.close();
  });
});
