import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { drawingPdf } from './pdf';
import { faceFile, runsOf } from './pdfFonts';

/** The package that PDFs are set with reads the files themselves: which characters they really have. */
const { openSync } = createRequire(import.meta.url)('fontkit') as {
  readonly openSync: (file: string) => { readonly hasGlyphForCodePoint: (code: number) => boolean };
};

const NAMES = [
  'Ropeworks, 96 m × 1.2 m: −3.5° at f/22 … “north”',
  'Łódź, Dębowa 7',
  'Hřiště, Győr, İzmir',
  'Đường Phố Cũ',
  'Причал №3, кран «Север»',
  'Ґанок і пристань',
  'Αποθήκη σχοινιών',
  'रस्सी का कारखाना',
];

describe('names in any script on paper', () => {
  test.each(NAMES)('“%s” has a glyph for each of its characters, in both weights', (name) => {
    const runs = runsOf(name);
    expect(runs.map(({ text }) => text).join('')).toBe(name);
    for (const { face, text } of runs) {
      for (const weight of ['plain', 'bold'] as const) {
        const font = openSync(faceFile(face, weight));
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
      runsOf('船 Boat')
        .map(({ text }) => text)
        .join(''),
    ).toBe('? Boat');
    expect(runsOf('🎞')[0]?.text).toBe('?');
    expect(runsOf('')).toEqual([]);
  });

  test('poppler reads the names back, at the end where they are anchored', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'gangway-fonts-'));
    try {
      const pdf = await drawingPdf({
        widthMm: 148,
        heightMm: 100,
        title: 'Names',
        marks: NAMES.map((text, i) => ({
          kind: 'text',
          x: i % 2 === 0 ? 10 : 140,
          y: 10 + i * 10,
          sizeMm: 3,
          anchor: i % 2 === 0 ? 'start' : 'end',
          text,
        })),
      });
      const file = join(folder, 'names.pdf');
      writeFileSync(file, pdf);
      const read = execFileSync('pdftotext', ['-bbox', file, '-'], { encoding: 'utf8' });
      for (const word of ['Łódź,', 'Причал', 'Αποθήκη', 'пристань', 'Phố']) expect(read).toContain(`>${word}<`);
      // The last word of an end-anchored line ends at 140 mm.
      const end = /xMax="([\d.]+)"[^>]*>7</u.exec(read);
      expect((Number(end?.[1]) / 72) * 25.4).toBeCloseTo(140, 0);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});
