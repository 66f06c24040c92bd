import { createContext, useContext, type ReactNode } from 'react';
import { isAllowed, type Permission } from '@lowtide/core/people/roles.ts';
import type { Answer } from './books-api.ts';

type Session = Answer<'session'>;

const Current = createContext<Session | null>(null);

/** Gives the pages below who is signed in. */
export function SessionProvider({ session, children }: { readonly session: Session; readonly children: ReactNode }) {
  return <Current value={session}>{children}</Current>;
}

export function useSession(): Session {
  const session = useContext(Current);
  if (session === null) throw new Error('pages are drawn for somebody');
  return session;
}

/** Whether whoever is signed in is allowed something. */
export function useMay(): (permission: Permission) => boolean {
  const { person } = useSession();
  return (permission) => person !== null && isAllowed(person.role, permission);
}

/** What is offered only to those who may do it. */
export function May({ do: permission, children }: { readonly do: Permission; readonly children: ReactNode }) {
  return useMay()(permission) ? <>{children}</> : null;
}
