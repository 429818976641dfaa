import { sharpnessProblem } from '@gangway/core/lensTests/chartConclusions';
import { lightProblem } from '@gangway/core/lensTests/problems';
import { textureProblem } from '@gangway/core/lensTests/textureConclusions';
import type { MeasuredTest } from '@gangway/contract/lensTestFile';

/** What measuring says of one frame. */
export function frameProblems(result: MeasuredTest | null, name: string): readonly string[] {
  if (result?.kind === 'wall')
    return result.light.problems.flatMap((problem) =>
      'frames' in problem && problem.frames.includes(name) ? [lightProblem({ ...problem, frames: [name] })] : [],
    );
  if (result?.kind === 'texture')
    return result.texture.problems.flatMap((problem) =>
      problem.frames.includes(name) ? [textureProblem({ ...problem, frames: [name] })] : [],
    );
  return (result?.sharp.sharpness.problems ?? []).flatMap((problem) =>
    'frames' in problem && problem.frames.includes(name) ? [sharpnessProblem({ ...problem, frames: [name] })] : [],
  );
}
