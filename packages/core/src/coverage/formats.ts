import { coverageText } from '@gangway/messages/core/coverage';
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
  { id: 'small', name: coverageText.n3624SmallFormat, widthMm: 36, heightMm: 24, source: coverageText.iso1007 },
  { id: '44x33', name: coverageText.n4433Back, widthMm: 43.8, heightMm: 32.9, source: coverageText.commonPractice },
  { id: '54x40', name: coverageText.n5440Back, widthMm: 53.4, heightMm: 40, source: coverageText.commonPractice },
  { id: '6x45', name: coverageText.n645RollFilm, widthMm: 56, heightMm: 41.5, source: coverageText.iso732 },
  { id: '6x6', name: coverageText.n66RollFilm, widthMm: 56, heightMm: 56, source: coverageText.iso732 },
  { id: '6x7', name: coverageText.n67RollFilm, widthMm: 70, heightMm: 56, source: coverageText.iso732 },
  { id: '6x9', name: coverageText.n69RollFilm, widthMm: 84, heightMm: 56, source: coverageText.iso732 },
  { id: '4x5', name: coverageText.n45InSheet, widthMm: 120, heightMm: 95, source: coverageText.iso1012 },
  { id: '5x7', name: coverageText.n57InSheet, widthMm: 171, heightMm: 121, source: coverageText.iso1012 },
  { id: '8x10', name: coverageText.n810InSheet, widthMm: 245, heightMm: 194, source: coverageText.iso1012 },
];
