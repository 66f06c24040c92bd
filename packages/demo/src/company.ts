import { CLIENTS, SUPPLIERS, type DemoClient } from './parties.ts';
import { PROJECTS, type DemoProject } from './projects.ts';
import { STAFF, type DemoEmployee } from './staff.ts';

/** Cost that is due on a line and not yet spent: hours not yet worked, deliveries not yet billed. */
type Backlog = Map<string, number>;

/** Projects and the people who work on them; a large company has many such branches, each living the same months. */
export interface Branch {
  /** What its codes end in; the first branch's end in nothing. */
  readonly suffix: string;
  readonly projects: readonly DemoProject[];
  readonly staff: readonly DemoEmployee[];
  readonly backlog: Backlog;
}

export interface Company {
  readonly name: string;
  readonly branches: readonly Branch[];
  readonly clients: readonly DemoClient[];
  readonly suppliers: typeof SUPPLIERS;
}

/** The demo's company: one branch. */
export function demoCompany(): Company {
  const branch = { suffix: '', projects: PROJECTS, staff: STAFF, backlog: new Map() };
  return { name: 'Pellworth Shore Works', branches: [branch], clients: CLIENTS, suppliers: SUPPLIERS };
}

/** One of so many people of a role works in a branch of a large company. */
const STAFF_SHARE = 4;

/** So many branches of the demo's projects, with fewer people each: their hours would be most of the books. */
export function largeCompany(branches: number): Company {
  const few = STAFF.filter(({ role }, index) => {
    const before = STAFF.slice(0, index).filter((each) => each.role === role).length;
    return before % STAFF_SHARE === 0;
  });
  return {
    ...demoCompany(),
    branches: Array.from({ length: branches }, (_, index) => {
      const suffix = index === 0 ? '' : `-${String(index + 1).padStart(3, '0')}`;
      return {
        suffix,
        projects: PROJECTS.map((project) => ({ ...project, code: `${project.code}${suffix}` })),
        staff: few.map((person) => ({ ...person, code: `${person.code}${suffix}` })),
        backlog: new Map(),
      };
    }),
  };
}

/** Every project of the company. */
export function projectsOf({ branches }: Company): readonly DemoProject[] {
  return branches.flatMap(({ projects }) => projects);
}
