import type { DayReading } from '../calendar/typed-date.ts';
import { dayIn, ifFilled, isEmpty, rateIn, required, textIn, type Cell } from '../cells/cell.ts';
import { lookedUp, type Named } from '../lookup/lookup.ts';
import type { IsoDate } from '../calendar/iso-date.ts';
import { accepted, following, gathered, mapped, refused, type Decision } from '../problems/decision.ts';
import { rateLevel, type RateScope } from './applying-rule.ts';
import type { BuildUpRow } from './build-up-row.ts';
import { flatRates, ratesOf, ratesOfWhole, type HourRates } from './hour-rates.ts';
import { readBuildUp } from './read-build-up.ts';

/** A rate as typed. */
export interface TypedRate {
  readonly side: 'cost' | 'bill';
  readonly employee: string;
  readonly role: string;
  readonly activity: string;
  readonly project: string;
  readonly client: string;
  readonly effectiveOn: string;
  readonly rate: string;
  readonly buildUp: readonly BuildUpRow[];
  readonly note: string;
}

type Coded = readonly (Named & { readonly id: number })[];

/** What a rate may name. */
export interface RateBasis {
  readonly employees: Coded;
  readonly projects: Coded;
  readonly clients: Coded;
  readonly activities: Coded;
  readonly days: DayReading;
}

export interface ReadRate {
  readonly scope: RateScope;
  readonly effectiveOn: IsoDate;
  readonly rates: HourRates;
  readonly buildUp: readonly BuildUpRow[] | null;
  readonly note: string;
}

/** A rate: for whom, from when, and how much, typed or as its make-up comes to. Only what hours cost has a make-up. */
export function readRate(
  typed: TypedRate,
  { employees, projects, clients, activities, days }: RateBasis,
): Decision<ReadRate> {
  const coded = (at: 'employee' | 'project' | 'client', list: Coded): Decision<number | undefined> =>
    ifFilled({ typed: typed[at], at }, undefined, (cell) => mapped(lookedUp(list, cell, at), ({ id }) => Number(id)));
  const scope = following(
    gathered({
      employee: coded('employee', employees),
      project: coded('project', projects),
      client: coded('client', clients),
      activity: ifFilled({ typed: typed.activity, at: 'activity' }, undefined, (cell) =>
        mapped(lookedUp(activities, cell, 'activity'), ({ code }) => code),
      ),
      role: ifFilled({ typed: typed.role, at: 'role' }, undefined, (cell) => textIn(cell, 'the role', 60)),
    }),
    (read) => knownLevel(withoutEmpty(read)),
  );
  return gathered({
    scope,
    effectiveOn: required({ typed: typed.effectiveOn, at: 'effectiveOn' }, 'the day', (cell) =>
      dayIn(cell, days.near, days.order),
    ),
    rates: ratesIn(typed),
    buildUp: accepted(hasBuildUp(typed) ? typed.buildUp : null),
    note: textIn({ typed: typed.note, at: 'note' }, 'the note', 200),
  });
}

function withoutEmpty(scope: RateScope): RateScope {
  return Object.fromEntries(Object.entries(scope).filter(([, value]) => value !== undefined));
}

function knownLevel(scope: RateScope): Decision<RateScope> {
  return rateLevel(scope) === undefined ? refused({ at: 'employee', kind: 'rate-for-nobody' }) : accepted(scope);
}

function hasBuildUp({ side, buildUp }: TypedRate): boolean {
  return side === 'cost' && buildUp.some((row) => Object.values(row).some((cell) => cell.trim() !== ''));
}

function ratesIn(typed: TypedRate): Decision<HourRates> {
  const cell: Cell = { typed: typed.rate, at: 'rate' };
  if (hasBuildUp(typed)) {
    return following(mapped(readBuildUp(typed.buildUp), ratesOf), (built) => {
      const isSame = isEmpty(cell) || mapped(rateIn(cell), (read) => read === built.regular.rate);
      return isSame === true || (isSame.ok && isSame.value)
        ? accepted(built)
        : refused({ at: 'rate', kind: 'rate-from-build-up', rate: built.regular.rate });
    });
  }
  return following(required(cell, 'the rate, or what it is made up of', rateIn), (read): Decision<HourRates> => {
    if (read < 0) {
      return refused({ at: 'rate', kind: 'number-outside', field: 'the rate', least: '0', most: '90,000,000,000' });
    }
    return accepted(typed.side === 'cost' ? ratesOfWhole(read) : flatRates(read));
  });
}
