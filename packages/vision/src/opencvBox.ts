import opencv from '@techstark/opencv-js';
import type * as OpenCv from '@techstark/opencv-js';

export type Cv = typeof OpenCv;

/** Numbers by which the package knows kinds of pictures and ways, which its types leave open. */
export interface Codes {
  readonly CV_8U: number;
  readonly CV_16S: number;
  readonly BORDER_REPLICATE: number;
  readonly RETR_LIST: number;
  readonly CHAIN_APPROX_NONE: number;
}

/** Canny's edges from the slopes across and down, named so in the bindings and missing in the types. */
export interface EdgesFromSlopes {
  readonly Canny1: (
    ...from: readonly [dx: OpenCv.Mat, dy: OpenCv.Mat, edges: OpenCv.Mat, weak: number, strong: number, euclidean: boolean]
  ) => void;
}

/** The computer-vision package in a box: it has a `then` of its own, so that a promise of it, or of a module that exports it as it is, never ends. */
export const box: { readonly cv: Cv & EdgesFromSlopes } = { cv: opencv as unknown as Cv & EdgesFromSlopes };
