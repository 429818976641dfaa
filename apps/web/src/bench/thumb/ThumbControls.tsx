import { movementsText } from '@gangway/messages/web/bench/movements';
import { focusText } from '@gangway/messages/web/bench/focus';
import { say } from '@gangway/messages/say';
import type { Geometry } from '@gangway/core/geometry/geometry';
import { focusWords } from '@gangway/core/checks/wording';
import { apertureWords, fixed, metresWords, riseWords, shiftWords, turnWords } from '@gangway/core/words';
import { RectangleHorizontal, RectangleVertical } from 'lucide-react';
import { ToggleGroup } from 'radix-ui';
import { useState } from 'react';
import { IconButton } from '../../ui/Button';
import { FocusScale } from '../focus/FocusScale';
import { canTurn, TurnScale } from '../focus/TurnScales';
import { FocusField, RingOfApertures } from '../movements/FrameControls';
import { movementEdit } from '../movements/movementEdit';
import { LevelScale, RiseScale } from '../movements/MovementScales';
import type { ThumbScale } from '../steps/step';

interface ThumbControl {
  readonly label: string;
  /** The value on its button, short. */
  readonly short: (geometry: Geometry) => string;
  /** The same, read aloud. */
  readonly words: (geometry: Geometry) => string;
  readonly Scale: (props: { readonly geometry: Geometry }) => React.ReactNode;
}

/** A value without its sign and with what says its direction, to a tenth. */
const arrowed = (value: number, more: string, less: string, unit: string): string => {
  const shown = fixed(Math.abs(value), 1);
  if (Math.abs(value) < 0.05) return `${shown}${unit}`;
  return `${shown}${unit} ${value > 0 ? more : less}`;
};

const CONTROLS: Readonly<Record<ThumbScale, ThumbControl>> = {
  rise: {
    label: movementsText.rise,
    short: ({ settings }) => arrowed(settings.movements.riseMm, '↑', '↓', ' mm'),
    words: ({ settings }) => riseWords(settings.movements.riseMm),
    Scale: RiseScale,
  },
  shift: {
    label: movementsText.shift,
    short: ({ settings }) => arrowed(settings.movements.shiftMm, '→', '←', ' mm'),
    words: ({ settings }) => shiftWords(settings.movements.shiftMm),
    Scale: LevelScale,
  },
  aperture: {
    label: movementsText.aperture,
    short: ({ settings }) => apertureWords(settings.fNumber),
    words: ({ settings }) => apertureWords(settings.fNumber),
    Scale: RingOfApertures,
  },
  focus: {
    label: movementsText.focus,
    short: ({ settings: { focusM } }) => focusShort(focusM),
    words: ({ settings }) => focusWords(settings.focusM),
    Scale: FocusOnRail,
  },
  tilt: {
    label: focusText.tilt,
    short: ({ settings }) => arrowed(settings.front.tiltDeg, movementsText.forward, movementsText.backward, '°'),
    words: ({ settings }) => turnWords({ tiltDeg: settings.front.tiltDeg, swingDeg: 0 }),
    Scale: ({ geometry }) => <TurnScale geometry={geometry} control="tilt" level />,
  },
  swing: {
    label: focusText.swing,
    short: ({ settings }) => arrowed(settings.front.swingDeg, '→', '←', '°'),
    words: ({ settings }) => turnWords({ tiltDeg: 0, swingDeg: settings.front.swingDeg }),
    Scale: ({ geometry }) => <TurnScale geometry={geometry} control="swing" />,
  },
};

function focusShort(focusM: number | null): string {
  if (focusM === null) return '∞';
  return focusM < 0 ? movementsText.past : metresWords(focusM);
}

/** The rail with the distance typed beside it. */
function FocusOnRail({ geometry }: { readonly geometry: Geometry }) {
  return (
    <div className="grid gap-1">
      <FocusField focusM={geometry.settings.focusM} />
      <FocusScale geometry={geometry} />
    </div>
  );
}

/** What a rig has: a slide that is locked has one scale, a fixed rig none, and a lens that cannot be tilted no scale for it. */
function scalesOf(geometry: Geometry, wanted: readonly ThumbScale[]): readonly ThumbScale[] {
  const { kind } = geometry.settings.rig.mechanism;
  return wanted.filter((scale) => {
    if (scale === 'tilt' || scale === 'swing') return canTurn(geometry, scale);
    if (scale === 'rise') return kind !== 'fixed' && kind !== 'line';
    return scale !== 'shift' || kind !== 'fixed';
  });
}

/** On a phone: one scale at a time, chosen by its value, where the thumb is. */
export function ThumbControls({ geometry, scales }: { readonly geometry: Geometry; readonly scales: readonly ThumbScale[] }) {
  const [chosen, setChosen] = useState<ThumbScale | null>(null);
  const there = scalesOf(geometry, scales);
  const present = chosen !== null && there.includes(chosen) ? chosen : there[0];
  if (present === undefined) return null;
  const { Scale } = CONTROLS[present];
  const { orientation, rig } = geometry.settings;
  const other = orientation === 'landscape' ? 'portrait' : 'landscape';
  return (
    <section
      aria-label={movementsText.controls}
      className="grid gap-1 border-t border-rule bg-ground px-2 pt-1.5 pb-1 group-has-[[data-unfolded]]:hidden"
    >
      <div className="flex items-stretch gap-1.5">
        <ToggleGroup.Root
          type="single"
          value={present}
          onValueChange={(value) => there.includes(value as ThumbScale) && setChosen(value as ThumbScale)}
          aria-label={movementsText.scaleShown}
          className="grid min-w-0 grow auto-cols-fr grid-flow-col gap-1.5"
        >
          {there.map((scale) => {
            const { label, short, words } = CONTROLS[scale];
            return (
              <ToggleGroup.Item
                key={scale}
                value={scale}
                aria-label={say(movementsText.labelled, { label, words: words(geometry) })}
                className="min-h-11 min-w-0 rounded-md border border-rule bg-sheet px-1 text-center leading-tight data-[state=on]:border-accent data-[state=on]:bg-accent data-[state=on]:text-on-accent"
              >
                <span className="block text-[0.6875rem]">{label}</span>
                <span className="block truncate text-[0.8125rem] font-semibold tabular-nums">{short(geometry)}</span>
              </ToggleGroup.Item>
            );
          })}
        </ToggleGroup.Root>
        <IconButton
          label={say(movementsText.frameTo, { orientation: other })}
          disabled={rig.back.widthMm === rig.back.heightMm}
          onClick={movementEdit.turnFrame}
          className="size-11! border-rule!"
        >
          {orientation === 'landscape' ? <RectangleHorizontal size={20} aria-hidden /> : <RectangleVertical size={20} aria-hidden />}
        </IconButton>
      </div>
      <Scale geometry={geometry} />
    </section>
  );
}
