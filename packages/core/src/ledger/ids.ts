import { invariant } from '../invariant.ts';

/** Numbers that name things of the books. Each kind is its own type, so that one cannot stand for another. */
type Id<Kind extends string> = number & { readonly names: Kind };

export type AccountId = Id<'account'>;
export type PartyId = Id<'party'>;
export type EmployeeId = Id<'employee'>;
export type EquipmentId = Id<'equipment'>;
export type ActivityId = Id<'activity'>;
export type ProjectId = Id<'project'>;
export type PhaseId = Id<'phase'>;
export type CostCodeId = Id<'cost code'>;
export type TaxCodeId = Id<'tax code'>;
export type DocumentId = Id<'document'>;
export type OrderLineId = Id<'order line'>;
export type EntryId = Id<'entry'>;

function whole(number: number): number {
  invariant(Number.isSafeInteger(number) && number > 0, `${number} names nothing`);
  return number;
}

export const accountId = (number: number): AccountId => whole(number) as AccountId;
export const partyId = (number: number): PartyId => whole(number) as PartyId;
export const employeeId = (number: number): EmployeeId => whole(number) as EmployeeId;
export const equipmentId = (number: number): EquipmentId => whole(number) as EquipmentId;
export const activityId = (number: number): ActivityId => whole(number) as ActivityId;
export const projectId = (number: number): ProjectId => whole(number) as ProjectId;
export const phaseId = (number: number): PhaseId => whole(number) as PhaseId;
export const costCodeId = (number: number): CostCodeId => whole(number) as CostCodeId;
export const taxCodeId = (number: number): TaxCodeId => whole(number) as TaxCodeId;
export const documentId = (number: number): DocumentId => whole(number) as DocumentId;
export const orderLineId = (number: number): OrderLineId => whole(number) as OrderLineId;
export const entryId = (number: number): EntryId => whole(number) as EntryId;
