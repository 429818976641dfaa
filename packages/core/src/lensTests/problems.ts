import { lensTestsText } from '@gangway/messages/core/lensTests';
import { say } from '@gangway/messages/say';
import { fixed } from '../words';
import { frameNames } from './frameNames';
import type { LightProblem } from './light';

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
      return say(lensTestsText.noAperture, { names: frameNames(problem.frames) });
    case 'clipped':
      return say(lensTestsText.clippedFrames, { names: frameNames(problem.frames) });
    case 'dark':
      return say(lensTestsText.darkFrames, { names: frameNames(problem.frames) });
    case 'odd':
      return say(lensTestsText.oddFrames, { names: frameNames(problem.frames), fNumber: problem.fNumber });
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
