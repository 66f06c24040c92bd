import { codingKey } from '../../ledger/dimensions.ts';
import { plusDays, type IsoDate } from '../../calendar/iso-date.ts';
import { isEmpty, textIn, withinBooks, type Cell } from '../../cells/cell.ts';
import type { EquipmentId } from '../../ledger/ids.ts';
import { credit, debit, type Line } from '../../ledger/journal-entry.ts';
import { costRole } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { opposite, type Cents } from '../../money/cents.ts';
import { quantity, unboundedExtension, type Quantity, type Rate } from '../../money/quantity.ts';
import { ratio, shareOf } from '../../money/ratio.ts';
import { dayInBooks } from '../../months/books-span.ts';
import { openDayFrom } from '../../months/open-day.ts';
import {
  accepted,
  following,
  gathered,
  listed,
  mapped,
  refused,
  unless,
  type Decision,
} from '../../problems/decision.ts';
import type { Problem } from '../../problems/problem.ts';
import { rateOn } from '../../rates/rate-on.ts';
import type { Catalog, Equipment } from '../catalog.ts';
import { codingIn, type ReadCoding } from '../coding.ts';
import type { HoursRow } from './form.ts';
import { typedDays } from './typed-days.ts';

/** Own equipment on one project and day, at the rate valid that day. */
export interface UsedEquipment {
  readonly equipment: EquipmentId;
  readonly usedOn: IsoDate;
  /** The day used, or the first open one where its month is locked. */
  readonly postedOn: IsoDate;
  /** Hours or days. */
  readonly quantity: Quantity;
  readonly rate: Rate;
  readonly cost: Cents;
  readonly work: ReadCoding;
  readonly text: string;
}

/** Dr the project's cost account, Cr equipment recovered. */
export function equipmentCharged(roles: Roles, { cost, work, text, ...used }: UsedEquipment): readonly Line[] {
  return [
    debit(roles[costRole(work.project)], cost, { ...work.coding, quantity: used.quantity, text }),
    credit(roles['equipment-recovered'], cost, { text }),
  ];
}

/** Use with the cell it was typed in. */
export interface PlacedUse extends UsedEquipment {
  readonly at: string;
  readonly row: number;
}

export interface EquipmentRow {
  readonly row: HoursRow;
  readonly place: number;
  readonly weekOn: IsoDate;
  readonly equipment: Equipment;
}

/** A row of equipment: always of a project, by the hour or day; it is neither paid nor of an activity. */
export function equipmentRowIn(typed: EquipmentRow, catalog: Catalog): Decision<readonly PlacedUse[]> {
  const { row, place, weekOn, equipment } = typed;
  const at = `rows/${place}`;
  const parts = gathered({
    work: following(unless(notForEquipment(row, at), null), () => projectOf(row, at, catalog)),
    days: typedDays(row, at),
    text: textIn({ typed: row.text, at: `${at}/text` }, 'the text', 200),
  });
  return following(parts, ({ work, days, text }) =>
    listed(
      days.map(({ cell, hours, day }) => {
        const usedOn = plusDays(weekOn, day);
        const use = { equipment, work, usedOn, units: hours };
        return mapped(costedUse(use, cell, catalog), (costed) => ({
          ...{ equipment: equipment.id, usedOn, quantity: hours, work, at: cell.at, row: place, ...costed },
          text: [equipment.name, text].filter(Boolean).join(': '),
          postedOn: openDayFrom(usedOn, catalog.lockedThrough),
        }));
      }),
    ),
  );
}

function notForEquipment(row: HoursRow, at: string): readonly Problem[] {
  const fields = { pay: 'pay', billable: 'billing', activity: 'an activity' } as const;
  return (['pay', 'billable', 'activity'] as const).flatMap((name): readonly Problem[] =>
    row[name].trim() === '' ? [] : [{ at: `${at}/${name}`, kind: 'not-for-equipment', field: fields[name] }],
  );
}

function projectOf(row: HoursRow, at: string, catalog: Catalog): Decision<ReadCoding> {
  if (isEmpty({ typed: row.project, at })) return refused({ at: `${at}/project`, kind: 'equipment-needs-project' });
  return codingIn({ ...row, costType: row.costType.trim() === '' ? 'equipment' : row.costType }, at, catalog);
}

interface DayOfUse {
  readonly equipment: Equipment;
  readonly work: ReadCoding;
  readonly usedOn: IsoDate;
  readonly units: Quantity;
}

type CostedUse = Pick<UsedEquipment, 'rate' | 'cost'>;

/** At the rate of the day, or as it was posted where it is taken back. */
function costedUse(use: DayOfUse, cell: Cell, catalog: Catalog): Decision<CostedUse> {
  return following(dayInBooks(use.usedOn, catalog.span, cell.at), () =>
    use.units < 0 ? takenBack(use, cell, catalog) : atRate(use, cell),
  );
}

function atRate({ equipment, usedOn, units }: DayOfUse, cell: Cell): Decision<CostedUse> {
  const rate = rateOn(equipment.rates, usedOn);
  if (rate === undefined) {
    return refused({ at: cell.at, kind: 'no-equipment-rate', equipment: equipment.name, day: usedOn });
  }
  return mapped(withinBooks(cell, unboundedExtension(units, rate)), (cost) => ({ rate, cost }));
}

function takenBack({ equipment, work, usedOn, units }: DayOfUse, cell: Cell, catalog: Catalog): Decision<CostedUse> {
  const coding = codingKey(work.coding);
  const there = catalog.usesThere.find(
    (each) => each.equipment === equipment.id && each.usedOn === usedOn && each.coding === coding,
  );
  if (there === undefined || there.quantity + units < 0) {
    const posted = quantity(there?.quantity ?? 0);
    return refused({ at: cell.at, kind: 'more-than-posted', employee: equipment.name, day: usedOn, posted });
  }
  return accepted({ rate: there.rate, cost: opposite(shareOf(there.cost, ratio(-units, there.quantity))) });
}
