import { Secret, TOTP } from 'otpauth';
import { describe, expect, test } from 'vitest';
import { clock } from '../http/clock.ts';
import { openApp, smallCompany } from '../small-company.test.support.ts';
import { passwordProblems } from './passwords.ts';
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

describe('the own account', () => {
  test('a second factor is asked for once it is set, each code opens one session', async () => {
    const { app, clock: stopped } = await withStoppedClock();
    await peopled(app, [WORKER]);
    const jon = await signedIn(app, 'Jon Reed');
    const { body: offer } = await jon.send('POST', '/account/second-factor/offer', {});
    const secret = String(offer['secret']);
    expect(String(offer['uri'])).toMatch(/^otpauth:\/\/totp\/Lowtide:jon\.reed%40pellworth\.example\?/);
    expect(String(offer['picture'])).toMatch(/^<svg/);
    // The test's clock is some seconds into the last day of January 2027.
    const codeAt = (moment: number) => new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: moment });
    const code = codeAt(Date.UTC(2027, 0, 31));
    const set = { secret, newCode: code, password: PASSWORD };
    expect(problemsIn(await jon.send('PUT', '/account/second-factor', { ...set, newCode: '000000' }))).toEqual([
      'newCode code-wrong',
    ]);
    expect(problemsIn(await jon.send('PUT', '/account/second-factor', { ...set, password: 'guessed it' }))).toEqual([
      'password password-wrong',
    ]);
    expect((await jon.send('PUT', '/account/second-factor', set)).status).toBe(200);
    const typed = { email: emailOf('Jon Reed'), password: PASSWORD };
    expect((await visitor(app).send('POST', '/session', typed)).body).toEqual({ done: false, needsCode: true });
    expect(problemsIn(await visitor(app).send('POST', '/session', { ...typed, code }))).toEqual(['code code-wrong']);
    const next = codeAt(Date.UTC(2027, 0, 31) + 30_000);
    expect((await visitor(app).send('POST', '/session', { ...typed, code: next })).body).toEqual({
      done: true,
      needsCode: false,
    });
    const removal = (code: string) => jon.send('POST', '/account/second-factor/removal', { password: PASSWORD, code });
    expect(problemsIn(await removal(''))).toEqual(['code missing']);
    expect(problemsIn(await removal(next))).toEqual(['code code-wrong']);
    stopped.at += 70_000;
    expect((await removal(codeAt(Date.UTC(2027, 0, 31) + 70_000))).status).toBe(200);
    expect((await visitor(app).send('POST', '/session', typed)).body).toMatchObject({ done: true });
    await app.close();
  });

  test('neither the second factor nor the old password can be tried without end', async () => {
    const { app } = await withStoppedClock();
    await peopled(app, [WORKER]);
    const jon = await signedIn(app, 'Jon Reed');
    const tries = [];
    for (let each = 0; each < 5; each += 1) {
      const wrong = { password: 'not mine at all', newPassword: 'lantern oyster tide boardwalk' };
      tries.push((await jon.send('PUT', '/account/password', wrong)).status);
    }
    expect(tries).toEqual([422, 422, 422, 429, 429]);
    await app.close();
  });

  test('an empty code is a try as well: the password alone clears nothing', async () => {
    const { app, clock: stopped } = await withStoppedClock();
    await peopled(app, [WORKER]);
    const jon = await signedIn(app, 'Jon Reed');
    const { body: offer } = await jon.send('POST', '/account/second-factor/offer', {});
    const secret = String(offer['secret']);
    const newCode = new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: stopped.at });
    expect((await jon.send('PUT', '/account/second-factor', { secret, newCode, password: PASSWORD })).status).toBe(200);
    const typed = { email: emailOf('Jon Reed'), password: PASSWORD };
    const tries = [];
    for (const code of ['', '000001', '', '000002', '']) {
      tries.push((await visitor(app).send('POST', '/session', { ...typed, code })).status);
    }
    expect(tries).toEqual([200, 401, 200, 429, 429]);
    await app.close();
  });

  test('a phone shows its own time, whatever day the books are told', async () => {
    const app = await openApp(undefined, { clock: clock('2027-01-31') });
    const first = { name: 'Jon Reed', email: emailOf('Jon Reed'), password: PASSWORD, serverCode: '' };
    const jon = visitor(app);
    expect((await jon.send('POST', '/people/first', first)).status).toBe(200);
    const { body: offer } = await jon.send('POST', '/account/second-factor/offer', {});
    const secret = String(offer['secret']);
    const code = new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() });
    const set = { secret, newCode: code, password: PASSWORD };
    expect((await jon.send('PUT', '/account/second-factor', set)).status).toBe(200);
    await app.close();
  });

  test('shows where it is signed in, and signs out elsewhere', async () => {
    const app = await company.open();
    await peopled(app, [WORKER]);
    const [desk, phone] = [await signedIn(app, 'Jon Reed'), await signedIn(app, 'Jon Reed')];
    const { body } = await desk.send('GET', '/account');
    const sessions = body['sessions'] as unknown as { id: number; current: boolean }[];
    expect(sessions.map(({ current }) => current).sort()).toEqual([false, true]);
    const other = sessions.find(({ current }) => !current)?.id ?? 0;
    expect((await desk.send('DELETE', `/account/sessions/${other}`)).status).toBe(200);
    expect([(await desk.send('GET', '/account')).status, (await phone.send('GET', '/account')).status]).toEqual([
      200, 401,
    ]);
    await app.close();
  });

  test('a new password needs the old one, and ends what is signed in elsewhere', async () => {
    const app = await company.open();
    await peopled(app, [WORKER]);
    const [desk, phone] = [await signedIn(app, 'Jon Reed'), await signedIn(app, 'Jon Reed')];
    const newPassword = 'lantern oyster tide boardwalk';
    const wrong = await desk.send('PUT', '/account/password', { password: 'not mine at all', newPassword });
    expect(problemsIn(wrong)).toEqual(['password password-wrong']);
    expect((await desk.send('PUT', '/account/password', { password: PASSWORD, newPassword })).status).toBe(200);
    expect([(await desk.send('GET', '/account')).status, (await phone.send('GET', '/account')).status]).toEqual([
      200, 401,
    ]);
    await app.close();
  });

  test('a token reads, or does what its owner may, until it is revoked', async () => {
    const app = await company.open();
    const ines = await peopled(app, []);
    const made = await ines.send('POST', '/account/tokens', { name: 'Nightly report', scope: 'read' });
    const script = visitor(app, { authorization: `Bearer ${String(made.body['token'])}` });
    expect((await script.send('GET', '/frame')).status).toBe(200);
    expect((await script.send('PUT', '/month-lock', { through: '2027-01', reason: 'x' })).status).toBe(403);
    await ines.send('DELETE', `/account/tokens/${String(made.body['id'])}`);
    expect((await script.send('GET', '/frame')).status).toBe(401);
    await app.close();
  });

  test('a token ends with a new password, with the person, and after a year, which is told', async () => {
    const app = await company.open();
    const ines = await peopled(app, [WORKER]);
    const make = async (of: typeof ines) => {
      const { body } = await of.send('POST', '/account/tokens', { name: 'Nightly report', scope: 'read' });
      expect(String(body['endsAt']).slice(0, 10)).toBe('2028-01-31');
      return visitor(app, { authorization: `Bearer ${String(body['token'])}` });
    };
    const own = await make(ines);
    const newPassword = 'lantern oyster tide boardwalk';
    expect((await ines.send('PUT', '/account/password', { password: PASSWORD, newPassword })).status).toBe(200);
    expect((await own.send('GET', '/frame')).status).toBe(401);
    const later = await make(ines);
    expect((await later.send('GET', '/frame')).status).toBe(200);
    app.setToday('2028-02-02');
    expect((await later.send('GET', '/frame')).status).toBe(401);
    await app.close();
  });

  test('books that get their first person get an administrator', async () => {
    const app = await company.open();
    const worker = { name: 'Jon Reed', email: emailOf('Jon Reed'), role: 'worker', employee: '', password: PASSWORD };
    expect(problemsIn(await app.send('POST', '/people', worker))).toEqual(['role first-administrator']);
    await app.close();
  });

  test.each(['Password1234!', 'p@ssw0rd2027!', 'letmein-letmein', 'Qwertyuiop-2027', 'sunshine12345', 'iloveyou!!!1'])(
    '%s is close to what others choose, and refused',
    (password) => {
      expect(passwordProblems(password, [], 'password').map(({ kind }) => kind)).toEqual(['password-common']);
    },
  );

  test.each(['lantern oyster tide boardwalk', 'marsh-gauge-17-kettle', 'Vj4!tq9Zk2#mUw'])('%s is taken', (password) => {
    expect(passwordProblems(password, [], 'password')).toEqual([]);
  });

  test('a stranger slows whoever owns an account, and never keeps them out', async () => {
    const { app, clock: stopped } = await withStoppedClock();
    await peopled(app, [WORKER]);
    const typed = { email: emailOf('Jon Reed'), password: 'not the password' };
    const from = (address: string) => visitor(app, { 'x-forwarded-for': address });
    for (let each = 0; each < 40; each += 1) {
      await from(`10.0.0.${each % 20}`).send('POST', '/session', typed);
      stopped.at += 1_000;
    }
    stopped.at += 30_000;
    const right = await from('10.0.9.9').send('POST', '/session', { ...typed, password: PASSWORD });
    expect(right.status).toBe(200);
    await app.close();
  });

  test('nothing secret is kept in the books file', async () => {
    const app = await company.open();
    const ines = await peopled(app, []);
    const made = await ines.send('POST', '/account/tokens', { name: 'Nightly report', scope: 'read' });
    const secrets = [
      PASSWORD,
      String(made.body['token']),
      ines.cookie().slice('lowtide_session='.length).split(';')[0] ?? '',
    ];
    const kept: unknown[] = [];
    for (const table of ['person', 'session', 'access_token', 'answered_request', 'audit_log'] as const) {
      kept.push(...(await app.books.reader.selectFrom(table).selectAll().execute()));
    }
    expect(kept.length).toBeGreaterThan(3);
    expect(secrets.filter((secret) => JSON.stringify(kept).includes(secret))).toEqual([]);
    await app.close();
  });
});
