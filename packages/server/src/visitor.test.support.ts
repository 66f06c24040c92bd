import { isoDate } from '@lowtide/core/calendar/iso-date.ts';
import { openApp, type TestApp } from './small-company.test.support.ts';

/** Somebody's browser, or their script: it keeps the cookie it is given. */
export interface Visitor {
  readonly send: (
    method: string,
    path: string,
    body?: unknown,
  ) => Promise<{ status: number; body: Answer; headers: Headers }>;
  /** The cookie it holds, as the server set it. */
  readonly cookie: () => string;
}

// What a test looks at is for the test to know.
export type Answer = Readonly<Record<string, never>> & { readonly [name: string]: unknown };

let sent = 0;

export function visitor({ address }: Pick<TestApp, 'address'>, more: Readonly<Record<string, string>> = {}): Visitor {
  let cookie = '';
  return {
    cookie: () => cookie,
    send: async (method, path, body) => {
      const headers = {
        ...{ 'content-type': 'application/json', 'idempotency-key': `visit-${(sent += 1)}` },
        ...(cookie === '' ? {} : { cookie: cookie.split(';')[0] ?? '' }),
        ...more,
      };
      const response = await fetch(`${address}/api${path}`, {
        ...{ method, headers },
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      });
      const [set] = response.headers.getSetCookie();
      if (set !== undefined) cookie = /^[^=]+=;/.test(set) ? '' : set;
      const text = await response.text();
      const isJson = /json/.test(response.headers.get('content-type') ?? '');
      return { status: response.status, headers: response.headers, body: (isJson ? JSON.parse(text) : {}) as Answer };
    },
  };
}

export const PASSWORD = 'heron otter samphire gate';

/** Kinds and places of the problems an answer names. */
export function problemsIn({ body }: { readonly body: Answer }): readonly string[] {
  return ((body['problems'] ?? []) as { at: string; kind: string }[]).map(({ at, kind }) => `${at} ${kind}`.trim());
}

export function emailOf(name: string): string {
  return `${name.toLowerCase().replace(/[^a-z]+/g, '.')}@pellworth.example`;
}

/** Signs somebody in, who is there. */
export async function signedIn(app: TestApp, name: string): Promise<Visitor> {
  const browser = visitor(app);
  const { status } = await browser.send('POST', '/session', { email: emailOf(name), password: PASSWORD });
  if (status !== 200) throw new Error(`${name} cannot sign in: ${status}`);
  return browser;
}

/** The first person of the books, signed in, and the others added by them. */
export async function peopled(
  app: TestApp,
  others: readonly { readonly name: string; readonly role: string; readonly employee?: string }[],
): Promise<Visitor> {
  const first = visitor(app);
  const begun = await first.send('POST', '/people/first', {
    name: 'Ines Falk',
    email: emailOf('Ines Falk'),
    password: PASSWORD,
  });
  if (begun.status !== 200) throw new Error(`the first person was refused: ${JSON.stringify(begun.body)}`);
  for (const { name, role, employee = '' } of others) {
    const added = await first.send('POST', '/people', {
      name,
      email: emailOf(name),
      role,
      employee,
      password: PASSWORD,
    });
    if (added.status !== 200) throw new Error(`${name} was refused: ${JSON.stringify(added.body)}`);
  }
  return first;
}

/** The application without a company, where time stands until it is moved. */
export async function withStoppedClock() {
  const clock = { at: Date.UTC(2027, 0, 31) };
  const stopped = {
    now: () => clock.at,
    outside: () => clock.at,
    today: () => isoDate('2027-01-31'),
    endOf: () => clock.at,
  };
  return { app: await openApp(undefined, { clock: stopped }), clock };
}
