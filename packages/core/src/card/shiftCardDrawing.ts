import type { Corner } from '../coverage/frame';
import { cardText } from '@gangway/messages/core/card';
import { onLetter } from '@gangway/messages/language';
import { say } from '@gangway/messages/say';
import { apertureWords, fixed, ORIENTATION_LABELS } from '../words';
import { wrapped, type Drawing, type Mark } from './drawing';
import { CARD_DIRECTIONS, type CardRow, type ShiftCard } from './shiftCard';

/** Pages that a card is printed on, mm. */
export const CARD_SIZES = {
  a6: { name: 'A6', widthMm: 105, heightMm: 148 },
  letter: { name: cardText.quarterOfUsLetter, widthMm: 107.95, heightMm: 139.7 },
} as const;
export type CardSize = keyof typeof CARD_SIZES;

/**
 * The size that a shift card is printed on in this region.
 *
 * @example
 * firstCardSize() // => 'a6'
 */
export function firstCardSize(): CardSize {
  return onLetter() ? 'letter' : 'a6';
}

const MARGIN = 6;

interface TextInput {
  readonly x: number;
  readonly y: number;
  readonly sizeMm: number;
  readonly words: string;
  readonly more?: { anchor?: 'start' | 'middle' | 'end'; bold?: boolean } | undefined;
}

/**
 * A shift card laid out on a page: name, a table for each orientation, notes. Rows shrink until everything is on it.
 *
 * @param card the shift card
 * @param size size of the paper
 *
 * @example
 * shiftCardDrawing(shiftCard(rig), 'a6').widthMm // => 105
 */
export function shiftCardDrawing(card: ShiftCard, size: CardSize): Drawing {
  const { widthMm, heightMm } = CARD_SIZES[size];
  const marks: Mark[] = [];
  const text = ({ x, y, sizeMm, words, more = {} }: TextInput) =>
    marks.push({ kind: 'text', x, y, sizeMm, text: words, anchor: more.anchor ?? 'start', bold: more.bold ?? false });
  const rule = (y: number, width: number) => marks.push({ kind: 'line', x1: MARGIN, y1: y, x2: widthMm - MARGIN, y2: y, widthMm: width });

  let y = MARGIN + 3;
  for (const line of wrapped(card.name, 44)) {
    text({ x: MARGIN, y, sizeMm: 4, words: line, more: { bold: true } });
    y += 4.6;
  }
  text({ x: MARGIN, y: y - 0.6, sizeMm: 2.5, words: cardText.shiftCardHowFarThe });
  y += 1;
  const notes = [...(card.front === null ? [] : [say(cardText.frontIsHowFarEvery, { front: card.front })]), ...card.notes].flatMap((note) =>
    wrapped(note, 78),
  );
  const notesHeight = notes.length * 2.9 + 3;
  const lines = card.tables.reduce((sum, { rows }) => sum + rows.length, 0);
  const heads = card.tables.length * 10.5;
  const row = lines === 0 ? 4 : Math.min(5.6, (heightMm - MARGIN - notesHeight - y - heads) / lines);
  const letter = Math.min(3.2, row * 0.78);
  const columns = CARD_DIRECTIONS.length + (card.front === null ? 0 : 1);
  const first = MARGIN + 13;
  const step = (widthMm - MARGIN - first) / columns;
  const column = (i: number) => first + step * (i + 1) - 2.2;

  for (const { orientation, rows } of card.tables) {
    text({ x: MARGIN, y: y + 5.2, sizeMm: 2.9, words: ORIENTATION_LABELS[orientation], more: { bold: true } });
    CARD_DIRECTIONS.forEach(({ id, name, corners }, i) => {
      marks.push(...cornerSign(column(i) - 2.2, y + 1.6, orientation, corners));
      text({ x: column(i), y: y + 7.3, sizeMm: 2.3, words: id === 'up right' ? cardText.upRight : name, more: { anchor: 'end' } });
    });
    if (card.front !== null) text({ x: column(columns - 1), y: y + 7.3, sizeMm: 2.3, words: cardText.front, more: { anchor: 'end' } });
    y += 8.3;
    rule(y, 0.25);
    for (const entry of rows) {
      y += row;
      rowMarks(entry, y - row * 0.28);
      rule(y, 0.08);
    }
    y += 2.2;
  }
  function rowMarks({ fNumber, limits, frontMm }: CardRow, at: number): void {
    text({ x: MARGIN, y: at, sizeMm: letter, words: apertureWords(fNumber), more: { bold: true } });
    limits.forEach(({ limitMm, limitedBy }, i) => {
      text({ x: column(i), y: at, sizeMm: letter, words: limitMm === null ? cardText.none : fixed(limitMm, 1), more: { anchor: 'end' } });
      if (limitedBy === 'stop')
        marks.push({ kind: 'rect', x: column(i) + 0.7, y: at - letter * 0.72, w: 0.7, h: letter * 0.72, widthMm: 0, filled: true });
    });
    if (frontMm !== undefined)
      text({
        x: column(columns - 1),
        y: at,
        sizeMm: letter,
        words: frontLabel(frontMm),
        more: {
          anchor: 'end',
        },
      });
  }
  const bottom = heightMm - MARGIN - notes.length * 2.9;
  marks.push({ kind: 'rect', x: MARGIN, y: bottom - 4.4, w: 0.7, h: 2, widthMm: 0, filled: true });
  text({ x: MARGIN + 1.6, y: bottom - 2.7, sizeMm: 2.2, words: cardText.theSlideEndsBeforeThe });
  notes.forEach((line, i) => text({ x: MARGIN, y: bottom + 2 + i * 2.9, sizeMm: 2.2, words: line }));
  return { widthMm, heightMm, title: say(cardText.shiftCard, { name: card.name }), marks };
}

function frontLabel(frontMm: number | null): string {
  if (frontMm === null) return cardText.shades;
  if (frontMm === Infinity) return cardText.clear;
  return fixed(frontMm, 1);
}

/** A small frame with a dot in each corner that leaves first. */
function cornerSign(x: number, y: number, orientation: 'landscape' | 'portrait', corners: readonly Corner[]): readonly Mark[] {
  const [w, h] = orientation === 'landscape' ? [3.9, 2.6] : [2.4, 3.6];
  const [left, top] = [x - w / 2, y - h / 2 + 0.6];
  return [
    { kind: 'rect', x: left, y: top, w, h, widthMm: 0.15 },
    ...corners.map((corner): Mark => ({
      kind: 'disc',
      x: corner.endsWith('Left') ? left : left + w,
      y: corner.startsWith('upper') ? top : top + h,
      r: 0.55,
      widthMm: 0,
      filled: true,
    })),
  ];
}
