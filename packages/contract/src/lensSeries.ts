import { z } from 'zod';
import { fNumber, lengthMm, magnification, signedMm } from '@gangway/core/calculators/quantities';
import { lensTestsText } from '@gangway/messages/core/lensTests';

/** Frames of an evenly lit wall, as a file lists them. */
export const wallSeriesSchema = z.strictObject({
  widthMm: lengthMm(lensTestsText.seriesWidth),
  heightMm: lengthMm(lensTestsText.seriesHeight),
  magnification: magnification(lensTestsText.seriesMagnification).default(0),
  /** What the plan of the series says of itself. */
  planned: z.looseObject({}).optional(),
  frames: z
    .array(
      z.strictObject({
        file: z.string().min(1).meta({ description: lensTestsText.seriesFile }),
        fNumber: fNumber(lensTestsText.seriesFNumber).nullable().default(null),
        riseMm: signedMm(lensTestsText.seriesRise).default(0),
        shiftMm: signedMm(lensTestsText.seriesShift).default(0),
      }),
    )
    .min(1)
    .max(1000)
    .meta({ description: lensTestsText.seriesFrames }),
});

export type WallSeries = z.infer<typeof wallSeriesSchema>;
