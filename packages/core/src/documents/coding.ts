import { ifFilled, isEmpty, type Cell } from '../cells/cell.ts';
import { COST_TYPES, typedCostType, type CostType } from '../ledger/cost-type.ts';
import { codingTo, type Coding, codingKey } from '../ledger/dimensions.ts';
import { takesCost, type Phase, type Project } from '../ledger/project.ts';
import { lookedUp, found } from '../lookup/lookup.ts';
import type { Order } from '../orders/order.ts';
import { accepted, following, gathered, mapped, problemsOf, refused, type Decision } from '../problems/decision.ts';
import type { Catalog, CostCode } from './catalog.ts';

/** A coding as typed: the code cell holds a cost code, or `phase/cost code`. */
export interface TypedCoding {
  readonly project: string;
  readonly code: string;
  readonly costType: string;
}

export interface ReadCoding {
  readonly project: Project;
  readonly coding: Coding;
}

/**
 * Reads where a cost belongs. A cost type left out is that of the project's only budget line with this phase and code, else
 * the cost code's usual one.
 */
export function codingIn(typed: TypedCoding, row: string, catalog: Catalog): Decision<ReadCoding> {
  const project = openProjectIn({ typed: typed.project, at: `${row}/project` }, catalog);
  const code = { typed: typed.code, at: `${row}/code` };
  if (isEmpty(code)) {
    return refused(...problemsOf(project), { at: code.at, kind: 'missing', field: 'the cost code' });
  }
  const place = placeIn(project.ok ? project.value : undefined, code, catalog.costCodes);
  return following(gathered({ project, place }), (read) => {
    const cell = { typed: typed.costType, at: `${row}/costType` };
    return mapped(budgetedCostType(cell, read, catalog), (costType) => ({
      project: read.project,
      coding: codingOf(read.project, read.place, costType),
    }));
  });
}

/** A project that still takes cost. */
function openProjectIn(cell: Cell, { projects }: Catalog): Decision<Project> {
  return following(lookedUp(projects, cell, 'project'), (project) =>
    takesCost(project)
      ? accepted(project)
      : refused({ at: cell.at, kind: 'project-closed', project: project.code, status: project.status }),
  );
}

/** Where a row says it is: the row's address, and its cells for a code and a cost type. */
export interface CodedRow {
  readonly row: { readonly code: string; readonly costType: string };
  readonly at: string;
}

/** What a row of something planned says of its coding; the code may be missing still. */
export interface PlannedCoding {
  readonly coding: Coding | null;
  readonly costType: CostType | null;
}

/**
 * The coding of a row of one project, for what is planned and not yet cost: a cost type left out is the cost code's usual one.
 */
export function plannedCodingIn(
  project: CodedProject,
  { row, at }: CodedRow,
  costCodes: readonly CostCode[],
): Decision<PlannedCoding> {
  const typeCell = { typed: row.costType, at: `${at}/costType` };
  const typed = ifFilled(typeCell, null, costTypeIn);
  const code = { typed: row.code, at: `${at}/code` };
  if (isEmpty(code)) return mapped(typed, (costType) => ({ coding: null, costType }));
  return following(gathered({ typed, place: placeIn(project, code, costCodes) }), (read) => {
    const costType = read.typed ?? read.place.costCode.costType;
    return costType === null
      ? refused({ at: typeCell.at, kind: 'missing', field: 'the cost type' })
      : accepted({ coding: codingOf(project, read.place, costType), costType });
  });
}

/** A phase as far as codes name it. */
export type CodedPhase = Pick<Phase, 'id' | 'code' | 'name'>;
interface CodedProject extends Pick<Project, 'id'> {
  readonly phases: readonly CodedPhase[];
}

interface Place {
  readonly phase: CodedPhase | null;
  readonly costCode: CostCode;
}

function codingOf(project: CodedProject, { phase, costCode }: Place, costType: CostType): Coding {
  return codingTo({ project: project.id, phase: phase?.id ?? null, costCode: costCode.id, costType });
}

/** Phase and cost code of a code cell. Without a project only the code is looked up, to say what is wrong with it. */
function placeIn(
  project: CodedProject | undefined,
  { typed, at }: Cell,
  costCodes: readonly CostCode[],
): Decision<Place> {
  const [phasePart, codePart] = splitCode(typed);
  const costCode = lookedUp(costCodes, { typed: codePart, at }, 'cost code');
  const phase =
    phasePart === '' || project === undefined
      ? accepted(null)
      : lookedUp(project.phases, { typed: phasePart, at }, 'phase');
  return gathered({ phase, costCode });
}

function splitCode(text: string): readonly [phase: string, code: string] {
  const slash = text.indexOf('/');
  return slash < 0 ? ['', text.trim()] : [text.slice(0, slash).trim(), text.slice(slash + 1).trim()];
}

export function costTypeIn({ typed, at }: Cell): Decision<CostType> {
  const type = typedCostType(typed);
  return type === undefined ? refused({ at, kind: 'not-a-choice', typed, choices: COST_TYPES }) : accepted(type);
}

/** The cost type typed; else that of the project's only budget line there; else the code's usual one. */
function budgetedCostType(
  cell: Cell,
  { project, place }: { readonly project: Project; readonly place: Place },
  { stands }: Catalog,
): Decision<CostType> {
  if (!isEmpty(cell)) return costTypeIn(cell);
  const budgeted = COST_TYPES.filter((type) => stands.get(codingKey(codingOf(project, place, type)))?.isBudgeted);
  const type = budgeted.length === 1 ? budgeted[0] : place.costCode.costType;
  return type ? accepted(type) : refused({ at: cell.at, kind: 'missing', field: 'the cost type' });
}

/** The projects a sheet names, itself or by the orders it names, so that only their budgets need reading. */
export function projectsNamed(
  rows: readonly object[],
  projects: readonly Project[],
  orders: readonly Pick<Order, 'lines'>[],
): readonly Project[] {
  const typed = new Set(
    rows
      .flatMap((row) => ('project' in row && typeof row.project === 'string' ? [row.project.trim()] : []))
      .filter((text) => text !== ''),
  );
  const named = [...typed].map((text) => found(projects, text));
  const ordered = new Set(
    orders.flatMap(({ lines }) =>
      lines.flatMap(({ target }) => (target.kind === 'project' ? [target.coding.project] : [])),
    ),
  );
  return [
    ...new Set([
      ...named.flatMap((each) => (each.kind === 'found' ? [each.value] : [])),
      ...projects.filter(({ id }) => ordered.has(id)),
    ]),
  ];
}
