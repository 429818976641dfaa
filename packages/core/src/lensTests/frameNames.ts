/** So many frames are named; of the rest only their number is given. */
const NAMED = 4;

/** The names of frames in a sentence: the first four, and how many more there are. */
export const frameNames = (names: readonly string[]): string =>
  [...names.slice(0, NAMED), ...(names.length > NAMED ? [`+ ${names.length - NAMED}`] : [])].join(', ');
