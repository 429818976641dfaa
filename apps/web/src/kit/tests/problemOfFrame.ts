import { lightProblem } from '@gangway/core/lensTests/problems';
import type { LightProblem } from '@gangway/core/lensTests/light';

/** What a problem says of one frame; `null` where it is not about it. */
export function frameProblem(problem: LightProblem, name: string): string | null {
  return 'frames' in problem && problem.frames.includes(name) ? lightProblem({ ...problem, frames: [name] }) : null;
}
