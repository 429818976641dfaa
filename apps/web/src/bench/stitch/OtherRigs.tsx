import { stitchText } from '@gangway/messages/web/bench/stitch';
import { say } from '@gangway/messages/say';
import { geometryOf, type Geometry } from '@gangway/core/geometry/geometry';
import { useMemo } from 'react';
import { builtRig } from '@gangway/contract/kit';
import { layoutWords } from '@gangway/core/stitching/layoutWords';
import type { Goal, Proposal } from '@gangway/core/stitching/goals';
import { api, errorSentence } from '../../store/api';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { ErrorNote } from '../../ui/ErrorNote';
import { StateMark } from '../../ui/StateMark';
import { useSought, type Wanted } from '../checks/solverClient';
import { fittedTo } from '@gangway/core/planning/fitted';
import { takeLayout } from './putMosaic';
import { sizeWords } from './sizeWords';
import { useItems } from '../../store/useItems';
import { rigEdit } from '../rig/rigEdit';

interface OtherRigsProps {
  readonly geometry: Geometry;
  readonly goal: Goal;
  readonly leastOverlap: number;
  readonly onClose: () => void;
}

/** The same goal with every rig of the kit, from the same place. */
export function OtherRigs({ geometry, goal, leastOverlap, onClose }: OtherRigsProps) {
  const { data: kit, error, refetch } = api.useKitQuery(undefined);
  const items = useItems(kit);
  const others = useMemo(
    () =>
      (kit?.rigs ?? [])
        .filter(({ archived }) => !archived)
        .flatMap(({ rig: chosen }) => {
          const rig = builtRig(chosen, items);
          // Nothing is focused so near by a longer lens.
          if (!rig || (geometry.settings.scene && geometry.settings.scene.distanceM * 1000 <= rig.lens.focalMm)) return [];
          return [{ ...fittedTo(rig, geometry.settings), mosaic: null }];
        }),
    [kit, items, geometry],
  );
  const wanted = useMemo((): Wanted => ({ goal, leastOverlap, others }), [goal, leastOverlap, others]);
  const sought = useSought('layouts', geometry.settings, others.length > 0, wanted);
  const found = sought?.fresh ? sought.answer.others : null;
  return (
    <Dialog open wide onClose={onClose} title={stitchText.theSameWithAnotherRig} help={stitchText.fromTheSamePlaceAt}>
      {error && <ErrorNote words={errorSentence(error)} onRetry={() => void refetch()} />}
      {!error && !found && <p role="status">{kit && others.length === 0 ? stitchText.theKitHasNoFinished : stitchText.looking}</p>}
      {found && (
        <ul className="divide-y divide-hairline text-sm" aria-label={stitchText.rigs}>
          {others.map((own, i) => {
            const answer = found[i]?.fewest ?? null;
            return (
              <li key={own.rig.rigId ?? i} className="flex items-center gap-3 py-1.5">
                <StateMark state={rigState(answer)} />
                <span className="min-w-0 grow">
                  <span className="font-medium">{own.rig.name}</span>
                  <br />
                  <span className="text-ink-soft tabular-nums">
                    {answer
                      ? say(stitchText.itsCircleIsUnknown, {
                          answer: layoutWords(answer),
                          answer2: sizeWords(answer, geometryOf(own)),
                          covered: answer.covered === null ? 'yes' : 'no',
                        })
                      : stitchText.noLayoutOfItWorks}
                  </span>
                </span>
                <Button
                  disabled={!answer}
                  onClick={() => {
                    if (!answer) return;
                    rigEdit.setRig(own.rig, say(stitchText.rig, { name: own.rig.name }));
                    takeLayout(geometryOf(own), answer.layout, leastOverlap, say(stitchText.mosaic, { answer: layoutWords(answer) }));
                    onClose();
                  }}
                >
                  {stitchText.useIt}
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </Dialog>
  );
}

function rigState(answer: Proposal | null): 'unknown' | 'fails' | 'passes' {
  if (answer === null) return 'fails';
  if (answer.covered === null) return 'unknown';
  return 'passes';
}
