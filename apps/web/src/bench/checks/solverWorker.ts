import '../../store/language';
import { geometryOf } from '@gangway/core/geometry/geometry';
import { reliesOnTypical } from '@gangway/core/checks/typical';
import { fixesWithin } from '@gangway/core/settle/fixes';
import { proposals } from '@gangway/core/stitching/goals';
import { apertureChoice } from '@gangway/core/planning/apertureChoice';
import { solveFocus } from '@gangway/core/planning/solveFocus';
import { tiltOrStack } from '@gangway/core/planning/tiltOrStack';
import type { Asked, Answered } from './solverClient';
import type { SetupSettings } from '@gangway/core/model/setup';

/** The fixes; a fault of ours in seeking them is told apart from there being none. */
function soughtFixes(settings: SetupSettings): { readonly fixes: ReturnType<typeof fixesWithin>; readonly failed: boolean } {
  try {
    return { fixes: fixesWithin(geometryOf(settings)), failed: false };
  } catch (error) {
    console.error(error);
    return { fixes: {}, failed: true };
  }
}

// What takes longer than a frame is sought here, so that the page never waits for it.
addEventListener('message', ({ data: { of, about, settings, goal } }: MessageEvent<Asked>) => {
  const answer = (): Answered['answer'] => {
    switch (about) {
      case 'fixes':
        return { about, ...soughtFixes(settings) };
      case 'typical':
        return { about, relied: reliesOnTypical(geometryOf(settings)) };
      case 'solutions':
        return {
          about,
          front: solveFocus(geometryOf(settings), 'front'),
          rear: solveFocus(geometryOf(settings), 'rear'),
          none: solveFocus(geometryOf(settings), 'none'),
        };
      case 'aperture':
        return { about, choice: apertureChoice(geometryOf(settings)) };
      case 'depth':
        return { about, comparison: tiltOrStack(geometryOf(settings)) };
      case 'layouts':
        return {
          about,
          layouts: goal ? proposals(geometryOf(settings), goal.goal, goal.leastOverlap) : null,
          others: (goal?.others ?? []).map((other) =>
            proposals(geometryOf(other), goal?.goal ?? { for: 'everything' }, goal?.leastOverlap ?? 0),
          ),
        };
    }
  };
  const answered: Answered = { of, answer: answer() };
  postMessage(answered);
});
