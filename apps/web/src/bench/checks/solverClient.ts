import { WORKER_NAME } from '../../store/language';
import { useEffect, useRef, useState } from 'react';
import type { CheckKind } from '@gangway/core/checks/registry';
import type { Fix } from '@gangway/core/checks/fix';
import type { ApertureChoice } from '@gangway/core/planning/apertureChoice';
import type { Solved } from '@gangway/core/planning/solveFocus';
import type { Proposals, Goal } from '@gangway/core/stitching/goals';
import type { DepthComparison } from '@gangway/core/planning/tiltOrStack';
import type { SetupSettings } from '@gangway/core/model/setup';
import type { MissingValue } from '@gangway/core/rig/missing';

/** What is sought off the page. */
export interface Asked {
  readonly of: number;
  readonly about: Answered['answer']['about'];
  readonly settings: SetupSettings;
  /** What a mosaic is wanted for, with the overlap to leave. */
  readonly goal?: Wanted | undefined;
}

export interface Wanted {
  readonly goal: Goal;
  readonly leastOverlap: number;
  /** The same setup with other rigs, to be looked at as well. */
  readonly others?: readonly SetupSettings[];
}

export interface Answered {
  readonly of: number;
  readonly answer:
    | { readonly about: 'fixes'; readonly fixes: Partial<Record<CheckKind, readonly Fix[]>>; readonly failed: boolean }
    | { readonly about: 'typical'; readonly relied: Partial<Record<CheckKind, readonly MissingValue[]>> }
    | { readonly about: 'solutions'; readonly front: Solved; readonly rear: Solved; readonly none: Solved }
    | { readonly about: 'aperture'; readonly choice: ApertureChoice }
    | { readonly about: 'depth'; readonly comparison: DepthComparison | null }
    | { readonly about: 'layouts'; readonly layouts: Proposals | null; readonly others: readonly Proposals[] };
}

type AnswerAbout<A extends Answered['answer']['about']> = Extract<Answered['answer'], { about: A }>;

let worker: Worker | null = null;
let asked = 0;
const waiting = new Map<number, (answer: Answered['answer']) => void>();

function ask(
  about: Asked['about'],
  settings: SetupSettings,
  goal: Wanted | undefined,
  take: (answer: Answered['answer']) => void,
): () => void {
  if (!worker) {
    worker = new Worker(new URL('./solverWorker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });
    worker.addEventListener('message', ({ data: { of, answer } }: MessageEvent<Answered>) => {
      waiting.get(of)?.(answer);
      waiting.delete(of);
    });
  }
  const of = ++asked;
  waiting.set(of, take);
  worker.postMessage({ of, about, settings, goal } satisfies Asked);
  return () => void waiting.delete(of);
}

/** So long a setup has to rest before it is asked about: longer than what is read waits in a drag, which so asks once, at its end, ms. */
const REST_MS = 430;
/** A change after so long a rest stands alone and is asked about nearly at once, ms. */
const ALONE_MS = 600;
const SOON_MS = 60;

/**
 * An answer about a setup that takes longer than a frame, sought off the page;
 * the last one while a new one is under way, with whether it is still of this
 * stand. `null` before the first, and while nothing is wanted.
 */
export function useSought<A extends Answered['answer']['about']>(
  about: A,
  settings: SetupSettings,
  wanted = true,
  goal?: Wanted,
): { readonly answer: AnswerAbout<A>; readonly fresh: boolean } | null {
  const [found, setFound] = useState<{
    readonly answer: AnswerAbout<A>;
    readonly of: SetupSettings;
    readonly goal: Wanted | undefined;
  } | null>(null);
  const changedAt = useRef(-Infinity);
  useEffect(() => {
    const alone = performance.now() - changedAt.current > ALONE_MS;
    changedAt.current = performance.now();
    if (!wanted) return;
    let drop: (() => void) | null = null;
    const timer = setTimeout(
      () => {
        drop = ask(about, settings, goal, (answer) => {
          if (answer.about === about) setFound({ answer: answer as AnswerAbout<A>, of: settings, goal });
        });
      },
      alone ? SOON_MS : REST_MS,
    );
    return () => {
      clearTimeout(timer);
      drop?.();
    };
  }, [about, settings, wanted, goal]);
  return found && { answer: found.answer, fresh: found.of === settings && found.goal === goal };
}
