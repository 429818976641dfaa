import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import { PLATE_MOST } from '@gangway/contract/plate';
import type { Pixel, Plate, PlateMeasurement } from '@gangway/core/model/plate';
import type { KnownPlate } from '@gangway/core/plate/known';

/** What drawing on the photograph does. */
export interface ToolDefinition {
  readonly id: 'move' | 'middle' | 'upright' | 'level' | 'horizon' | 'height' | 'length' | 'front' | 'pin';
  readonly name: string;
  readonly hint: string;
  /** What must be there first, in words; `null` where it can be used. */
  readonly needs: (plate: Plate, known: KnownPlate) => string | null;
  readonly said: (plate: Plate) => string;
  /** Whether a press is enough: nothing is drawn from one place to another. */
  readonly press?: true;
  /** Whether it serves this plate at all; always where it is not said. */
  readonly serves?: (plate: Plate) => boolean;
  /** The plate with what was drawn. */
  readonly drawn: (plate: Plate, from: Pixel, to: Pixel) => Plate;
}

const always = () => null;
const flat = ({ kind }: Plate): string | null => (kind === 'sphere' ? plateText.toolsNotOnSphere : null);
const levelled = (_: Plate, { level }: KnownPlate): string | null => (level ? null : plateText.hintLevelFirst);
const numbered = (words: string, measured: readonly PlateMeasurement[]): string => {
  const taken = new Set(measured.map(({ name }) => name));
  let n = 1;
  while (taken.has(say(words, { n }))) n++;
  return say(words, { n });
};

/** One line more; where there are too many, in place of the last. */
const nextLines = <T>(lines: readonly T[], line: T): readonly T[] => [...lines.slice(0, PLATE_MOST.lines - 1), line];

const measuring = (of: PlateMeasurement['of'], words: string): Pick<ToolDefinition, 'said' | 'drawn'> => ({
  said: ({ measured }) => say(plateText.measured, { name: numbered(words, measured) }),
  drawn: (plate, fromPx, toPx) => ({
    ...plate,
    measured: [...plate.measured, { name: numbered(words, plate.measured), of, fromPx, toPx }],
  }),
});

/** The higher of two places of a picture second. */
const upward = (from: Pixel, to: Pixel): readonly [Pixel, Pixel] => (from[1] >= to[1] ? [from, to] : [to, from]);

const HEIGHT = measuring('height', plateText.heightName);

/** How high a front is drawn at first, as a share of its foot. */
const FIRST_HIGH = 0.6;

/** What can be drawn on a photograph, in the order in which it is done. */
export const TOOLS: readonly ToolDefinition[] = [
  { id: 'move', name: plateText.toolMove, hint: plateText.hintMove, needs: always, said: () => '', drawn: (plate) => plate },
  {
    id: 'middle',
    name: plateText.toolMiddle,
    hint: plateText.hintMiddle,
    press: true,
    serves: ({ cropped, kind }) => cropped && kind === 'flat',
    needs: flat,
    said: () => plateText.middleSaid,
    drawn: (plate, _, to) => ({ ...plate, middlePx: to }),
  },
  {
    id: 'upright',
    name: plateText.toolVertical,
    hint: plateText.hintVertical,
    needs: flat,
    said: () => plateText.verticalAdded,
    drawn: (plate, from, to) => ({ ...plate, typed: null, horizon: null, uprights: nextLines(plate.uprights, [...from, ...to]) }),
  },
  {
    id: 'level',
    name: plateText.toolHorizontal,
    hint: plateText.hintHorizontal,
    needs: flat,
    said: () => plateText.horizontalAdded,
    drawn: (plate, from, to) => ({ ...plate, levels: nextLines(plate.levels, [...from, ...to]) }),
  },
  {
    id: 'horizon',
    name: plateText.toolHorizon,
    hint: plateText.hintHorizon,
    needs: flat,
    said: () => plateText.horizonDrawn,
    drawn: (plate, from, to) => ({ ...plate, typed: null, horizon: [...from, ...to] }),
  },
  {
    id: 'height',
    name: plateText.toolHeight,
    hint: plateText.hintHeight,
    needs: levelled,
    said: HEIGHT.said,
    drawn: (plate, from, to) => HEIGHT.drawn(plate, ...upward(from, to)),
  },
  {
    id: 'front',
    name: plateText.toolFront,
    hint: plateText.hintFront,
    needs: levelled,
    said: () => plateText.outlined,
    drawn: (plate, from, to) => {
      const [left, right] = from[0] <= to[0] ? [from, to] : [to, from];
      const top: Pixel = [left[0], left[1] - FIRST_HIGH * (right[0] - left[0])];
      return { ...plate, outline: { leftFootPx: left, rightFootPx: right, leftTopPx: top } };
    },
  },
  {
    id: 'length',
    name: plateText.toolLength,
    hint: plateText.hintLength,
    needs: (plate, known) => levelled(plate, known) ?? (plate.outline ? null : plateText.hintLengthNoFront),
    ...measuring('length', plateText.lengthName),
  },
  {
    id: 'pin',
    name: plateText.toolPin,
    hint: plateText.hintPin,
    press: true,
    needs: ({ from }) => (from ? null : plateText.hintPinNoFront),
    said: () => '',
    // A pin is one of the scene, not of the photograph.
    drawn: (plate) => plate,
  },
];
