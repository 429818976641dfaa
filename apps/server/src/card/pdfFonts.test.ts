import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { create, type Font } from 'fontkit';
import { drawingPdf } from './pdf';
import { faceFont, runsInSight, runsOf } from './pdfFonts';

const NAMES = [
  'Ropeworks, 96 m × 1.2 m: −3.5° at f/22 … “north”',
  'Łódź, Dębowa 7',
  'Hřiště, Győr, İzmir',
  'Đường Phố Cũ',
  'Причал №3, кран «Север»',
  'Ґанок і пристань',
  'Αποθήκη σχοινιών',
  'रस्सी का कारखाना',
  '造船所 第二船台，ロープ工場',
  '밧줄 공장 2호',
  'مصنع الحبال القديم',
  'בית המלאכה לחבלים',
];

describe('names in any script on paper', () => {
  test.each(NAMES)('“%s” has a glyph for each of its characters, in both weights', (name) => {
    const runs = runsOf(name);
    expect(runs.map(({ text }) => text).join('')).toBe(name);
    for (const { face, text } of runs) {
      for (const weight of ['plain', 'bold'] as const) {
        const font = create(faceFont(face, weight).font) as Font;
        for (const character of text)
          expect([character, font.hasGlyphForCodePoint(character.codePointAt(0) ?? 0)]).toEqual([character, true]);
      }
    }
  });

  test('a Latin name is one run of the plain family, and a word of one script is not cut up', () => {
    expect(runsOf(NAMES[0] ?? '')).toHaveLength(1);
    expect(runsOf('кран').map(({ text }) => text)).toEqual(['кран']);
    // The full stop and the space are Latin, the words are not.
    expect(runsOf('кран 7').length).toBeLessThanOrEqual(2);
  });

  test('what no shipped face has is seen as missing, each character once', () => {
    expect(
      runsOf('𓀀 Boat')
        .map(({ text }) => text)
        .join(''),
    ).toBe('? Boat');
    expect(runsOf('🎞')[0]?.text).toBe('?');
    expect(runsOf('')).toEqual([]);
  });

  const inSight = (text: string) => runsInSight(text).map((run) => run.text);

  // Unicode UAX #9, the rules by hand: words from right to left, numbers among them from left to right, brackets mirrored.
  test('what is written from right to left stands so, numbers and Latin in it do not', () => {
    expect(inSight('Ropeworks, 96 m')).toEqual(['Ropeworks, 96 m']);
    expect(inSight('مصنع الحبال')).toEqual(['الحبال', ' ', 'مصنع']);
    // The comma and the number go with the Arabic before them, the unit does not.
    expect(inSight('Place: مصنع الحبال, 31 m')).toEqual(['Place: ', '31', ' ', ',', 'الحبال', ' ', 'مصنع', ' m']);
    expect(inSight('مصنع (قديم)').join('')).toBe('(قديم) مصنع');
    expect(inSight('')).toEqual([]);
  });

  test('poppler reads the names back, at the end where they are anchored', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'gangway-fonts-'));
    try {
      const pdf = await drawingPdf([
        {
          widthMm: 148,
          heightMm: 140,
          title: 'Names',
          marks: NAMES.map((text, i) => ({
            kind: 'text',
            x: i % 2 === 0 ? 10 : 140,
            y: 10 + i * 10,
            sizeMm: 3,
            anchor: i % 2 === 0 ? 'start' : 'end',
            text,
          })),
        },
      ]);
      const file = join(folder, 'names.pdf');
      writeFileSync(file, pdf);
      const read = execFileSync('pdftotext', ['-bbox', file, '-'], { encoding: 'utf8' });
      for (const word of ['造船所', '공장', 'Łódź,', 'Причал', 'Αποθήκη', 'пристань', 'Phố']) expect(read).toContain(`>${word}<`);
      // What goes from right to left is given as it was written; poppler shows its letters in sight: the first word at the right.
      const atX = (word: string) =>
        Number(new RegExp(`xMin="([\\d.]+)"[^>]*>${Array.from(word).reverse().join('')}<`, 'u').exec(read)?.[1]);
      expect(atX('בית')).toBeGreaterThan(atX('המלאכה'));
      expect(atX('המלאכה')).toBeGreaterThan(atX('לחבלים'));
      for (const name of ['مصنع الحبال القديم', 'בית המלאכה לחבלים']) {
        // A text string of PDF (ISO 32000-1, 7.9.2): UTF-16, with brackets escaped.
        const written = Buffer.from(`\ufeff${name}`, 'utf16le')
          .swap16()
          .toString('latin1')
          .replace(/[()\\]/gu, '\\$&');
        expect(pdf.toString('latin1')).toContain(written);
      }
      // The last word of an end-anchored line ends at 140 mm.
      const end = /xMax="([\d.]+)"[^>]*>7</u.exec(read);
      expect((Number(end?.[1]) / 72) * 25.4).toBeCloseTo(140, 0);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
