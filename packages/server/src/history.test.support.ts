import { FORECAST_METHODS } from '@lowtide/core/forecast/forecast-estimate.ts';
import type { Happening } from './happening.test.support.ts';
import { sheetOf } from './priced-estimate.test.support.ts';
import { billSheet, BLANK_BILL, hoursSheet, invoiceOf, workedDay, type TestApp } from './small-company.test.support.ts';

const PROJECTS = ['GATE', 'DUNE', 'BOAT'] as const;
const CODES = ['A/31-250', '31-250', '31-250'] as const;

/** Lives a history; what the application refuses is passed over, what breaks it fails the test. */
export class LivedHistory {
  month = 1;
  private readonly app: TestApp;
  readonly refusals: string[] = [];

  constructor(app: TestApp) {
    this.app = app;
  }

  get through(): string {
    return `2027-${String(this.month).padStart(2, '0')}`;
  }

  private day(number: number): string {
    return `${this.through}-${String(number).padStart(2, '0')}`;
  }

  private async order(method: string, path: string, body: unknown): Promise<Readonly<Record<string, unknown>> | null> {
    const { status, body: answer } = await this.app.send(method, path, body);
    if (status >= 500) throw new Error(`${method} ${path} broke: ${JSON.stringify(answer)}`);
    if (status < 400) return answer;
    this.refusals.push(...((answer['problems'] ?? []) as { kind: string }[]).map(({ kind }) => kind));
    return null;
  }

  private async sheet(sheet: unknown): Promise<void> {
    const draft = await this.order('POST', '/drafts', { month: this.through, sheet });
    if (draft === null) return;
    const posted = await this.order('POST', `/drafts/${String(draft['id'])}/posting`, {
      month: this.through,
      version: draft['version'],
      acceptWarnings: true,
    });
    if (posted === null) await this.order('DELETE', `/drafts/${String(draft['id'])}`, undefined);
  }

  async live(happening: Happening): Promise<void> {
    switch (happening.kind) {
      case 'bill':
        return this.bill(happening);
      case 'hours':
        return this.hours(happening);
      case 'budget':
      case 'contract':
      case 'estimate':
        return this.change(happening);
      case 'change-order':
        return this.changeOrder(happening);
      case 'forecast':
        return this.forecast(happening);
      case 'invoice': {
        const { project: of, percent, rest, day: on } = happening;
        await this.order(
          'POST',
          '/invoices',
          invoiceOf(PROJECTS[of] ?? '', rest ? 'rest' : 'percent', rest ? '' : String(percent), this.day(on)),
        );
        return;
      }
      case 'settle':
      case 'reverse':
        return this.document(happening);
      case 'recognize':
        return this.recognize();
      case 'unrecognize': {
        const run = await this.app.ask<{ latest: { documentId: number } | null }>(`/recognition?month=${this.through}`);
        if (run.latest)
          await this.order('POST', '/recognition/reversal', { documentId: run.latest.documentId, reason: 'Again' });
        return;
      }
      case 'next-month':
        this.month = Math.min(12, this.month + 1);
        this.app.setToday(this.day(28));
        return;
      case 'lock':
        if (this.month > 2)
          await this.order('PUT', '/month-lock', {
            through: `2027-${String(this.month - 2).padStart(2, '0')}`,
            reason: 'Reviewed',
          });
    }
  }

  async recognize(): Promise<void> {
    const { stamp } = await this.app.ask<{ stamp: string }>(`/recognition?month=${this.through}`);
    await this.order('POST', '/recognition', { month: this.through, stamp });
  }

  private bill({
    supplier,
    number,
    day: on,
    project: of,
    cents,
    tax,
  }: Extract<Happening, { kind: 'bill' }>): Promise<void> {
    const where = of > 2 ? { code: '6100' } : { project: PROJECTS[of] ?? '', code: CODES[of] ?? '' };
    const row = {
      ...BLANK_BILL,
      supplier: ['STONE', 'FUEL'][supplier] ?? '',
      number: String(number),
      datedOn: this.day(on),
      ...where,
      net: (cents / 100).toFixed(2),
      tax: ['', 'ST', 'VT'][tax] ?? '',
    };
    return this.sheet(billSheet(row, { ...BLANK_BILL, ...where, net: '0.01' }));
  }

  private hours({ employee, week, project: of, hours }: Extract<Happening, { kind: 'hours' }>): Promise<void> {
    const monday = this.day(1 + week * 7);
    const where = of > 2 ? ['', ''] : [PROJECTS[of] ?? '', '31-100'];
    return this.sheet(
      hoursSheet(monday, workedDay(['E1', 'E2'][employee] ?? '', where[0] ?? '', where[1] ?? '', String(hours / 2))),
    );
  }

  private async change({
    kind,
    project: of,
    cents,
    day: on,
  }: Extract<Happening, { kind: 'budget' | 'contract' | 'estimate' }>): Promise<void> {
    const [name, amount] = [PROJECTS[of] ?? '', (cents / 100).toFixed(2)];
    if (kind === 'contract')
      await this.order('POST', '/records/contract-change', {
        fields: { project: name, effectiveOn: this.day(on), amount, reason: 'Change' },
      });
    else if (kind === 'estimate')
      await this.order('POST', '/records/estimate-override', {
        fields: { project: name, month: this.through, amount: cents < 0 ? '' : amount, reason: 'Forecast' },
      });
    else {
      const csv = `project,costCode,costType,cost,effectiveOn,reason\n${name},31-250,material,${Math.abs(cents) / 100},${this.day(on)},Change ${this.refusals.length}`;
      await this.order('POST', '/imports/budget-line', { name: 'budget.csv', csv });
    }
  }

  /** Writes a change order down; whether it is approved, and taken back, as it says. */
  async changeOrder({
    project: of,
    cents,
    price,
    day: on,
    then,
  }: Omit<Extract<Happening, { kind: 'change-order' }>, 'kind'>): Promise<void> {
    const path = `/projects/${of + 1}/estimates`;
    const begun = await this.order('POST', path, { kind: 'change', name: '', copyOf: null });
    if (begun === null) return;
    const id = String(begun['id']);
    const paid = PROJECTS[of] === 'BOAT' ? '' : (price / 100).toFixed(2);
    const sheet = sheetOf([
      { section: 'Extra', code: CODES[of] ?? '', text: 'More of it', cost: (cents / 100).toFixed(2), price: paid },
    ]);
    const kept = await this.order('PUT', `/estimates/${id}`, {
      ...{ version: begun['version'], name: '', pricedOn: begun['pricedOn'], targetEndOn: '', sheet },
    });
    if (kept === null || then === 'wait') return;
    const approval = { version: kept['version'], agreedOn: this.day(on), grouping: 'section', plan: [] };
    if ((await this.order('POST', `/estimates/${id}/approval`, approval)) === null || then === 'approve') return;
    const { version } = await this.app.ask<{ version: number }>(`/estimates/${id}`);
    await this.order('POST', `/estimates/${id}/withdrawal`, { version, reason: 'Not meant' });
  }

  /** Forecasts the first line by a method, the others by their budget. */
  private async forecast({ project: of, method, share }: Extract<Happening, { kind: 'forecast' }>): Promise<void> {
    const path = `/projects/${of + 1}/forecast`;
    const sheet = await this.app.ask<{ stamp: string; lines: { line: string }[] }>(`${path}?through=${this.through}`);
    const rows = sheet.lines.slice(0, 1).map(({ line }) => {
      return { line, method: FORECAST_METHODS[method], input: String(share), reason: 'Measured' };
    });
    await this.order('POST', `${path}s`, { month: this.through, stamp: sheet.stamp, rows });
  }

  private async document({ kind, which, share }: Extract<Happening, { kind: 'settle' | 'reverse' }>): Promise<void> {
    const { rows } = await this.app.ask<{ rows: { id: number; kind: string; openCents: number }[] }>(
      `/documents?through=${this.through}`,
    );
    const chosen = rows[which % Math.max(1, rows.length)];
    if (!chosen) return;
    if (kind === 'reverse')
      await this.order('POST', `/documents/${chosen.id}/reversal`, { postedOn: this.day(28), reason: 'Wrong' });
    else if (chosen.kind === 'bill' || chosen.kind === 'invoice') {
      const cents = Math.trunc((chosen.openCents * share) / 100);
      await this.order('POST', chosen.kind === 'bill' ? '/payments' : '/receipts', {
        documentId: chosen.id,
        paidOn: this.day(28),
        amount: (cents / 100).toFixed(2),
      });
    }
  }
}
