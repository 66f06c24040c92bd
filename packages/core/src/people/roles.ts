/** What a person may be in the books; everybody is one of these. */
export const PERSON_ROLES = ['administrator', 'accountant', 'manager', 'worker', 'reader'] as const;
export type PersonRole = (typeof PERSON_ROLES)[number];

export const ROLE_WORDS: { readonly [R in PersonRole]: string } = {
  administrator: 'People, settings and backups, and all that an accountant does',
  accountant: 'Keeps the books: everything is read and posted, pay too',
  manager: 'Projects they lead: read in full, with their estimates, change orders and forecasts; nothing is posted',
  worker: 'Their own hours',
  reader: 'Reads every report, project and document; no pay, and nothing is changed',
};

/** What somebody must be allowed to do before an address answers them, and the roles that are. */
export const PERMISSIONS = {
  /** Needs no signing in. */
  anyone: PERSON_ROLES,
  /** What is one's own: the account, the frame of every page. */
  'own-account': PERSON_ROLES,
  'read-projects': ['administrator', 'accountant', 'manager', 'reader'],
  'read-books': ['administrator', 'accountant', 'reader'],
  'plan-projects': ['administrator', 'accountant', 'manager'],
  'keep-books': ['administrator', 'accountant'],
  /** Rates of pay, and whose hours a cost is. */
  'see-pay': ['administrator', 'accountant'],
  'own-hours': ['administrator', 'accountant', 'worker'],
  'run-company': ['administrator'],
} as const satisfies Readonly<Record<string, readonly PersonRole[]>>;
export type Permission = keyof typeof PERMISSIONS;

export function isAllowed(role: PersonRole, permission: Permission): boolean {
  const roles: readonly PersonRole[] = PERMISSIONS[permission];
  return roles.includes(role);
}

/** Whether somebody sees only the projects that name them as their manager. */
export function seesOwnProjectsOnly(role: PersonRole): boolean {
  return role === 'manager';
}
