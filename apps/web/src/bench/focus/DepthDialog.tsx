import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { LIMIT_FIELDS } from '@gangway/core/fields/limits';
import { STACK_MOST } from '@gangway/core/focus/stack';
import { LIMIT_LABELS, MOVES_LABELS, DEPTH_WAYS, type DepthComparison, type DepthOption } from '@gangway/core/planning/tiltOrStack';
import { apertureWords, fixed, metresWords } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { NumberField } from '../../ui/NumberField';
import { StateMark } from '../../ui/StateMark';
import { useSought } from '../checks/solverClient';
import { focusEdit } from './focusEdit';

/** The same pins by tilt, by a stack, by both and by two shots, and which keeps the photographer's own limits. */
export function DepthDialog({ geometry, onClose }: { readonly geometry: Geometry; readonly onClose: () => void }) {
  const sought = useSought('depth', geometry.settings);
  const { limits } = geometry.settings;
  return (
    <Dialog open wide onClose={onClose} title={focusText.tiltOrStack} help={focusText.thePinsThatMustBe}>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1 text-sm">
        <NumberField
          label={LIMIT_FIELDS.smallestFNumber.label}
          unit=""
          decimals={1}
          words={limits.smallestFNumber === null ? '∞' : String(limits.smallestFNumber)}
          value={limits.smallestFNumber ?? Number.POSITIVE_INFINITY}
          endless
          onCommit={(n) => focusEdit.setLimits({ smallestFNumber: n === Number.POSITIVE_INFINITY ? null : n })}
        />
        <NumberField
          label={LIMIT_FIELDS.mostFrames.label}
          unit=""
          decimals={0}
          value={limits.mostFrames}
          onCommit={(mostFrames) => focusEdit.setLimits({ mostFrames })}
        />
        <NumberField
          label={LIMIT_FIELDS.secondsPerFrame.label}
          unit="s"
          decimals={1}
          value={limits.secondsPerFrame}
          onCommit={(secondsPerFrame) => focusEdit.setLimits({ secondsPerFrame })}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={limits.somethingMoves}
            onChange={(event) => focusEdit.setLimits({ somethingMoves: event.target.checked })}
            className="accent-accent"
          />
          {focusText.somethingInItMoves}
        </label>
      </div>
      {sought ? (
        <Ways comparison={sought.answer.comparison} geometry={geometry} onClose={onClose} />
      ) : (
        <p role="status" className="mt-3">
          {focusText.looking}
        </p>
      )}
    </Dialog>
  );
}

function Ways({
  comparison,
  geometry,
  onClose,
}: {
  readonly comparison: DepthComparison | null;
  readonly geometry: Geometry;
  readonly onClose: () => void;
}) {
  if (comparison === null) return <p className="mt-3">{focusText.noPinMustBeSharp}</p>;
  const { options, preferred } = comparison;
  return (
    <>
      <ul className="mt-3 divide-y divide-hairline border-y border-hairline">
        {options.map((option) => (
          <Option
            key={option.way}
            option={option}
            preferred={preferred === option.way}
            gain={gainOf(option, options)}
            geometry={geometry}
            onClose={onClose}
          />
        ))}
      </ul>
      <p className="mt-2 font-medium" data-testid="preferred">
        {preferred === null
          ? focusText.noneOfThemIsWithin
          : say(focusText.withinYourLimits, { depthWay: DEPTH_WAYS[preferred].toLowerCase() })}
      </p>
    </>
  );
}

/** What is to be said of a way that gains nothing here; `null` of the others. */
function gainOf({ way, shots, marked }: DepthOption, all: readonly DepthOption[]): string | null {
  if (way === 'tiltAndStack' && shots === 1) return focusText.noStackIsNeededTilt;
  const one = all.find((each) => each.shots === 1 && each.marked !== null && marked !== null && each.marked <= marked);
  return way === 'twoShots' && one ? say(focusText.noWiderApertureThan, { depthWay: DEPTH_WAYS[one.way].toLowerCase() }) : null;
}

function Option({
  option,
  preferred,
  gain,
  geometry,
  onClose,
}: {
  readonly option: DepthOption;
  readonly preferred: boolean;
  readonly gain: string | null;
  readonly geometry: Geometry;
  readonly onClose: () => void;
}) {
  const { way, shots, marked, fNumber, seconds, railMm, stepMm, fromM, toM, moves, breaks, patch } = option;
  const facts = [
    countLine(shots),
    marked === null ? `f/${fixed(fNumber, 0)}` : apertureWords(marked),
    seconds < 100 ? `${fixed(seconds, 0)} s` : `${fixed(seconds / 60, 1)} min`,
    ...(shots > 1 && stepMm > 0
      ? [
          say(focusText.mmOnTheRail, {
            railMm: fixed(railMm, 2),
            shots: shots > 2 ? say(focusText.inStepsOfMm, { stepMm: fixed(stepMm, 3) }) : '',
          }),
        ]
      : []),
    ...(shots > 1 && way === 'stack' ? [say(focusText.fromTo, { fromM: metresWords(fromM), toM: metresWords(toM) })] : []),
  ];
  return (
    <li className="flex items-start gap-3 py-2" data-way={way}>
      <StateMark state={breaks.length === 0 ? 'passes' : 'fails'} />
      <div className="grow text-sm">
        <p className="font-medium">
          {DEPTH_WAYS[way]} {preferred && <span className="text-accent">{focusText.withinYourLimits2}</span>}
        </p>
        <p className="tabular-nums">{facts.join(', ')}.</p>
        <p className="text-ink-soft">
          {gain} {shots > 1 ? say(focusText.whatMoves, { moves: MOVES_LABELS[moves] }) : ''}{' '}
          {breaks.length > 0 ? say(focusText.againstYourLimits, { breaks: breaks.map((each) => LIMIT_LABELS[each]).join('; ') }) : ''}
        </p>
      </div>
      {patch && marked !== null && (
        <Button
          onClick={() => {
            focusEdit.applyFocus(
              { ...patch, fNumber: Math.max(marked, way === 'stack' || way === 'tiltAndStack' ? geometry.settings.fNumber : 0) },
              DEPTH_WAYS[way].toLowerCase(),
            );
            onClose();
          }}
        >
          {focusText.apply}
        </Button>
      )}
    </li>
  );
}

function countLine(shots: number): string {
  if (shots >= STACK_MOST) return focusText.moreShotsThanCanBe;
  if (shots === 1) return focusText.oneShot;
  return say(focusText.shots, { shots });
}
