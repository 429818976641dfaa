import type { Plate } from '../model/plate';

/** A photograph of the place of which nothing is said yet: which picture it is and how large comes with it. The camera is taken to be where a phone is held, 1.6 m ± 0.15 m above the ground (common practice). */
export const BLANK_PLATE: Omit<Plate, 'pictureId' | 'name' | 'widthPx' | 'heightPx'> = {
  kind: 'flat',
  equivalentMm: null,
  cropped: false,
  middlePx: null,
  uprights: [],
  levels: [],
  doubtful: false,
  horizon: null,
  typed: null,
  headingDeg: 0,
  cameraHeightM: 1.6,
  cameraHeightDoubtM: 0.15,
  outline: null,
  measured: [],
  from: null,
  others: [],
};
