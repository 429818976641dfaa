import type { FrameSize } from '../model/frame';

/** A frame size in common use, with the published name of its dimensions. */
export interface Format extends FrameSize {
  readonly id: string;
  readonly name: string;
  readonly source: string;
}

/**
 * Frame sizes to start from. Roll film: the nominal picture sizes of ISO 732
 * on film 61.5 mm wide. 35 mm film: ISO 1007 (24 × 36). Sheet film: the cut
 * size of ISO 1012 less the edge that a holder covers. All from memory; a
 * holder or back may mask a little more or less.
 */
export const FORMATS: readonly Format[] = [
  { id: 'small', name: '36 × 24 small format', widthMm: 36, heightMm: 24, source: 'ISO 1007' },
  { id: '44x33', name: '44 × 33 back', widthMm: 43.8, heightMm: 32.9, source: 'common practice' },
  { id: '54x40', name: '54 × 40 back', widthMm: 53.4, heightMm: 40, source: 'common practice' },
  { id: '6x45', name: '6 × 4.5 roll film', widthMm: 56, heightMm: 41.5, source: 'ISO 732' },
  { id: '6x6', name: '6 × 6 roll film', widthMm: 56, heightMm: 56, source: 'ISO 732' },
  { id: '6x7', name: '6 × 7 roll film', widthMm: 70, heightMm: 56, source: 'ISO 732' },
  { id: '6x9', name: '6 × 9 roll film', widthMm: 84, heightMm: 56, source: 'ISO 732' },
  { id: '4x5', name: '4 × 5 in sheet', widthMm: 120, heightMm: 95, source: 'ISO 1012' },
  { id: '5x7', name: '5 × 7 in sheet', widthMm: 171, heightMm: 121, source: 'ISO 1012' },
  { id: '8x10', name: '8 × 10 in sheet', widthMm: 245, heightMm: 194, source: 'ISO 1012' },
];
