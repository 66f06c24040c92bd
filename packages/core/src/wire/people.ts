import { z } from 'zod';
import { PERSON_ROLES } from '../people/roles.ts';
import { TOPICS, type Endpoints } from './endpoint.ts';
import { ById, Day, Done, Id, Quantity, Typed } from '../shapes/values.ts';

const Role = z.enum(PERSON_ROLES);
const Password = z.string().max(200);
const Code = z.string().max(20);

/** Somebody who is signed in, or acts without signing in. */
const Acting = z.object({
  /** Null for whoever uses books without people. */
  id: Id.nullable(),
  name: z.string(),
  role: Role,
});

/** Who asks, and how one gets in. */
export const SessionAnswer = z.object({
  /** Null where one must sign in first. */
  person: Acting.nullable(),
  /** `open`: no people yet, used from the own machine alone; `people`: one signs in; `demo`: one acts as anybody. */
  books: z.enum(['open', 'people', 'demo']),
  /** The first person is added from another machine: with the code that the server printed. */
  needsCode: z.boolean(),
  /** In the demo, whom one may act as. */
  others: z.array(Acting.extend({ id: Id })),
});

export const SignInForm = z.strictObject({ email: Typed, password: Password, code: Code.default('') });
/** A second factor is asked for once the password is right. */
export const SignedIn = z.object({ done: z.boolean(), needsCode: z.boolean() });

export const FirstPersonForm = z.strictObject({
  name: Typed,
  email: Typed,
  password: Password,
  /** What the server printed; from the own machine it is not needed. */
  serverCode: Typed.default(''),
});

const PersonFields = {
  name: Typed,
  email: Typed,
  role: Role,
  /** Code of the employee whose hours are theirs; empty for none. */
  employee: Typed.default(''),
};
export const PersonForm = z.strictObject({ ...PersonFields, password: Password });
export const PersonChange = z.strictObject({
  ...PersonFields,
  version: z.int(),
  active: z.boolean(),
  /** A new password; empty keeps the one there is. */
  password: Password.default(''),
  /** Takes the second factor away, for somebody who lost theirs. */
  dropSecondFactor: z.boolean().default(false),
});
export const PersonRow = z.object({
  ...{ id: Id, name: z.string(), email: z.string(), role: Role, employee: z.string() },
  ...{ active: z.boolean(), secondFactor: z.boolean(), version: z.int(), lastSeenAt: z.string().nullable() },
});

/** One's own account. */
export const Account = z.object({
  ...{ name: z.string(), email: z.string(), role: Role, secondFactor: z.boolean() },
  sessions: z.array(
    z.object({
      ...{ id: Id, beganAt: z.string(), seenAt: z.string(), address: z.string(), browser: z.string() },
      current: z.boolean(),
    }),
  ),
  tokens: z.array(
    z.object({
      ...{ id: Id, name: z.string(), scope: z.string(), madeAt: z.string(), usedAt: z.string().nullable() },
      endsAt: z.string(),
    }),
  ),
});
/** What opens the account is asked for once more: the password, and the code of the second factor where there is one. */
const KEYS = { password: Password, code: Code.default('') };
export const PasswordChange = z.strictObject({ ...KEYS, newPassword: Password });
/** What to type into, or show to, an authenticator: as text and as a picture (SVG). */
export const SecondFactorOffer = z.object({ secret: z.string(), uri: z.string(), picture: z.string() });
/** `newCode` is of the new secret. */
export const SecondFactorForm = z.strictObject({ ...KEYS, secret: z.string().max(100), newCode: Code });
export const KeysForm = z.strictObject(KEYS);

/** What a script may do with a token: read, or whatever its owner may. */
export const TOKEN_SCOPES = ['read', 'all'] as const;
export const TokenForm = z.strictObject({ name: Typed, scope: z.enum(TOKEN_SCOPES) });
/** Shown once; it opens nothing after `endsAt`, nor after a new password of its owner. */
export const TokenMade = z.object({ id: Id, token: z.string(), endsAt: z.string() });

export const ActAsForm = z.strictObject({ person: Id });

export const OwnHoursQuery = z.strictObject({ weekOn: Day });
/** One's own posted hours of the week that holds the day. */
export const OwnHours = z.object({
  /** Null where the account is of no employee. */
  employee: z.string().nullable(),
  rows: z.array(z.object({ workedOn: Day, project: z.string(), work: z.string(), hours: Quantity })),
});

// One a line.
// prettier-ignore
export const PEOPLE_ENDPOINTS = {
  session: { method: 'get', path: '/session', may: 'anyone', summary: 'Who asks, and how one gets in', response: SessionAnswer, reads: ['people'] },
  signIn: { method: 'post', path: '/session', may: 'anyone', summary: 'Sign in', body: SignInForm, response: SignedIn, isKeyless: true, makesStale: TOPICS },
  signOut: { method: 'delete', path: '/session', may: 'anyone', summary: 'Sign out', response: Done, isKeyless: true, makesStale: ['people'] },
  actAs: { method: 'put', path: '/session', may: 'anyone', summary: 'In the demo: act as somebody', body: ActAsForm, response: Done, isKeyless: true, makesStale: ['people'] },
  addFirstPerson: { method: 'post', path: '/people/first', may: 'anyone', summary: 'Add the first person, who administers the books', body: FirstPersonForm, response: Done, isKeyless: true, makesStale: TOPICS },
  people: { method: 'get', path: '/people', may: 'run-company', summary: 'Who may sign in, and as what', response: z.object({ rows: z.array(PersonRow) }), reads: ['people'] },
  addPerson: { method: 'post', path: '/people', may: 'run-company', summary: 'Add somebody', body: PersonForm, response: Done, isKeyless: true, makesStale: ['people'] },
  changePerson: { method: 'put', path: '/people/{id}', may: 'run-company', summary: 'Change somebody', params: ById, body: PersonChange, response: Done, isKeyless: true, makesStale: ['people'] },
  account: { method: 'get', path: '/account', may: 'own-account', summary: 'The own account: where it is signed in, its tokens', response: Account, reads: ['people'] },
  ownHours: { method: 'get', path: '/own-hours', may: 'own-hours', summary: 'The own hours of a week', query: OwnHoursQuery, response: OwnHours, reads: ['ledger', 'people'] },
  changePassword: { method: 'put', path: '/account/password', may: 'own-account', summary: 'Change the own password', body: PasswordChange, response: Done, isKeyless: true, makesStale: ['people'] },
  offerSecondFactor: { method: 'post', path: '/account/second-factor/offer', may: 'own-account', summary: 'A secret for an authenticator, not kept yet', response: SecondFactorOffer, isKeyless: true, makesStale: [] },
  setSecondFactor: { method: 'put', path: '/account/second-factor', may: 'own-account', summary: 'Ask for a second factor from now on', body: SecondFactorForm, response: Done, isKeyless: true, makesStale: ['people'] },
  dropSecondFactor: { method: 'post', path: '/account/second-factor/removal', may: 'own-account', summary: 'Ask for the password alone', body: KeysForm, response: Done, isKeyless: true, makesStale: ['people'] },
  endSession: { method: 'delete', path: '/account/sessions/{id}', may: 'own-account', summary: 'Sign out elsewhere', params: ById, response: Done, isKeyless: true, makesStale: ['people'] },
  makeToken: { method: 'post', path: '/account/tokens', may: 'own-account', summary: 'A token for a script', body: TokenForm, response: TokenMade, isKeyless: true, makesStale: ['people'] },
  revokeToken: { method: 'delete', path: '/account/tokens/{id}', may: 'own-account', summary: 'Revoke a token', params: ById, response: Done, isKeyless: true, makesStale: ['people'] },
} as const satisfies Endpoints;
