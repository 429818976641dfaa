import type { Pixel } from '@gangway/core/plate/pixel';
import { codesOf, withCv, type Cv } from './opencv';
import type { Feature, FeatureMatch, ListOf } from './opencvBox';
import type { GreyPicture } from './segments';

/** The same thing in two pictures. */
export type PixelPair = readonly [inFirst: Pixel, inSecond: Pixel];

/** A match counts if the next best is so much worse. Source: Lowe, “Distinctive Image Features from Scale-Invariant Keypoints”, 2004, 7.1. */
const NEXT_BEST = 0.8;
/** The most features of each picture that are compared, the strongest: each is compared with each. */
const FEATURES_MOST = 2500;
/** How far from where the others put it a match may lie, px. */
const AGREE_PX = 4;
/** Fewer agreeing matches may agree by chance. */
const AGREEING_LEAST = 12;

/**
 * Places that two pictures both show, found by features and by what most of them agree on: that one picture is a
 * plane of the other, or the same seen from the same place. Empty where too few agree. Source: AKAZE, Alcantarilla, Nuevo, Bartoli, “Fast Explicit
 * Diffusion for Accelerated Features in Nonlinear Scale Spaces”, 2013; random sample consensus, Fischler and Bolles, 1981; steps by OpenCV.
 *
 * @param first a picture in shades of grey
 * @param second another one
 * @param counts whether what lies at a place of the first may count
 */
export async function matchedPlaces(
  first: GreyPicture,
  second: GreyPicture,
  counts: (pixel: Pixel) => boolean,
): Promise<readonly PixelPair[]> {
  return withCv((cv) => agreeing(cv, pairsOf(cv, first, second, counts)));
}

function pairsOf(cv: Cv, first: GreyPicture, second: GreyPicture, counts: (pixel: Pixel) => boolean): readonly PixelPair[] {
  const mats: { delete: () => void }[] = [];
  const own = <M extends { delete: () => void }>(mat: M): M => {
    mats.push(mat);
    return mat;
  };
  try {
    const finder = own(new cv.AKAZE());
    const featuresOf = ({ widthPx, heightPx, grey }: GreyPicture) => {
      const picture = own(new cv.Mat(heightPx, widthPx, codesOf(cv).CV_8U));
      picture.data.set(grey);
      const [found, about, everywhere] = [own(new cv.KeyPointVector()), own(new cv.Mat()), own(new cv.Mat())];
      finder.detectAndCompute(picture, everywhere, found, about);
      const all: ListOf<Feature> = found;
      const points = Array.from({ length: all.size() }, (_, i) => ({ ...all.get(i), row: i }))
        .sort((a, b) => b.response - a.response)
        .slice(0, FEATURES_MOST);
      const strongest = own(new cv.Mat(points.length, about.cols, codesOf(cv).CV_8U));
      points.forEach(({ row }, i) => strongest.data.set(about.data.subarray(row * about.cols, (row + 1) * about.cols), i * about.cols));
      return { points, about: strongest };
    };
    const [one, other] = [featuresOf(first), featuresOf(second)];
    if (one.points.length === 0 || other.points.length < 2) return [];
    const nearest = own(new cv.DMatchVectorVector());
    own(new cv.BFMatcher(codesOf(cv).NORM_HAMMING, false)).knnMatch(one.about, other.about, nearest, 2);
    const matches: ListOf<ListOf<FeatureMatch>> = nearest;
    const pairs: PixelPair[] = [];
    for (let i = 0; i < matches.size(); i++) {
      const both = matches.get(i);
      if (both.size() < 2) continue;
      const [best, next] = [both.get(0), both.get(1)];
      if (best.distance > NEXT_BEST * next.distance) continue;
      const [from, to] = [one.points[best.queryIdx], other.points[best.trainIdx]];
      if (!from || !to) continue;
      // OpenCV counts from the middle of the first pixel.
      const at: Pixel = [from.pt.x + 0.5, from.pt.y + 0.5];
      if (counts(at)) pairs.push([at, [to.pt.x + 0.5, to.pt.y + 0.5]]);
    }
    return pairs;
  } finally {
    for (const mat of mats) mat.delete();
  }
}

function agreeing(cv: Cv, pairs: readonly PixelPair[]): readonly PixelPair[] {
  if (pairs.length < AGREEING_LEAST) return [];
  const { CV_64FC2, RANSAC } = codesOf(cv);
  const mats: { delete: () => void }[] = [];
  try {
    const placesOf = (which: 0 | 1) => {
      const mat = cv.matFromArray(
        pairs.length,
        1,
        CV_64FC2,
        pairs.flatMap((pair) => [...pair[which]]),
      );
      mats.push(mat);
      return mat;
    };
    const mask = new cv.Mat();
    mats.push(mask);
    const plane = cv.findHomography(placesOf(0), placesOf(1), RANSAC, AGREE_PX, mask);
    mats.push(plane);
    const kept = pairs.filter((_, i) => mask.data[i] === 1);
    return kept.length < AGREEING_LEAST ? [] : kept;
  } finally {
    for (const mat of mats) mat.delete();
  }
}
