import type { TestApp } from './small-company.test.support.ts';

/** Tries an order that may be refused, and must not break; null where it is refused. */
export async function attempt(
  app: TestApp,
  method: string,
  path: string,
  body: unknown,
): Promise<Readonly<Record<string, unknown>> | null> {
  const { status, body: answer } = await app.send(method, path, body);
  if (status >= 500) throw new Error(`${method} ${path} broke: ${JSON.stringify(answer)}`);
  return status < 400 ? answer : null;
}

/** Tries to post a sheet in January 2027, warnings accepted. */
export async function attemptSheet(app: TestApp, sheet: unknown): Promise<void> {
  const draft = await attempt(app, 'POST', '/drafts', { month: '2027-01', sheet });
  if (draft === null) return;
  const posting = { month: '2027-01', version: draft['version'], acceptWarnings: true };
  await attempt(app, 'POST', `/drafts/${String(draft['id'])}/posting`, posting);
}
