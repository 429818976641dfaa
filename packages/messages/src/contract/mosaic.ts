import { catalogue } from '../catalogue';

export const mosaicText = catalogue({
  aPlaceOfAFrame: 'A place of a frame',
  goes: 'Goes',
  off: 'Off',
  wide: 'Wide',
  high: 'High',
  megapixels: 'Megapixels',
  wideToHigh: 'Wide to high',
  printWide: 'Print wide',
  printHigh: 'Print high',
  pixelsToTheInch: 'Pixels to the inch',
  columns: 'Columns',
  rows: 'Rows',
  aMosaicNeedsOneFrame: 'A mosaic needs one frame at least.',
  aMosaicMayHaveAt: 'A mosaic may have at most {framesMost} frames.',
  aMosaicMayHaveAtMost: 'A mosaic may have at most 12 zones in which something moves.',
});
