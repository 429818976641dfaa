import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';
import { fixed } from '../words';
import type { LightProblem } from './light';

/** So many frames are named; of the rest only their number is given. */
const NAMED = 4;
const listed = (names: readonly string[]): string =>
  [...names.slice(0, NAMED), ...(names.length > NAMED ? [`+ ${names.length - NAMED}`] : [])].join(', ');

/**
 * What went wrong in a lens test and what to do, in a sentence.
 *
 * @param problem what went wrong
 *
 * @example
 * lightProblem({ kind: 'order', fNumbers: [4, 8] }) // => 'More light is lost at f/8 than at f/4: the frames are assigned to the wrong apertures.'
 */
export function lightProblem(problem: LightProblem): string {
  switch (problem.kind) {
    case 'noAperture':
      return say(lensTestsText.noAperture, { names: listed(problem.frames) });
    case 'clipped':
      return say(lensTestsText.clippedFrames, { names: listed(problem.frames) });
    case 'dark':
      return say(lensTestsText.darkFrames, { names: listed(problem.frames) });
    case 'odd':
      return say(lensTestsText.oddFrames, { names: listed(problem.frames), fNumber: problem.fNumber });
    case 'gap':
      return say(lensTestsText.gap, { fNumber: problem.fNumber, from: fixed(problem.fromMm, 1), to: fixed(problem.toMm, 1) });
    case 'notFlat':
      return say(lensTestsText.notFlat, { fNumber: problem.fNumber, stops: fixed(problem.scatterStops, 2) });
    case 'order':
      return say(lensTestsText.wrongOrder, { wider: problem.fNumbers[0], smaller: problem.fNumbers[1] });
    case 'edgeNotReached':
      return say(lensTestsText.edgeNotReached, { mm: fixed(problem.reachedMm, 1) });
  }
}
