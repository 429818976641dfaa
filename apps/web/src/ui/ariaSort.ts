import type { SortDirection } from '@tanstack/react-table';

/** How a column is sorted, as a screen reader wants it. */
export function ariaSort(sorted: false | SortDirection): 'none' | 'ascending' | 'descending' {
  if (sorted === 'asc') return 'ascending';
  if (sorted === 'desc') return 'descending';
  return 'none';
}
