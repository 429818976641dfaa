import { assembled } from '../rig/assembled';
import { lens, mounted, view, fieldLens } from '../rig/parts.test-support';
import { itemOf } from '../kit/item';
import { limitAlong } from '../coverage/shiftLimit';
import { drawingSvg, wrapped } from './drawing';
import { CARD_DIRECTIONS, shiftCard, shiftCardRows } from './shiftCard';
import { CARD_SIZES, shiftCardDrawing, type CardSize } from './shiftCardDrawing';
import type { RigParts } from '../model/rig';
import type { Mark } from './drawing';

const rig = (parts: RigParts) => {
  const built = assembled({ name: 'A rig & its <name>', rigId: null, parts });
  if (!built.known) throw new Error('unknown');
  return built.value;
};
const wide = lens({
  focalMm: 24,
  widestFNumber: 4,
  smallestFNumber: 16,
  imageCircleMm: 67,
  sharpCircles: [{ fNumber: 8, diameterMm: 60, evidence: 'measured' }],
  slides: 'rotating',
  travelMm: 12,
  pupilDepthMm: 20,
});
const filter = itemOf('filter', 'f', 'ND filter', { threadMm: 77, clearMm: 73, heightMm: 6 });

describe('the shift card', () => {
  test('says for both orientations where the corner or the slide ends the shift', () => {
    const card = shiftCard(rig(mounted({ lens: wide })));
    expect(card.tables.map(({ orientation }) => orientation)).toEqual(['landscape', 'portrait']);
    for (const { orientation, rows } of card.tables) {
      const frame = orientation === 'landscape' ? { widthMm: 36, heightMm: 24 } : { widthMm: 24, heightMm: 36 };
      for (const row of rows) {
        const up = row.limits[0];
        expect(up?.limitMm).toBeCloseTo(Math.min(12, limitAlong(frame, row.diameterMm, 0, 1) ?? NaN), 9);
      }
    }
  });

  test('the corners it names are those that stand outside just beyond the limit', () => {
    const half = [18, 12] as const;
    for (const { id, corners } of CARD_DIRECTIONS) {
      const [ux, uy] = { up: [0, 1], down: [0, -1], left: [-1, 0], right: [1, 0], 'up right': [Math.SQRT1_2, Math.SQRT1_2] }[id] as [
        number,
        number,
      ];
      const limit = limitAlong({ widthMm: 36, heightMm: 24 }, 60, ux, uy) ?? 0;
      // The frame goes with the movement in the upright picture: the corner ahead leaves first.
      const out = (['upperLeft', 'upperRight', 'lowerRight', 'lowerLeft'] as const).filter((corner) => {
        const x = (corner.endsWith('Left') ? -1 : 1) * half[0] + ux * (limit + 0.01);
        const y = (corner.startsWith('lower') ? -1 : 1) * half[1] + uy * (limit + 0.01);
        return Math.hypot(x, y) > 30;
      });
      expect(new Set(out)).toEqual(new Set(corners));
    }
  });

  test('with only an image circle it says what 80 % of it is and that it was assumed', () => {
    const card = shiftCard(rig(view({ lens: fieldLens({ imageCircleMm: 200 }) })));
    expect(card.notes.join(' ')).toContain('80 % of it, 160.0 mm');
    // With a sharp circle of its own nothing was assumed.
    expect(shiftCard(rig(mounted({ lens: wide }))).notes.join(' ')).not.toContain('Only the image circle is known');
  });

  test('a filter has a column of its own that never allows more than without', () => {
    const card = shiftCard(rig(mounted({ lens: wide, front: [filter] })));
    expect(card.front).toBe('ND filter');
    const clear = card.tables[0]?.rows.map(({ frontMm }) => frontMm);
    expect(clear?.every((mm) => typeof mm === 'number' && mm < 12)).toBe(true);
    // Stopped down the pencil of rays is thinner and clears the rim for longer.
    expect([...(clear ?? [])].sort((a, b) => Number(a) - Number(b))).toEqual(clear);
  });

  test('without any circle there is no scale, and it says what is missing', () => {
    const card = shiftCard(rig(mounted({ lens: lens({ imageCircleMm: null }) })));
    expect(card.tables.every(({ rows }) => rows.length === 0)).toBe(true);
    expect(card.notes.join(' ')).toContain('give the image circle');
  });

  test.each(Object.keys(CARD_SIZES) as CardSize[])('everything is on the page of %s, and no two lines of text overlap', (size) => {
    for (const parts of [
      mounted({ lens: wide, front: [filter] }),
      view({ lens: fieldLens({ widestFNumber: 5.6, smallestFNumber: 90 }) }),
    ]) {
      const { marks, widthMm, heightMm } = shiftCardDrawing(shiftCard(rig(parts)), size);
      const lines = new Map<number, number>();
      for (const mark of marks) {
        if (mark.kind !== 'text') continue;
        // Archivo's figures are about 0.6 of the size wide, its letters less.
        const length = mark.text.length * mark.sizeMm * 0.55;
        const left = mark.x - { start: 0, end: length, middle: length / 2 }[mark.anchor];
        expect(left).toBeGreaterThan(0);
        expect(left + length).toBeLessThan(widthMm + 1);
        expect(mark.y).toBeLessThan(heightMm - 1);
        lines.set(mark.y, Math.max(lines.get(mark.y) ?? 0, mark.sizeMm));
      }
      const ys = [...lines.keys()].sort((a, b) => a - b);
      for (let i = 1; i < ys.length; i++)
        expect((ys[i] ?? 0) - (ys[i - 1] ?? 0)).toBeGreaterThan(0.7 * Math.min(lines.get(ys[i] ?? 0) ?? 0, 2.2));
    }
  });

  test('SVG is of the size in mm and names are escaped; rows for a spreadsheet have a header with units', () => {
    const card = shiftCard(rig(mounted({ lens: wide })));
    const svg = drawingSvg(shiftCardDrawing(card, 'a6'));
    expect(svg).toContain('width="105mm" height="148mm"');
    expect(svg).toContain('A rig &amp; its &lt;name&gt;');
    const [header, ...rows] = shiftCardRows(card);
    expect(header?.slice(0, 4)).toEqual(['orientation', 'f-number', 'sharp circle [mm]', 'rise [mm]']);
    expect(rows.every((row) => row.length === header?.length)).toBe(true);
  });

  test('text is broken at spaces and nothing is lost', () => {
    const words = 'a long sentence that has to be broken into lines';
    expect(wrapped(words, 12).join(' ')).toBe(words);
    expect(wrapped(words, 12).every((line) => line.length <= 12)).toBe(true);
  });
});

describe('the shift card on its page', () => {
  type Text = Extract<Mark, { kind: 'text' }>;
  // Slides that end at 9 mm: some limits are theirs, some the circle's.
  const card = shiftCard(rig(mounted({ lens: { ...wide, specs: { ...wide.specs, travelMm: 9 } }, front: [filter] })));
  const { marks, widthMm, heightMm } = shiftCardDrawing(card, 'a6');
  const texts = marks.filter((mark): mark is Text => mark.kind === 'text');
  const rules = marks.filter((mark): mark is Extract<Mark, { kind: 'line' }> => mark.kind === 'line');
  const blocks = marks.filter((mark): mark is Extract<Mark, { kind: 'rect' }> => mark.kind === 'rect' && mark.filled === true);
  /** The f-numbers that begin the rows, and what stands in the line of each. */
  const rows = texts
    .filter(({ text, bold, x }) => bold === true && text.startsWith('f/') && x === 6)
    .map((head) => ({ head, cells: texts.filter(({ y, x }) => y === head.y && x > head.x).sort((a, b) => a.x - b.x) }));

  test('each row says its aperture and then every limit, under the heads of its columns', () => {
    const entries = card.tables.flatMap((table) => table.rows);
    expect(rows).toHaveLength(entries.length);
    const heads = texts.filter(({ text, anchor }) => anchor === 'end' && /^(rise|fall|left|right|up|filter|front)/iu.test(text));
    expect(heads).toHaveLength(2 * 6);
    rows.forEach(({ cells }, i) => {
      const entry = entries[i];
      expect(cells).toHaveLength(6);
      cells.forEach((cell, k) => {
        expect(cell.anchor).toBe('end');
        expect(heads.map(({ x }) => x)).toContain(cell.x);
        const limit = k < 5 ? entry?.limits[k]?.limitMm : entry?.frontMm;
        if (typeof limit === 'number' && Number.isFinite(limit)) expect(Number(cell.text)).toBeCloseTo(limit, 1);
      });
      // Columns are as far apart as each other, and the last ends before the margin.
      const gaps = cells.slice(1).map(({ x }, k) => x - (cells[k]?.x ?? 0));
      for (const gap of gaps) expect(gap).toBeCloseTo(gaps[0] ?? NaN, 9);
      const last = cells[5]?.x ?? NaN;
      expect(widthMm - 6 - last).toBeGreaterThan(0);
      expect(widthMm - 6 - last).toBeLessThan((gaps[0] ?? 0) / 2);
    });
  });

  test('a rule lies under each row, between its letters and those of the next', () => {
    for (const [i, { head }] of rows.entries()) {
      const next = rows[i + 1]?.head;
      const under = rules.filter(({ y1 }) => y1 > head.y && y1 < head.y + head.sizeMm);
      expect(under).toHaveLength(1);
      expect(under[0]).toMatchObject({ x1: 6, x2: widthMm - 6 });
      if (next && next.y - head.y < 6) expect(next.y - next.sizeMm * 0.72).toBeGreaterThan(under[0]?.y1 ?? NaN);
    }
  });

  test('a block stands behind each value at which the slide ends, on its line, and nowhere else', () => {
    const ended = card.tables.flatMap((table) => table.rows.flatMap((row) => row.limits.filter(({ limitedBy }) => limitedBy === 'stop')));
    // One more explains it.
    expect(blocks).toHaveLength(ended.length + 1);
    expect(ended.length).toBeGreaterThan(0);
    const entries = card.tables.flatMap((table) => table.rows);
    rows.forEach(({ cells, head }, i) =>
      entries[i]?.limits.forEach(({ limitedBy }, k) => {
        const behind = blocks.filter(
          ({ x, y, h }) => x > (cells[k]?.x ?? 0) && x < (cells[k]?.x ?? 0) + 2 && Math.abs(y + h - head.y) < 1e-9,
        );
        expect(behind).toHaveLength(limitedBy === 'stop' ? 1 : 0);
      }),
    );
  });

  test('the sign over a column has its dots in the corners that leave first', () => {
    const signs = marks.filter((mark): mark is Extract<Mark, { kind: 'rect' }> => mark.kind === 'rect' && mark.filled !== true);
    const dots = marks.filter((mark): mark is Extract<Mark, { kind: 'disc' }> => mark.kind === 'disc');
    expect(signs).toHaveLength(2 * CARD_DIRECTIONS.length);
    signs.forEach(({ x, y, w, h }, i) => {
      const { corners } = CARD_DIRECTIONS[i % CARD_DIRECTIONS.length] ?? { corners: [] };
      const at = (corner: string): boolean =>
        dots.some(
          (dot) =>
            Math.abs(dot.x - (corner.endsWith('Left') ? x : x + w)) < 1e-9 &&
            Math.abs(dot.y - (corner.startsWith('upper') ? y : y + h)) < 1e-9,
        );
      for (const corner of ['upperLeft', 'upperRight', 'lowerLeft', 'lowerRight'])
        expect([corner, at(corner)]).toEqual([corner, (corners as readonly string[]).includes(corner)]);
      expect(w > h).toBe(i < CARD_DIRECTIONS.length);
    });
  });

  test('notes stand at the foot, a line below the other, and all within the margins', () => {
    const feet = texts.filter(({ y }) => y > Math.max(...rules.map(({ y1 }) => y1)));
    const lines = feet.slice(1).map(({ y }) => y);
    expect(lines.length).toBeGreaterThan(0);
    lines.slice(1).forEach((y, i) => expect(y - (lines[i] ?? 0)).toBeCloseTo(2.9, 9));
    for (const mark of texts) {
      expect(mark.x).toBeGreaterThanOrEqual(6);
      expect(mark.x).toBeLessThanOrEqual(widthMm - 6);
      expect(mark.y - mark.sizeMm * 0.72).toBeGreaterThan(5);
      expect(mark.y).toBeLessThan(heightMm - 5);
    }
  });
});
