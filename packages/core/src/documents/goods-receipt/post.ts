import type { IsoDate } from '../../calendar/iso-date.ts';
import type { PartyId } from '../../ledger/ids.ts';
import { credit, debit, journalEntry, type JournalEntry } from '../../ledger/journal-entry.ts';
import { costRole } from '../../ledger/project.ts';
import type { Roles } from '../../ledger/roles.ts';
import { sum, type Cents } from '../../money/cents.ts';
import type { Quantity } from '../../money/quantity.ts';
import type { CostTarget } from '../cost-target.ts';

/** What came of a line, at the price of its order. */
export interface ReceivedGoods {
  readonly target: CostTarget;
  readonly quantity: Quantity;
  readonly accrued: Cents;
  readonly text: string;
}

/** Dr the cost account of each line at the order's price, Cr received, not billed; no entry where nothing is accrued. */
export function goodsReceived(
  roles: Roles,
  goods: readonly ReceivedGoods[],
  { party, postedOn, text }: { readonly party: PartyId; readonly postedOn: IsoDate; readonly text: string },
): readonly JournalEntry[] {
  const accrued = goods.filter((each) => each.accrued !== 0);
  if (accrued.length === 0) return [];
  return [
    journalEntry(postedOn, [
      ...accrued.map(({ target, accrued: amount, quantity, text: of }) =>
        target.kind === 'project'
          ? debit(roles[costRole(target.project)], amount, { ...target.coding, party, quantity, text: of })
          : debit(target.account, amount, { party, text: of }),
      ),
      credit(roles['received-not-billed'], sum(accrued.map(({ accrued: amount }) => amount)), { party, text }),
    ]),
  ];
}
