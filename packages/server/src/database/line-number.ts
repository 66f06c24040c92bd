import { sql, type RawBuilder } from 'kysely';

/** Line ids are `entry × LINES_PER_ENTRY + place`, so that an entry's lines lie together and in order of recording. */
export const LINES_PER_ENTRY = 2 ** 20;

/** The number of the entry that a line belongs to; the line's own number is a column. */
export function entryOf(line: string): RawBuilder<number> {
  return sql`(${sql.ref(line)} >> 20)`;
}

/** Whether a line, by the column of its number, belongs to the entry `e`: a range of numbers. */
export function isOfEntry(line: string): RawBuilder<boolean> {
  return sql`(${sql.ref(line)} >= e.id << 20 AND ${sql.ref(line)} < (e.id + 1) << 20)`;
}
