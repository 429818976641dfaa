/** A panel and a sheet. */
export const WITH_SHEET = 'grid min-h-0 grid-cols-[16.5rem_minmax(0,1fr)] max-lg:grid-cols-[minmax(0,1fr)]';

/** What changes in a panel does not lay the page out anew. */
export const PANEL = 'grid min-h-0 lg:[contain:strict] max-lg:order-last max-lg:col-span-2 max-lg:mt-3';
