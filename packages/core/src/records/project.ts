import {
  BEFORE_CONTRACT,
  BEFORE_ESTIMATE,
  BILLING_BASES,
  COST_TREATMENTS,
  METHODS,
  PROJECT_KINDS,
  PROJECT_STATUSES,
} from '../ledger/project.ts';
import { RETENTION_REDUCTIONS, RETENTION_SCOPES } from '../billing/retention-terms.ts';
import { APPLICATIONS_POST } from '../billing/schedule.ts';
import { choice, CODE, codeOf, field, NAME, text, type KindOfRecord } from './field.ts';

export const PROJECT: KindOfRecord = {
  one: 'Project',
  many: 'Projects',
  countsOn: 'actualEndOn',
  fields: [
    CODE,
    NAME,
    field('kind', 'Kind', choice(PROJECT_KINDS), ['fixed', 'For a client, or internal.']),
    field('client', 'Client', codeOf('client'), ['optional', 'Code of the client; empty for an internal project.']),
    field('manager', 'Manager', text(60), ['optional', 'Who leads it.']),
    field('startOn', 'Start', { kind: 'day' }, ['required', 'First day of work.']),
    field('targetEndOn', 'Target end', { kind: 'day' }, ['optional', 'When it should be finished.']),
    field('actualEndOn', 'Actual end', { kind: 'day' }, [
      'optional',
      'When it was finished or cancelled; from then its estimate is its cost.',
    ]),
    field('status', 'Status', choice(PROJECT_STATUSES), [
      'required',
      'Cancelled projects take no cost; closed ones no cost, billing or earning.',
    ]),
    field('priceWhenCancelled', 'Price when cancelled', { kind: 'money' }, [
      'optional',
      'What the client still owes for what was done; empty for what is billed. Read when the project is cancelled.',
    ]),
    field('method', 'Recognition', choice(METHODS), [
      'required',
      'How revenue is earned: by cost against its estimate; by hours worked against hours to come; by units done; by a surveyed percent; by milestones; when finished (completed contract); as billed, for small jobs; as billable, for time and materials; internal projects earn none.',
    ]),
    field('methodReason', 'Why it is recognized so', text(400), [
      'optional',
      'Needed for a completed contract: why its progress cannot be measured.',
    ]),
    field('unitsInAll', 'Units in all', { kind: 'count' }, [
      'optional',
      'Needed where it earns by units done: how many there are to do.',
    ]),
    field('costTreatment', 'Cost', choice(COST_TREATMENTS), [
      'required',
      'Held in WIP until recognized, or expensed as incurred, as what earns as billed is. Changed, it counts from then on, and the next run catches up.',
    ]),
    field('beforeContract', 'Cost before the contract', choice(BEFORE_CONTRACT), [
      'optional',
      'Waits in WIP for the contract, which is usual where it is expected to pay for it, or is expensed with each run.',
    ]),
    field('beforeEstimate', 'Before it is estimated', choice(BEFORE_ESTIMATE), [
      'optional',
      'Under contract and without budget or forecast: its cost waits, which is usual, or it earns what it costs, at no margin.',
    ]),
    field('taxCode', 'Tax code', codeOf('tax-code'), ['optional', 'For its invoices.']),
    field('billedBy', 'Billed by', choice(BILLING_BASES), [
      'optional',
      'What its invoices are of: what was agreed, which is usual, or time and materials; a contract price is then the limit.',
    ]),
    field('markup', 'Markup on cost', text(120), [
      'optional',
      'In percent, of time and materials: 15, or by type: material 10, subcontract 5, other none.',
    ]),
    field('retention', 'Retention', text(120), [
      'optional',
      'What the client holds back, in percent of completed work: 10, or 10 until 50, then 5.',
    ]),
    field('retentionOfStored', 'Retention of stored materials', { kind: 'percent' }, [
      'optional',
      'In percent; empty for as much as of completed work.',
    ]),
    field('retentionBy', 'Retention by', choice(RETENTION_SCOPES), [
      'optional',
      'Whether its steps are reached by the whole schedule of values, which is usual, or by each line.',
    ]),
    field('retentionReduces', 'A lower percent is of', choice(RETENTION_REDUCTIONS), [
      'optional',
      'Whether it is of what is completed from there on, which is usual, or of all of it: then what was held back is given back.',
    ]),
    field('retentionDueDays', 'Retention due, days after the end', { kind: 'count' }, [
      'optional',
      'Empty where the contract does not say.',
    ]),
    field('retentionWithFinal', 'Retention released with the final invoice', { kind: 'percent' }, [
      'optional',
      'In percent of all that is held back then; empty for nothing.',
    ]),
    field('applicationsPost', 'Applications are invoiced', choice(APPLICATIONS_POST), [
      'optional',
      'When the client certifies them, which is usual, or when they are submitted.',
    ]),
    field('contractPrice', 'Contract price', { kind: 'money' }, [
      'optional',
      'As first agreed; later changes are recorded apart. Empty once it is agreed: it stays.',
    ]),
    field('siteAddress', 'Site', { kind: 'lines', most: 400 }, ['optional', 'Where the work is.']),
    field('notes', 'Notes', { kind: 'lines', most: 2000 }, ['optional', 'Anything worth keeping.']),
  ],
};
