const NUMBER = String.raw`(?:\d+\.?\d*|\.\d+)`;

/**
 * Text that a spreadsheet would run as a formula. A number below zero, or a
 * list that begins with one, is none: “-3.5”, “-30; 0; 30”; “-1+1” is.
 */
export const FORMULA = new RegExp(String.raw`^(?:[=+@\t\r]|-(?!${NUMBER}(?:; ?-?${NUMBER})*$))`, 'u');

/** Text that was written with an apostrophe before it so that no spreadsheet runs it; it is read without. */
export const GUARDED = /^'(?=[=+@\t\r-]|')/u;
