import { catalogue } from '../catalogue';

export const assemblyText = catalogue({
  rowByRowEachFrom: 'row by row, each from the left',
  rowByRowBackAnd: 'row by row, back and forth',
  columnByColumnEachFrom: 'column by column, each from the top',
});
