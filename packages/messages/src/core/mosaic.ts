import { catalogue } from '../catalogue';

export const mosaicText = catalogue({
  isItWouldNeedMore: '{field} is {wantedMm}; it would need more than {mosaicMost} frames of {frameMm} mm. Ask for less, or less overlap.',
  overlapIsItMustBe: 'overlap is {overlap}; it must be from 0 to less than 1.',
  rowsAndColumns: 'rows and columns',
  bandsOfBothOrientations: 'bands of both orientations',
  aCross: 'a cross',
  alongADiagonal: 'along a diagonal',
  quarterTurnsAboutTheAxis: 'quarter turns about the axis',
  freePlaces: 'free places',
});
