export const COST_TYPES = ['labor', 'material', 'subcontract', 'equipment', 'overhead', 'other'] as const;
export type CostType = (typeof COST_TYPES)[number];

/** Two or three letters for narrow columns. */
export const COST_TYPE_MARKS: Record<CostType, string> = {
  labor: 'LAB',
  material: 'MAT',
  subcontract: 'SUB',
  equipment: 'EQP',
  overhead: 'OVH',
  other: 'OTH',
};

/** The cost type meant by a word, its first letters (at least two) or its mark, in any case. */
export function typedCostType(text: string): CostType | undefined {
  const word = text.trim().toLowerCase();
  if (word.length < 2) return undefined;
  return COST_TYPES.find((type) => type.startsWith(word) || COST_TYPE_MARKS[type].toLowerCase() === word);
}
