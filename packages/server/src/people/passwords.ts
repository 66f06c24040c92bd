import { hash, verify } from '@node-rs/argon2';
import type { Problem } from '@lowtide/core/problems/problem.ts';
import { ZxcvbnFactory } from '@zxcvbn-ts/core';
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common';

export const LEAST_PASSWORD = 12;
/** Of 0 to 4: below it a password is found within a hundred million tries. */
const LEAST_STRENGTH = 3;

let guesser: ZxcvbnFactory | undefined;

/** What is wrong with a new password of somebody; their name and e-mail make a poor one. */
export function passwordProblems(password: string, about: readonly string[], at: string): readonly Problem[] {
  if ([...password].length < LEAST_PASSWORD) return [{ at, kind: 'password-short', least: LEAST_PASSWORD }];
  guesser ??= new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs });
  const words = about
    .map((text) => text.toLowerCase())
    .flatMap((text) => [text, text.replace(/\s+/g, ''), ...text.split(/[\s@.,]+/)]);
  // What is longer than a hundred characters is not guessed, and takes long to look at.
  const { score } = guesser.check(
    password.slice(0, 100),
    words.filter((word) => word.length > 2),
  );
  return score < LEAST_STRENGTH ? [{ at, kind: 'password-common' }] : [];
}

/** Argon2id with the parameters of RFC 9106's second choice for little memory: 19 MiB, two passes. Works beside the main thread. */
export async function passwordHash(password: string): Promise<string> {
  return hash(password.normalize('NFC'));
}

/** Where nobody has the e-mail, a hash is compared all the same, so that the time taken says nothing. */
const NOBODY = hash('nobody has this password');

export async function passwordFits(stored: string | undefined, password: string): Promise<boolean> {
  const fits = await verify(stored ?? (await NOBODY), password.normalize('NFC'));
  return fits && stored !== undefined;
}
