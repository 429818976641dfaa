import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { FALLOFFS, PLACINGS, type AssemblyOptions, type Report } from '@gangway/contract/proof';

/** How frames taken from one place become one picture. */
const MERGED = { bracket: proofText.fusedExposures, light: proofText.mergedIntoLight, stack: proofText.sharpestOfAll } as const;

const isStraightened = ({ frames, distortion }: Report): boolean =>
  distortion !== 0 || frames.some(({ turnedDeg, scale }) => turnedDeg !== 0 || scale !== 1);

/** What goes beside a finished picture: how it was made, for people and for programs. */
export function sidecarOf(id: string, options: AssemblyOptions | null, report: Report) {
  return {
    format: 'gangway-assembly',
    version: 1,
    assembly: id,
    madeAt: new Date().toISOString(),
    madeHow:
      options && options.method !== 'mosaic'
        ? [MERGED[options.method], proofText.croppedToWhatAllShow]
        : [
            isStraightened(report) ? proofText.framesWereStraightened : proofText.framesWereMovedNeverTurned,
            report.planned ? proofText.theyWerePlacedByThe : proofText.theyWerePlacedByWhat,
            options
              ? say(proofText.theyWereLaidFalloffLight, {
                  placing: PLACINGS[options.placing],
                  falloff: FALLOFFS[options.falloff],
                  evenLight: options.evenLight ? 'yes' : 'no',
                })
              : '',
            proofText.croppedToTheLargestRectangle,
          ],
    units: proofText.pxRightAndDownFrom,
    options,
    ...report,
  };
}
