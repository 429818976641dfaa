import type { Kind } from '@gangway/core/kit/item';

/** The figures by which things of a kind are told apart in a table; the rest stands in the item itself. */
export const TABLE_FIGURES: Readonly<Record<Kind, readonly string[]>> = {
  body: ['widthMm', 'heightMm', 'columnsPx', 'mount', 'registerMm', 'shutter'],
  film: ['widthMm', 'heightMm', 'form', 'mount'],
  lens: ['focalMm', 'widestFNumber', 'lightMm', 'mount', 'travelMm', 'tiltDeg', 'filterThreadMm'],
  adapter: ['lensMount', 'bodyMount', 'thicknessMm', 'travelMm', 'tiltDeg', 'stitching'],
  converter: ['factor', 'lensMount', 'bodyMount', 'contacts'],
  board: ['boardMount', 'hole', 'offsetMm'],
  camera: ['boardMount', 'backMount', 'bellowsMinMm', 'bellowsMaxMm', 'frontRiseMm'],
  ring: ['threadMm', 'frontThreadMm', 'heightMm'],
  filter: ['threadMm', 'clearMm', 'heightMm', 'stops'],
  hood: ['threadMm', 'clearMm', 'heightMm'],
};
