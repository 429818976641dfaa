import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { PLATE_BOUNDS } from '@gangway/contract/plate';
import type { Plate } from '@gangway/core/model/plate';
import type { KnownLevel, KnownPlate } from '@gangway/core/plate/known';
import { fixed } from '@gangway/core/words';
import { Button } from '../../ui/Button';
import { NumberField } from '../../ui/NumberField';
import { TextButton } from '../../ui/TextButton';
import { PanelSection } from '../PanelSection';
import { plateEdit } from './plateEdit';
import type { ReadingState } from './usePlateReading';

interface LevelPanelProps {
  readonly plate: Plate;
  readonly known: KnownPlate;
  readonly reading: ReadingState;
  readonly onRefused: (words: string | null) => void;
}

/** How the photograph was held, by what, and how certain that is. */
export function LevelPanel({ plate, known, reading, onRefused }: LevelPanelProps) {
  const { level, turnedAwayDeg, projection } = known;
  const { uprights, levels, typed, horizon, doubtful, kind } = plate;
  const amend = (change: (each: Plate) => Plate, said: string) => onRefused(plateEdit.amend(change, said));
  const type = (key: 'pitchDeg' | 'rollDeg', deg: number, said: string): string | null =>
    plateEdit.amend(
      (each) => ({ ...each, typed: { pitchDeg: level?.pitchDeg ?? 0, rollDeg: level?.rollDeg ?? 0, [key]: deg } }),
      say(said, { deg: fixed(deg, 1) }),
    );
  return (
    <PanelSection title={plateText.level} help={plateText.levelHelp}>
      <div data-testid="plate-level">
        {level ? (
          <>
            <p className="font-medium">{levelWords(level)}</p>
            <p className="text-ink-soft">
              {level.uncertaintyDeg === null
                ? plateText.levelDoubtUnknown
                : say(plateText.levelDoubt, { deg: fixed(level.uncertaintyDeg, 2) })}
              {', '}
              {byWords(level, plate)}
            </p>
            {turnedAwayDeg !== null && <p>{awayWords(turnedAwayDeg)}</p>}
          </>
        ) : (
          <p className="text-tight">{projection ? plateText.notLevelled : plateText.needsFocal}</p>
        )}
      </div>
      {doubtful && (
        <p className="mt-1 text-tight">
          {plateText.doubtful}{' '}
          <TextButton onClick={() => amend((each) => ({ ...each, doubtful: false }), plateText.linesChecked)}>
            {plateText.linesAreRight}
          </TextButton>
        </p>
      )}
      {kind === 'flat' && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          <Button disabled={projection === null || reading.state !== 'read'} onClick={() => reading.again('anew')}>
            {plateText.findLines}
          </Button>
          {uprights.length + levels.length > 0 && (
            <TextButton onClick={() => amend((each) => ({ ...each, uprights: [], levels: [], doubtful: false }), plateText.linesCleared)}>
              {plateText.clearLines}
            </TextButton>
          )}
          {(typed ?? horizon) !== null && uprights.length > 1 && (
            <TextButton onClick={() => amend((each) => ({ ...each, typed: null, horizon: null }), plateText.linesUsed)}>
              {plateText.useLines}
            </TextButton>
          )}
        </div>
      )}
      <PanelSection title={plateText.typeLevel} folds="plate-level">
        <div className="grid justify-items-end gap-1">
          {(
            [
              ['pitchDeg', plateText.pitch, plateText.pitchSaid],
              ['rollDeg', plateText.roll, plateText.rollSaid],
            ] as const
          ).map(([key, label, said]) => (
            <NumberField
              key={key}
              label={label}
              unit={PLATE_BOUNDS[key].unit}
              value={level?.[key] ?? 0}
              empty={level === null}
              decimals={2}
              onCommit={(deg) => type(key, deg, said)}
            />
          ))}
          <NumberField
            label={plateText.heading}
            unit="°"
            value={plate.headingDeg}
            decimals={1}
            onCommit={(deg) =>
              plateEdit.amend((each) => ({ ...each, headingDeg: deg }), say(plateText.headingSaid, { deg: fixed(deg, 1) }))
            }
          />
        </div>
      </PanelSection>
    </PanelSection>
  );
}

function levelWords({ pitchDeg, rollDeg }: KnownLevel): string {
  // As it is written below.
  if (Math.max(Math.abs(pitchDeg), Math.abs(rollDeg)) < 0.005) return plateText.heldLevel;
  return say(plateText.levelWords, {
    pitch: fixed(Math.abs(pitchDeg), 2),
    up: pitchDeg < 0 ? 'no' : 'yes',
    roll: fixed(Math.abs(rollDeg), 2),
    clockwise: rollDeg < 0 ? 'no' : 'yes',
  });
}

function byWords({ by }: KnownLevel, { uprights, levels }: Plate): string {
  if (by === 'horizon') return plateText.byHorizon;
  if (by === 'typed') return plateText.byTyping;
  return say(plateText.byLines, { verticals: uprights.length, horizontals: levels.length });
}

function awayWords(deg: number): string {
  const side = deg > 0 ? 'right' : 'left';
  return say(plateText.frontAway, { side: Math.abs(deg) < 0.05 ? 'square' : side, deg: fixed(Math.abs(deg), 1) });
}
