import { cardText } from '@gangway/messages/server/card';
import { finished } from 'node:stream/promises';
import { Writable } from 'node:stream';
import type { Drawing, Mark } from '@gangway/core/card/drawing';
import PDFDocument from 'pdfkit';
import { faceFile, runsOf } from './pdfFonts';

const POINTS_PER_MM = 72 / 25.4;

/** Drawings as the pages of a PDF, each of its size, the fonts it needs embedded. */
export async function drawingPdf(...pages: readonly Drawing[]): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    info: { Title: pages[0]?.title ?? cardText.gangway, Creator: cardText.gangway },
  });
  const chunks: Buffer[] = [];
  const sink = new Writable({
    write: (chunk: Buffer, _encoding, done) => {
      chunks.push(chunk);
      done();
    },
  });
  doc.pipe(sink);
  for (const { widthMm, heightMm, marks } of pages) {
    doc.addPage({ size: [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM], margin: 0 }).scale(POINTS_PER_MM);
    for (const mark of marks) draw(doc, mark);
  }
  doc.end();
  await finished(sink);
  return Buffer.concat(chunks);
}

function draw(doc: PDFKit.PDFDocument, mark: Mark): void {
  switch (mark.kind) {
    case 'text': {
      const runs = runsOf(mark.text).map(({ face, text }) => {
        const file = faceFile(face, mark.bold ? 'bold' : 'plain');
        return { file, text, width: doc.font(file).fontSize(mark.sizeMm).widthOfString(text) };
      });
      const width = runs.reduce((sum, run) => sum + run.width, 0);
      let x = startOf(mark, width);
      for (const run of runs) {
        doc.font(run.file).fontSize(mark.sizeMm).fillColor('black').text(run.text, x, mark.y, { lineBreak: false, baseline: 'alphabetic' });
        x += run.width;
      }
      return;
    }
    case 'line':
      doc.lineWidth(mark.widthMm).moveTo(mark.x1, mark.y1).lineTo(mark.x2, mark.y2);
      if (mark.dashed) doc.dash(1, { space: 0.8 });
      doc.stroke('black').undash();
      return;
    case 'rect':
      doc.lineWidth(mark.widthMm).rect(mark.x, mark.y, mark.w, mark.h);
      break;
    case 'disc':
      doc.lineWidth(mark.widthMm).circle(mark.x, mark.y, mark.r);
      break;
  }
  if (mark.filled) doc.fill('black');
  else doc.stroke('black');
}

function startOf(
  mark: {
    readonly kind: 'text';
    readonly x: number;
    readonly y: number;
    readonly sizeMm: number;
    readonly anchor: 'start' | 'middle' | 'end';
    readonly bold?: boolean;
    readonly text: string;
  },
  width: number,
): number {
  if (mark.anchor === 'end') return mark.x - width;
  if (mark.anchor === 'middle') return mark.x - width / 2;
  return mark.x;
}
