import { FALLOFFS, PLACINGS, type AssemblyOptions, type Report } from '@gangway/contract/proof';

/** What goes beside a finished picture: how it was made, for people and for programs. */
export function sidecarOf(id: string, options: AssemblyOptions | null, report: Report) {
  return {
    format: 'gangway-assembly',
    version: 1,
    assembly: id,
    madeAt: new Date().toISOString(),
    madeHow: [
      'Frames were moved, never turned, bent or scaled: the lens stood still while the back moved.',
      report.planned
        ? 'They were placed by the plan of the setup and by what their overlaps show.'
        : 'They were placed by what their overlaps show.',
      options
        ? `They were laid ${PLACINGS[options.placing]}. Falloff: ${FALLOFFS[options.falloff]}. Light of the frames ${options.evenLight ? 'evened by one factor each' : 'left as it was taken'}, in light by the curve of sRGB (IEC 61966-2-1), whatever the profile says.`
        : '',
      'Cropped to the largest rectangle that is covered without a gap; nothing was straightened.',
    ],
    units: 'px, right and down from the top left of the picture',
    options,
    ...report,
  };
}
