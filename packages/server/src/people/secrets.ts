import { createHash, randomBytes } from 'node:crypto';

/** 256 random bits as text, for a session or a token. */
export function newSecret(): string {
  return randomBytes(32).toString('base64url');
}

/** What is kept of a secret: who reads the books file cannot use it. */
export function digestOf(secret: string): string {
  return createHash('sha256').update(secret).digest('hex');
}

const LETTERS = 'ABCDEFGHJKLMNPQRSTUVWXYZ23456789';

/** A code that is read from one screen and typed on another; nothing in it is taken for something else. */
export function newServerCode(): string {
  const letters = [...randomBytes(12)].map((byte) => LETTERS.charAt(byte % LETTERS.length)).join('');
  return letters.replace(/(.{4})(?=.)/g, '$1-');
}
