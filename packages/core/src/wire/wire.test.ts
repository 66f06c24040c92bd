import { describe, expect, test } from 'vitest';
import { z } from 'zod';
import { HoursSheet } from '../documents/hours/form.ts';
import { BillSheet } from '../documents/supplier-bill/form.ts';
import type { Endpoint } from './endpoint.ts';
import { ENDPOINTS } from './endpoints.ts';
import { AsOf, Cents, Day, IdText, Month } from '../shapes/values.ts';

const ALL: readonly (readonly [string, Endpoint])[] = Object.entries(ENDPOINTS);

describe('every endpoint', () => {
  test.each(ALL)('%s has a shape for each parameter of its address', (_name, { path, params }) => {
    const named = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
    const shaped = params instanceof z.ZodObject ? Object.keys(params.shape) : [];
    expect(shaped.toSorted()).toEqual(named.toSorted());
  });

  test('has an address of its own', () => {
    const addresses = ALL.map(([, { method, path }]) => `${method} ${path}`);
    expect(new Set(addresses).size).toBe(addresses.length);
  });

  test.each(ALL)('%s says what its answer is about, or what it changes', (_name, { method, reads, makesStale }) => {
    expect([reads, makesStale].filter((topics) => topics !== undefined)).toHaveLength(1);
    if (method === 'get') expect(reads?.length).toBeGreaterThan(0);
  });

  test('that writes takes a body or a parameter', () => {
    for (const [name, { method, body, params, isKeyless }] of ALL) {
      if (method !== 'get' && !isKeyless) expect(body ?? params, name).toBeDefined();
    }
  });
});

describe('values are parsed once, and refused with words', () => {
  test.each([
    { shape: Month, good: '2027-03', bad: '2027-13', words: 'Give a month as YYYY-MM' },
    { shape: Day, good: '2027-03-31', bad: '2027-02-30', words: 'Give a day as YYYY-MM-DD' },
    { shape: IdText, good: '12', bad: '012', words: 'Give a whole number' },
  ])('$good and not $bad', ({ shape, good, bad, words }) => {
    expect(shape.safeParse(good).success).toBe(true);
    const refused = shape.safeParse(bad);
    expect(refused.error?.issues[0]?.message).toContain(words);
  });

  test('amounts are whole minor units', () => {
    expect(Cents.safeParse(1.5).success).toBe(false);
    expect(Cents.safeParse(Number.MAX_SAFE_INTEGER + 2).success).toBe(false);
    expect(Cents.parse(150)).toBe(150);
  });

  test('unknown keys are refused, not dropped', () => {
    expect(AsOf.safeParse({ through: '2027-03', as_of: 'now' }).success).toBe(false);
    expect(BillSheet.safeParse({ kind: 'bills', controlTotal: '', rows: [], extra: 1 }).success).toBe(false);
  });

  test('a week has seven days', () => {
    const row = { employee: 'E1', project: '', code: '', costType: '', text: '', days: ['8'] };
    expect(HoursSheet.safeParse({ kind: 'hours', weekOn: '2027-03-29', rows: [row] }).success).toBe(false);
  });
});
