/** Under what this browser remembers that the first steps were taken or skipped. */
export const FIRST_DONE = 'gangway.first';
