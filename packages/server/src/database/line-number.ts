/** Line ids are `entry × LINES_PER_ENTRY + place`, so that an entry's lines lie together and in order of recording. */
export const LINES_PER_ENTRY = 2 ** 20;
