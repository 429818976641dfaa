import type { Geometry } from '@gangway/core/geometry/geometry';
import { LIMIT_FIELDS } from '@gangway/core/fields/limits';
import { STACK_MOST } from '@gangway/core/focus/stack';
import { DEPTH_WAYS, type DepthComparison, type DepthOption } from '@gangway/core/planning/tiltOrStack';
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
    <Dialog
      open
      wide
      onClose={onClose}
      title="Tilt or stack"
      help="The pins that must be sharp, by every way of getting depth. Stacks are counted at the aperture set; neighbours share a fifth of their depth."
    >
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
          label={LIMIT_FIELDS.mostTakes.label}
          unit=""
          decimals={0}
          value={limits.mostTakes}
          onCommit={(mostTakes) => focusEdit.setLimits({ mostTakes })}
        />
        <NumberField
          label={LIMIT_FIELDS.secondsPerTake.label}
          unit="s"
          decimals={1}
          value={limits.secondsPerTake}
          onCommit={(secondsPerTake) => focusEdit.setLimits({ secondsPerTake })}
        />
        <label className="flex items-center gap-1.5">
          <input
            type="checkbox"
            checked={limits.somethingMoves}
            onChange={(event) => focusEdit.setLimits({ somethingMoves: event.target.checked })}
            className="accent-accent"
          />
          something in it moves
        </label>
      </div>
      {sought ? (
        <Ways comparison={sought.answer.comparison} geometry={geometry} onClose={onClose} />
      ) : (
        <p role="status" className="mt-3">
          Looking …
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
  if (comparison === null) return <p className="mt-3">No pin must be sharp, or one of them cannot be focused at all.</p>;
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
        {preferred === null ? 'None of them is within your limits.' : `Within your limits: ${DEPTH_WAYS[preferred].toLowerCase()}.`}
      </p>
    </>
  );
}

/** What is to be said of a way that gains nothing here; `null` of the others. */
function gainOf({ way, takes, marked }: DepthOption, all: readonly DepthOption[]): string | null {
  if (way === 'tilt and stack' && takes === 1) return 'No stack is needed: tilt alone is enough at this aperture.';
  const one = all.find((each) => each.takes === 1 && each.marked !== null && marked !== null && each.marked <= marked);
  return way === 'two shots' && one ? `No wider aperture than ${DEPTH_WAYS[one.way].toLowerCase()}.` : null;
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
  const { way, takes, marked, fNumber, seconds, railMm, stepMm, fromM, toM, moves, breaks, patch } = option;
  const facts = [
    countLine(takes),
    marked === null ? `f/${fixed(fNumber, 0)}` : apertureWords(marked),
    seconds < 100 ? `${fixed(seconds, 0)} s` : `${fixed(seconds / 60, 1)} min`,
    ...(takes > 1 && stepMm > 0 ? [`${fixed(railMm, 2)} mm on the rail${takes > 2 ? ` in steps of ${fixed(stepMm, 3)} mm` : ''}`] : []),
    ...(takes > 1 && way === 'stack' ? [`from ${metresWords(fromM)} to ${metresWords(toM)}`] : []),
  ];
  return (
    <li className="flex items-start gap-3 py-2" data-way={way}>
      <StateMark state={breaks.length === 0 ? 'passes' : 'fails'} />
      <div className="grow text-sm">
        <p className="font-medium">
          {DEPTH_WAYS[way]} {preferred && <span className="text-accent">· within your limits</span>}
        </p>
        <p className="tabular-nums">{facts.join(', ')}.</p>
        <p className="text-ink-soft">
          {gain} {takes > 1 ? `What moves: ${moves}.` : ''} {breaks.length > 0 ? `Against your limits: ${breaks.join('; ')}.` : ''}
        </p>
      </div>
      {patch && marked !== null && (
        <Button
          onClick={() => {
            focusEdit.applyFocus(
              { ...patch, fNumber: Math.max(marked, way === 'stack' || way === 'tilt and stack' ? geometry.settings.fNumber : 0) },
              DEPTH_WAYS[way].toLowerCase(),
            );
            onClose();
          }}
        >
          Apply
        </Button>
      )}
    </li>
  );
}

function countLine(takes: number): string {
  if (takes >= STACK_MOST) return 'more shots than can be counted';
  if (takes === 1) return 'one shot';
  return `${takes} shots`;
}
