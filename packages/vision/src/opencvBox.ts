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
  readonly CV_64FC2: number;
  readonly NORM_HAMMING: number;
  readonly RANSAC: number;
}

/** Canny's edges from the slopes across and down, named so in the bindings and missing in the types. */
export interface EdgesFromSlopes {
  readonly Canny1: (
    ...from: readonly [dx: OpenCv.Mat, dy: OpenCv.Mat, edges: OpenCv.Mat, weak: number, strong: number, euclidean: boolean]
  ) => void;
}

/** A feature of a picture: where it is, px from the middle of the first pixel, and how strong. */
export interface Feature {
  readonly pt: { readonly x: number; readonly y: number };
  readonly response: number;
}

/** A feature of one picture that looks like one of another. */
export interface FeatureMatch {
  readonly queryIdx: number;
  readonly trainIdx: number;
  readonly distance: number;
}

/** A list of the package. */
export interface ListOf<T> {
  readonly size: () => number;
  readonly get: (i: number) => T;
  readonly delete: () => void;
}

/** Finds features and describes them; missing in the types. */
export interface FeatureFinders {
  readonly AKAZE: new () => {
    readonly detectAndCompute: (picture: OpenCv.Mat, mask: OpenCv.Mat, points: OpenCv.KeyPointVector, descriptors: OpenCv.Mat) => void;
    readonly delete: () => void;
  };
}

/** Something of the package that is given back when it is no longer needed. */
interface Owned {
  readonly delete: () => void;
}

/** Finds coded markers; missing in the types. */
export interface MarkerFinders {
  readonly DICT_4X4_250: number;
  readonly getPredefinedDictionary: (which: number) => Owned;
  readonly aruco_DetectorParameters: new () => Owned & { cornerRefinementMethod: number };
  readonly aruco_RefineParameters: new (minDistance: number, errorCorrection: number, allOrders: boolean) => Owned;
  readonly aruco_ArucoDetector: new (
    dictionary: Owned,
    how: Owned,
    refine: Owned,
  ) => Owned & {
    readonly detectMarkers: (picture: OpenCv.Mat, corners: OpenCv.MatVector, ids: OpenCv.Mat) => void;
  };
}

/** The computer-vision package in a box: it has a `then` of its own, so that a promise of it, or of a module that exports it as it is, never ends. */
export const box: { readonly cv: Cv & EdgesFromSlopes & FeatureFinders & MarkerFinders } = {
  cv: opencv as unknown as Cv & EdgesFromSlopes & FeatureFinders & MarkerFinders,
};
