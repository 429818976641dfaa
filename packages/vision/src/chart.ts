import type { ChartLayout } from '@gangway/core/lensTests/chart';
import { chartEdges, chartReading, type ChartReading, type FoundMarker } from '@gangway/core/lensTests/chartEdges';
import { greyOf } from './grey';
import { codesOf, withCv } from './opencv';
import { colourPicture, type PictureFile } from './photograph';
import { pixelValues } from './pixelValues';
import type { GreyPicture } from './segments';

/**
 * The coded markers of a test chart in a picture. Source: OpenCV, ArUco
 * detector, with corners refined to fractions of a pixel.
 *
 * @param picture in shades of grey
 */
export function chartMarkers({ widthPx, heightPx, grey }: GreyPicture): Promise<readonly FoundMarker[]> {
  return withCv((cv) => {
    const mats: { delete: () => void }[] = [];
    const own = <M extends { delete: () => void }>(mat: M): M => {
      mats.push(mat);
      return mat;
    };
    try {
      const picture = own(new cv.Mat(heightPx, widthPx, codesOf(cv).CV_8U));
      picture.data.set(grey);
      const dictionary = own(cv.getPredefinedDictionary(cv.DICT_4X4_250));
      const how = own(new cv.aruco_DetectorParameters());
      how.cornerRefinementMethod = SUBPIXEL;
      const refine = own(new cv.aruco_RefineParameters(10, 3, true));
      const detector = own(new cv.aruco_ArucoDetector(dictionary, how, refine));
      const [corners, ids] = [own(new cv.MatVector()), own(new cv.Mat())];
      detector.detectMarkers(picture, corners, ids);
      return Array.from({ length: ids.rows }, (_, i): FoundMarker => {
        const four = own(corners.get(i)).data32F;
        return {
          id: ids.data32S[i] ?? -1,
          // OpenCV counts from the middle of the first pixel.
          corners: [0, 1, 2, 3].map((c) => [(four[2 * c] ?? 0) + 0.5, (four[2 * c + 1] ?? 0) + 0.5] as const),
        };
      });
    } finally {
      for (const mat of mats) mat.delete();
    }
  });
}

/** Markers are looked for in a picture of this size along its longer side, px: they are large in it. */
const LOOKED_PX = 2400;

/** A photograph of the chart: its size, the markers that were found, and how sharp its edges are. */
export interface ChartPhotograph extends ChartReading {
  readonly widthPx: number;
  readonly heightPx: number;
  readonly markers: readonly FoundMarker[];
}

/**
 * Sharpness at every edge of the chart that a photograph shows, at its full
 * size. Throws `not_a_picture`, `too_many_pixels`.
 *
 * @param file the photograph
 * @param layout the chart that it shows
 */
export async function chartInPhotograph(file: PictureFile, layout: ChartLayout): Promise<ChartPhotograph> {
  const picture = await pixelValues(file);
  const { widthPx, heightPx } = picture;
  const small = await colourPicture(file, LOOKED_PX);
  const [across, down] = [widthPx / small.widthPx, heightPx / small.heightPx];
  const markers = (await chartMarkers(greyOf(small))).map(({ id, corners }): FoundMarker => ({
    id,
    corners: corners.map(([x, y]) => [across * x, down * y] as const),
  }));
  return { widthPx, heightPx, markers, ...chartReading(picture, chartEdges(layout, markers, picture)) };
}

/** OpenCV’s number of the refinement of corners by the slopes around them. */
const SUBPIXEL = 1;
