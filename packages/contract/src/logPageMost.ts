/** The most shots of one page of a log. By itself, so that the first page loads no schemas for it. */
export const LOG_PAGE_MOST = 2000;
