import { rigText } from '@gangway/messages/core/rig';

/** The two ways of holding a lens, step by step (common practice). */
export const HELD_STEPS: readonly { readonly title: string; readonly steps: readonly string[] }[] = [
  {
    title: rigText.turnTheLens,
    steps: [
      rigText.setTheLensToInfinity,
      rigText.bodyOnTheTripodOr,
      rigText.closeTheGapWithFinger,
      rigText.turnUntilThePlaneLies,
      rigText.lookThroughThemMagnifiedKeep,
    ],
  },
  {
    title: rigText.holdTheLensTurnThe,
    steps: [rigText.setUpAsBeforeAnd, rigText.turnTheBodyBehindIt, rigText.verticalsLeanWithTheBody, rigText.focusByMovingTheBody],
  },
];
