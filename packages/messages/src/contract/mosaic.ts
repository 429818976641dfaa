import { catalogue } from '../catalogue';

export const mosaicText = catalogue({
  aPlaceOfAFrame: 'Position of a frame',
  goes: 'Speed across view',
  off: 'Distance',
  wide: 'Width',
  high: 'Height',
  megapixels: 'Megapixels',
  wideToHigh: 'Aspect ratio',
  printWide: 'Print width',
  printHigh: 'Print height',
  pixelsToTheInch: 'Pixels to the inch',
  columns: 'Columns',
  rows: 'Rows',
  aMosaicNeedsOneFrame: 'A mosaic needs at least one frame.',
  aMosaicMayHaveAt: 'A mosaic may have at most {framesMost} frames.',
  aMosaicMayHaveAtMost: 'A mosaic may have at most 12 zones in which something moves.',
});
