import { required, textIn, type Cell } from '../cells/cell.ts';
import { accepted, following, gathered, refused, type Decision } from '../problems/decision.ts';

export interface NamedPerson {
  readonly name: string;
  readonly email: string;
}

/** Name and e-mail of somebody, as typed. */
export function readPerson({ name, email }: NamedPerson): Decision<NamedPerson> {
  return gathered({
    name: required({ typed: name, at: 'name' }, 'the name', (cell) => textIn(cell, 'the name', 80)),
    email: required({ typed: email, at: 'email' }, 'the e-mail', emailIn),
  });
}

function emailIn(cell: Cell): Decision<string> {
  return following(textIn(cell, 'the e-mail', 200), (email) =>
    /^[^\s@]+@[^\s@]+$/.test(email)
      ? accepted(email)
      : refused({ at: cell.at, kind: 'not-an-email', typed: cell.typed }),
  );
}
