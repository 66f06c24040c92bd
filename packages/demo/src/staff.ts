export type DemoRole = 'crew' | 'diver' | 'ecologist' | 'surveyor' | 'carpenter' | 'operator' | 'supervisor' | 'office';

export interface DemoEmployee {
  readonly code: string;
  readonly name: string;
  readonly role: DemoRole;
  /** Loaded cost of an hour in 2026 and from 2027, as typed. */
  readonly rates: readonly [string, string];
}

/** How many of a role, and where their loaded rates begin. */
const ROLES: readonly (readonly [DemoRole, number, number])[] = [
  ['crew', 12, 34.2],
  ['operator', 5, 41.5],
  ['carpenter', 10, 39.8],
  ['diver', 3, 58.4],
  ['ecologist', 3, 46.1],
  ['surveyor', 2, 44.7],
  ['supervisor', 3, 55.6],
  ['office', 2, 38.9],
];

const NAMES = [
  'A. Brisk',
  'T. Callow',
  'M. Dunnet',
  'R. Eyott',
  'J. Farrand',
  'L. Garvey-Holt',
  'P. Hesk',
  'S. Ingle',
  'C. Jessamy',
  'N. Kerrow',
  'D. Lathom',
  'E. Marrish',
  'O. Nettle',
  'F. Orrin',
  'B. Penhal',
  'H. Quire',
  'K. Ruddock',
  'G. Sallow',
  'V. Tansley',
  'W. Ulm',
  'Y. Venner',
  'Z. Wick',
  'A. Yarrow',
  'B. Zeller',
  'C. Ashby-Rune',
  'D. Bittern',
  'E. Crake',
  'F. Dunlin',
  'G. Egret',
  'H. Fulmar',
  'J. Godwit',
  'K. Heron',
  'L. Ibis',
  'M. Jacana',
  'N. Knot',
  'P. Linnet',
  'R. Merlin',
  'S. Noddy',
  'T. Osprey',
  'U. Petrel',
] as const;

/** Forty people; within a role each costs a little more an hour than the one before. */
export const STAFF: readonly DemoEmployee[] = ROLES.flatMap(([role, count, base], group) => {
  const before = ROLES.slice(0, group).reduce((sum, [, each]) => sum + each, 0);
  return Array.from({ length: count }, (_, index) => {
    const rate = base + index * 0.7425;
    return {
      code: `E${String(before + index + 1).padStart(2, '0')}`,
      name: NAMES[before + index] ?? '',
      role,
      rates: [rate.toFixed(4), (rate * 1.034).toFixed(4)] as const,
    };
  });
});
