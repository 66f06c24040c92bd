import type { Generated } from 'kysely';

/** What is named by a code, in versions. */
export interface Coded {
  id: Generated<number>;
  code: string;
  name: string;
  version: Generated<number>;
}

/** What is added and never changed. */
export interface Recorded {
  id: Generated<number>;
  recorded_at: number;
  recorded_by: string;
}
