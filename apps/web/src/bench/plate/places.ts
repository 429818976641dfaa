import { plateText } from '@gangway/messages/web/bench/plate';
import { say } from '@gangway/messages/say';
import type { Pixel, Plate, PlateLine } from '@gangway/core/model/plate';

/** A line that can be chosen and moved. */
export interface SheetLine {
  readonly kind: 'upright' | 'level' | 'horizon';
  readonly index: number;
  readonly ends: PlateLine;
}

/** The lines of a plate in the order in which they are drawn. */
export function linesOn({ uprights, levels, horizon }: Plate): readonly SheetLine[] {
  return [
    ...uprights.map((ends, index) => ({ kind: 'upright', index, ends }) as const),
    ...levels.map((ends, index) => ({ kind: 'level', index, ends }) as const),
    ...(horizon ? [{ kind: 'horizon', index: 0, ends: horizon } as const] : []),
  ];
}

export const lineName = ({ kind, index }: SheetLine): string => say(plateText.lineName, { kind, n: index + 1 });

const put = <T>(list: readonly T[], index: number, value: T): readonly T[] => list.map((each, i) => (i === index ? value : each));

/** A plate with one of its lines elsewhere: somebody has looked at them now. */
export function withLine(plate: Plate, { kind, index }: SheetLine, ends: PlateLine): Plate {
  if (kind === 'horizon') return { ...plate, horizon: ends };
  const looked = { ...plate, doubtful: false };
  return kind === 'upright'
    ? { ...looked, uprights: put(plate.uprights, index, ends) }
    : { ...looked, levels: put(plate.levels, index, ends) };
}

/** A plate without one of its lines. */
export function withoutLine(plate: Plate, { kind, index }: SheetLine): Plate {
  if (kind === 'horizon') return { ...plate, horizon: null };
  const rest = (lines: readonly PlateLine[]): readonly PlateLine[] => lines.filter((_, i) => i !== index);
  return kind === 'upright' ? { ...plate, uprights: rest(plate.uprights) } : { ...plate, levels: rest(plate.levels) };
}

/** A place of a plate that can be moved by hand or by the arrow keys. */
export interface Grip {
  readonly id: string;
  /** The tool that drew it. */
  readonly by: 'line' | 'measured' | 'front' | 'middle';
  readonly name: string;
  readonly at: Pixel;
  readonly said: string;
  readonly move: (plate: Plate, to: Pixel) => Plate;
}

const ends = ([u1, v1, u2, v2]: PlateLine): readonly [Pixel, Pixel] => [
  [u1, v1],
  [u2, v2],
];

/** Both ends of a line. */
export function gripsOfLine(line: SheetLine): readonly Grip[] {
  const [first, second] = ends(line.ends);
  const grip = (which: 'first' | 'second', at: Pixel, moved: (to: Pixel) => PlateLine): Grip => ({
    id: `${line.kind}-${line.index}-${which}`,
    by: 'line',
    name: say(plateText.endName, { line: lineName(line), which }),
    at,
    said: plateText.lineMoved,
    move: (plate, to) => withLine(plate, line, moved(to)),
  });
  return [grip('first', first, (to) => [...to, ...second]), grip('second', second, (to) => [...first, ...to])];
}

/** Everything but lines that can be moved: measurements and the outline of the front. */
export function gripsOf({ measured, outline, middlePx }: Plate): readonly Grip[] {
  return [
    ...(middlePx
      ? [
          {
            id: 'middle',
            by: 'middle',
            name: plateText.middleName,
            at: middlePx,
            said: plateText.middleSaid,
            move: (plate, to) => ({ ...plate, middlePx: to }),
          } satisfies Grip,
        ]
      : []),
    ...measured.flatMap(({ name, fromPx, toPx }, i): readonly Grip[] => {
      const grip = (key: 'fromPx' | 'toPx', words: string, at: Pixel): Grip => ({
        id: `measured-${i}-${key}`,
        by: 'measured',
        name: say(words, { name }),
        at,
        said: plateText.placeMoved,
        move: (plate, to) => {
          const before = plate.measured[i];
          return before ? { ...plate, measured: put(plate.measured, i, { ...before, [key]: to }) } : plate;
        },
      });
      return [grip('fromPx', plateText.footOf, fromPx), grip('toPx', plateText.topOf, toPx)];
    }),
    ...(outline
      ? (['leftFootPx', 'rightFootPx', 'leftTopPx'] as const).map((key): Grip => ({
          id: key,
          by: 'front',
          name: { leftFootPx: plateText.leftFoot, rightFootPx: plateText.rightFoot, leftTopPx: plateText.topOfFront }[key],
          at: outline[key],
          said: plateText.outlineMoved,
          move: (plate, to) => (plate.outline ? { ...plate, outline: { ...plate.outline, [key]: to } } : plate),
        }))
      : []),
  ];
}
