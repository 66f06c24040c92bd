/** Choices whose word in the books is not the trade's. */
const TEXTS: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  method: {
    ...{ surveyed: 'surveyed percent', milestones: 'milestones reached', 'completed-contract': 'completed contract' },
    ...{ 'labor-hours': 'by labor hours', units: 'by units done' },
    ...{ 'as-billed': 'as billed', 'as-billable': 'as billable', none: 'no revenue recognition' },
  },
  costTreatment: { hold: 'capitalize to WIP', expense: 'expense as incurred' },
};

/** A choice of a record's field as people read it. */
export function choiceText(field: string, choice: string): string {
  return TEXTS[field]?.[choice] ?? choice;
}
