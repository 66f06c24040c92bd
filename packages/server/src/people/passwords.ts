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
  const isPoor = score < LEAST_STRENGTH || isCloseToCommon(password);
  return isPoor ? [{ at, kind: 'password-common' }] : [];
}

const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common'] as readonly string[]);
/** What letters are often written as. */
const LOOKS_LIKE: Readonly<Record<string, string>> = {
  ...{ '0': 'o', '1': 'i', '3': 'e', '4': 'a', '5': 's', '7': 't', '8': 'b', '9': 'g' },
  ...{ '@': 'a', $: 's', '!': 'i', '+': 't', '(': 'c' },
};
/** A word that others choose too is worth so few characters, and what is around it counts as they are. */
const LEAST_AROUND = 8;

/** Whether it is a common password with little around it, or the same one twice: letters as they are often written, signs left out. */
function isCloseToCommon(password: string): boolean {
  const lower = password.slice(0, 100).toLowerCase();
  const spelled = [lower, [...lower].map((sign) => LOOKS_LIKE[sign] ?? sign).join('')];
  const letters = spelled.map((text) => text.replace(/[^a-z]/g, ''));
  return [...spelled, ...letters].some((text) => {
    const half = text.slice(0, Math.ceil(text.length / 2));
    if (text.length > 3 && half.repeat(2).startsWith(text) && COMMON.has(half)) return true;
    return [...pieces(text)].some((piece) => COMMON.has(piece) && password.length - piece.length < LEAST_AROUND);
  });
}

/** Every part of a text of at least six characters. */
function* pieces(text: string): Generator<string> {
  for (let from = 0; from + 6 <= text.length; from += 1) {
    for (let to = from + 6; to <= Math.min(text.length, from + 20); to += 1) yield text.slice(from, to);
  }
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
