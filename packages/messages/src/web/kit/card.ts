import { catalogue } from '../../catalogue';

export const cardText = catalogue({
  none: 'none',
  isNotCompleteOrLacks: '“{name}” is not complete, or lacks a value that the card needs: ',
  thereIsNoSuchRig: 'There is no such rig. ',
  toTheRig: 'back to the rig',
  toTheRigs: 'back to rigs',
  shiftCard: 'Shift card',
  page: 'Page',
  print: 'Print',
  pdf: 'PDF',
  svg: 'SVG',
  csv: 'CSV',
  fMmOfRiseFall:
    '{orientation, select, landscape {landscape} other {portrait}}, f/{fNumber}: {limits} mm of rise, fall, left, right, up and right',
});
