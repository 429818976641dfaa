import { cardText } from '@gangway/messages/core/card';
import { onLetter } from '@gangway/messages/language';
import { say } from '@gangway/messages/say';
import { freshGeometry, type Geometry } from '../geometry/geometry';
import { wrapped, type Drawing, type Mark } from './drawing';
import { printedPlate } from './platePicture';
import { spotCard, stepsByPart, type CardStep } from './spotCard';
import { circleCaption, circleMarks, sectionMarks, viewOf } from './setupDrawings';
import type { SetupSettings } from '../model/setup';

/** Pages that a card for the spot is printed on, mm. */
export const SPOT_SIZES = {
  a5: { name: 'A5', widthMm: 148, heightMm: 210 },
  letterHalf: { name: cardText.halfOfUsLetter, widthMm: 139.7, heightMm: 215.9 },
} as const;
export type SpotSize = keyof typeof SPOT_SIZES;

/**
 * The sizes that a card for the spot is printed on, that of the region first.
 *
 * @example
 * spotSizes()[0] // => 'a5'
 */
export function spotSizes(): readonly SpotSize[] {
  return onLetter() ? ['letterHalf', 'a5'] : ['a5', 'letterHalf'];
}

const MARGIN = 9;
const TEXT = 2.9;
const SMALL = 2.5;
/** Width of a letter over its height, on the average and a little more. */
const LETTER = 0.49;

/** How wide what was really done may be written, mm. */
const NOTE_MM = 32;

/** How many letters fit. */
const fits = (mm: number, size: number): number => Math.max(8, Math.floor(mm / (size * LETTER)));

/** One card to print: its name, the job it is of, and the setup. */
export interface CardOf {
  readonly name: string;
  readonly job: string;
  readonly settings: SetupSettings;
}

/** Pages that are filled from above; begins a new one where the old is full. */
export class Pages {
  readonly pages: Mark[][] = [];
  y = 0;
  private marks: Mark[] = [];

  constructor(
    readonly widthMm: number,
    readonly heightMm: number,
    private readonly head: string,
  ) {
    this.turn();
  }

  /** Begins the next page. */
  turn(): void {
    this.marks = [];
    this.pages.push(this.marks);
    this.y = MARGIN + 2;
    this.put({ kind: 'text', x: MARGIN, y: this.y, sizeMm: SMALL, anchor: 'start', text: this.head });
    this.put({ kind: 'text', x: this.widthMm - MARGIN, y: this.y, sizeMm: SMALL, anchor: 'end', text: String(this.pages.length) });
    this.put({ kind: 'line', x1: MARGIN, y1: this.y + 1.4, x2: this.widthMm - MARGIN, y2: this.y + 1.4, widthMm: 0.25 });
    this.y += 6;
  }

  put(...marks: readonly Mark[]): void {
    this.marks.push(...marks);
  }

  /** Makes sure that so much is left on this page. */
  room(mm: number): void {
    if (this.y + mm > this.heightMm - MARGIN) this.turn();
  }

  text(
    words: string,
    {
      size = TEXT,
      bold = false,
      x = MARGIN,
      width = this.widthMm - MARGIN - x,
    }: { size?: number; bold?: boolean; x?: number; width?: number } = {},
  ): void {
    for (const line of wrapped(words, fits(width, size))) {
      this.room(size * 1.35);
      this.put({ kind: 'text', x, y: this.y, sizeMm: size, anchor: 'start', bold, text: line });
      this.y += size * 1.35;
    }
  }

  heading(words: string): void {
    this.room(14);
    this.y += 2;
    this.text(words, { size: 3.4, bold: true });
    this.put({ kind: 'line', x1: MARGIN, y1: this.y - 2.6, x2: this.widthMm - MARGIN, y2: this.y - 2.6, widthMm: 0.15 });
    this.y += 1.4;
  }

  drawings(title: string): readonly Drawing[] {
    return this.pages.map((marks, i) => ({
      widthMm: this.widthMm,
      heightMm: this.heightMm,
      title: say(cardText.page, { title, i: i + 1 }),
      marks,
    }));
  }
}

/**
 * A card as pages: the list with boxes to tick and room for what was really done, and the drawings.
 *
 * @param card the setup with its name and job
 * @param size size of the paper
 *
 * @example
 * cardPages({ name: 'Tower', job: 'Larkmoor Ropeworks', settings: front }, 'a5').length // => 2
 */
export function cardPages(card: CardOf, size: SpotSize): readonly Drawing[] {
  const { widthMm, heightMm } = SPOT_SIZES[size];
  const pages = new Pages(widthMm, heightMm, `${card.job} · ${card.name}`);
  putCard(pages, card);
  return pages.drawings(say(cardText.card, { name: card.name }));
}

/** Puts a card onto pages that may have others on them. */
export function putCard(pages: Pages, { name, settings }: CardOf): void {
  const steps = spotCard(freshGeometry(settings));
  pages.y += 1.5;
  pages.text(name, { size: 5, bold: true });
  pages.y -= 2;
  const box = { x: MARGIN, y: pages.y, w: 46, h: 46 };
  const beside = { x: MARGIN + 50, y: pages.y, w: pages.widthMm - 2 * MARGIN - 50, h: 42 };
  pages.put(
    ...circleMarks(freshGeometry(settings), box),
    { kind: 'rect', ...beside, widthMm: 0.12 },
    ...sectionMarks(freshGeometry(settings), beside),
  );
  pages.put({
    kind: 'text',
    x: beside.x,
    y: beside.y + beside.h + 3.2,
    sizeMm: 2.2,
    anchor: 'start',
    text: viewOf(settings) === 'side' ? cardText.fromTheSidePlaneOf : cardText.fromAbovePlaneOfSharp,
  });
  pages.y += 49;
  pages.text(circleCaption(freshGeometry(settings)), { size: 2.2 });
  putPlate(pages, freshGeometry(settings));
  for (const { heading, inside } of stepsByPart(steps)) {
    pages.heading(heading);
    for (const each of inside) putStep(pages, each, settings.card.notes[each.id] ?? '', settings.card.ticked.includes(each.id));
  }
}

/** The photograph of the place, its values beside it. */
function putPlate(pages: Pages, geometry: Geometry): void {
  const size = printedPlate(geometry, { x: MARGIN, y: 0 });
  if (!size) return;
  pages.heading(cardText.placeWithFrame);
  pages.room(size.box.h + 2);
  const top = pages.y - 2.4;
  const { marks, box, words } = printedPlate(geometry, { x: MARGIN, y: top }) ?? size;
  pages.put(...marks);
  const x = MARGIN + box.w + 4;
  for (const each of words) pages.text(each, { size: SMALL, x });
  pages.y = Math.max(pages.y, top + box.h + 3.5);
}

function putStep(pages: Pages, { words, specs, told, group }: CardStep, note: string, ticked: boolean): void {
  const room = group === 'work' || group === 'mosaic';
  const x = MARGIN + 5;
  const width = pages.widthMm - MARGIN - x - (room ? NOTE_MM + 4 : 0);
  if (told) {
    pages.room(wrapped(words, fits(pages.widthMm - MARGIN - x, SMALL)).length * SMALL * 1.35);
    pages.put({ kind: 'disc', x: MARGIN + 1.4, y: pages.y - 0.9, r: 0.5, widthMm: 0, filled: true });
    pages.text(words, { size: SMALL, x });
    pages.y += 0.6;
    return;
  }
  const notes = room && note !== '' ? wrapped(note, fits(NOTE_MM, SMALL)) : [];
  const lines = wrapped(words, fits(width, TEXT)).length + (specs === '' ? 0 : wrapped(specs, fits(width, TEXT)).length);
  const height = Math.max(lines * TEXT, notes.length * SMALL) * 1.35 + 1.2;
  pages.room(height);
  const top = pages.y;
  pages.put({ kind: 'rect', x: MARGIN, y: top - 2.4, w: 2.8, h: 2.8, widthMm: 0.2 });
  if (ticked)
    pages.put(
      { kind: 'line', x1: MARGIN + 0.5, y1: top - 1, x2: MARGIN + 1.2, y2: top - 0.2, widthMm: 0.35 },
      { kind: 'line', x1: MARGIN + 1.2, y1: top - 0.2, x2: MARGIN + 2.5, y2: top - 2.1, widthMm: 0.35 },
    );
  pages.text(words, { x, width });
  if (specs !== '') pages.text(specs, { x, width, bold: true });
  if (room) {
    const from = pages.widthMm - MARGIN - NOTE_MM;
    notes.forEach((text, i) => pages.put({ kind: 'text', x: from, y: top + i * SMALL * 1.35, sizeMm: SMALL, anchor: 'start', text }));
    pages.put({ kind: 'line', x1: from, y1: top + 0.8, x2: pages.widthMm - MARGIN, y2: top + 0.8, widthMm: 0.1 });
    // A long note makes room for itself.
    pages.y = Math.max(pages.y, top + notes.length * SMALL * 1.35);
  }
  pages.y += 1.2;
}
