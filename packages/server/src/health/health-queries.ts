import { sql } from 'kysely';
import type { Db } from '../database/schema.ts';

/** Writes a row that says nothing, all the way to the disk. Why it fails, if it does, the next order says. */
export async function writesReachTheDisk(db: Db): Promise<boolean> {
  try {
    await sql`INSERT INTO sign_in_try (digest, wrong, last_at) VALUES ('health', 0, 0)
      ON CONFLICT (digest) DO UPDATE SET last_at = 1 - last_at`.execute(db);
    return true;
  } catch {
    return false;
  }
}
