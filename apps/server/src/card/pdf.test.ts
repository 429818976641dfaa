import { pdfText } from '../log/pdfText.test-support';
import { drawingPdf } from './pdf';

// Read back by a standard reader (pdf.js), as a screen reader would be given it.
test('a PDF says its title and language, its texts in their order, and passes over its lines', async () => {
  const text = (words: string, y: number) => ({ kind: 'text', x: 10, y, sizeMm: 4, anchor: 'start', text: words }) as const;
  const line = { kind: 'line', x1: 0, y1: 5, x2: 90, y2: 5, widthMm: 0.2 } as const;
  const page = {
    widthMm: 105,
    heightMm: 148,
    title: 'Tower',
    marks: [line, text('The tower', 12), text('Łódź, Пристань', 20), line, text('f/11', 28)],
  };
  const { pages, tagged } = pdfText(await drawingPdf([page, { ...page, title: 'Loft' }]));
  expect(pages).toBe(2);
  expect(tagged).toEqual({ marked: true, title: 'Tower', language: 'en', tags: ['Document', 'Sect', 'H1', 'P', 'P'] });
});
