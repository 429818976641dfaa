import { geometryOf } from '../geometry/geometry';
import fc from 'fast-check';
import { setup } from '../setup/fixtures.test-support';
import { PLAIN_SCENE } from '../scene/scene';
import { FIRST_SUBJECTS } from '../subjects/subject';
import { cardPages, SPOT_SIZES, type SpotSize } from './cardPages';
import type { Drawing } from './drawing';
import { spotCard } from './spotCard';

const base = setup({
  scene: {
    subject: FIRST_SUBJECTS.front,
    distanceM: 12,
    asideM: 0,
    cameraHeightM: 1.5,
    yawDeg: 0,
    pitchDeg: 0,
    rollDeg: 0,
    ...PLAIN_SCENE,
  },
  movements: { riseMm: 4, shiftMm: -2 },
});
const ids = spotCard(geometryOf(base)).map(({ id }) => id);
const words = fc.array(fc.stringMatching(/^[a-zäß0-9.,]{1,12}$/), { minLength: 1, maxLength: 60 }).map((all) => all.join(' '));
const carded = (notes: Record<string, string>, ticked: readonly string[] = []) => ({
  name: 'Tower',
  job: 'Ropeworks',
  settings: { ...base, card: { ...base.card, notes, ticked } },
});
const textOf = (
  pages: readonly Drawing[],
): readonly { readonly text: string; readonly x: number; readonly y: number; readonly page: number; readonly sizeMm: number }[] =>
  pages.flatMap(({ marks }, page) => marks.flatMap((mark) => (mark.kind === 'text' ? [{ ...mark, page }] : [])));

describe('a card as pages', () => {
  test('a note is printed whole, however long, beside its own step', () => {
    fc.assert(
      fc.property(words, fc.constantFrom(...(Object.keys(SPOT_SIZES) as SpotSize[])), fc.nat({ max: ids.length - 1 }), (note, size, i) => {
        const step = spotCard(geometryOf(base))[i];
        fc.pre(step !== undefined && (step.group === 'work' || step.group === 'mosaic') && !step.told);
        const before = textOf(cardPages(carded({}), size));
        const after = textOf(cardPages(carded({ [step.id]: note }), size));
        const left = new Map<string, number>();
        for (const { text } of before) left.set(text, (left.get(text) ?? 0) + 1);
        // Page heads may come again when the note makes a page more.
        const added = after.filter(({ text }) => {
          const n = left.get(text) ?? 0;
          left.set(text, n - 1);
          return n <= 0;
        });
        return (
          added
            .map(({ text }) => text)
            .join(' ')
            .replace(/\s+/gu, ' ')
            .includes(note) ||
          added
            .map(({ text }) => text)
            .filter((text) => !/^\d+$|·/u.test(text))
            .join(' ')
            .includes(note)
        );
      }),
      { numRuns: 120 },
    );
  });

  test('nothing is put beyond the edge of its page, and every step is there, in its order', () => {
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...ids), words, { maxKeys: 5 }),
        fc.constantFrom(...(Object.keys(SPOT_SIZES) as SpotSize[])),
        (notes, size) => {
          const { widthMm, heightMm } = SPOT_SIZES[size];
          const texts = textOf(cardPages(carded(notes), size));
          const inside = texts.every(({ x, y }) => x >= 0 && x <= widthMm && y >= 0 && y <= heightMm - 3);
          const all = texts.map(({ text }) => text).join(' ');
          const steps = spotCard(geometryOf(base)).filter(({ group }) => group === 'work');
          const at = steps.map((step) => all.indexOf(step.words.split(' ').slice(0, 3).join(' ')));
          return inside && at.every((place, i) => place >= 0 && place >= Math.max(-1, ...at.slice(0, i)));
        },
      ),
      { numRuns: 60 },
    );
  });

  test('lines in one column never run into each other', () => {
    const pages = cardPages(
      carded(
        Object.fromEntries(
          ids.map((id) => [id, 'as it was, but for the wind that shook the tripod from the west the whole of the afternoon']),
        ),
        ids,
      ),
      'a5',
    );
    const texts = textOf(pages);
    for (const a of texts) {
      for (const b of texts) {
        if (a === b || a.page !== b.page || Math.abs(a.x - b.x) > 0.01) continue;
        // Of two lines under each other the lower stands at least a letter's height below.
        expect(Math.abs(a.y - b.y)).toBeGreaterThan(Math.min(a.sizeMm, b.sizeMm) * 0.95);
      }
    }
    expect(texts.length).toBeGreaterThan(30);
  });

  test('what is ticked is ticked on paper: two strokes in its box', () => {
    const strokes = (ticked: readonly string[]) =>
      cardPages(carded({}, ticked), 'a5').flatMap(({ marks }) => marks.filter((mark) => mark.kind === 'line' && mark.widthMm === 0.35))
        .length;
    const boxes = spotCard(geometryOf(base))
      .filter(({ told }) => !told)
      .map(({ id }) => id);
    expect(strokes([])).toBe(0);
    expect(strokes(boxes)).toBe(2 * boxes.length);
  });
});
