import { proofText } from '@gangway/messages/server/proof';
import { say } from '@gangway/messages/say';
import { FALLOFFS, PLACINGS, type AssemblyOptions, type Report } from '@gangway/contract/proof';

/** What goes beside a finished picture: how it was made, for people and for programs. */
export function sidecarOf(id: string, options: AssemblyOptions | null, report: Report) {
  return {
    format: 'gangway-assembly',
    version: 1,
    assembly: id,
    madeAt: new Date().toISOString(),
    madeHow: [
      proofText.framesWereMovedNeverTurned,
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
