import { cardText } from '@gangway/messages/server/card';
import { finished } from 'node:stream/promises';
import { Writable } from 'node:stream';
import type { Drawing, Mark } from '@gangway/core/card/drawing';
import PDFDocument from 'pdfkit';
import { faceFont, readsLeftToRight, runsInSight } from './pdfFonts';

const POINTS_PER_MM = 72 / 25.4;

/** The language that everything printed is in (BCP 47). */
const LANGUAGE = 'en';

/** Photographs by their ids, as JPEG or PNG files. */
export type Pictures = Readonly<Record<string, Uint8Array>>;

/**
 * Drawings as the pages of a PDF, each of its size, the fonts it needs
 * embedded. It is tagged (ISO 32000-1, 14.8): a screen reader is given the
 * texts in their order, the title first, and what photographs show, and told to pass over the lines.
 */
export async function drawingPdf(pages: readonly Drawing[], pictures: Pictures = {}): Promise<Buffer> {
  const doc = new PDFDocument({
    autoFirstPage: false,
    margin: 0,
    pdfVersion: '1.7',
    tagged: true,
    lang: LANGUAGE,
    displayTitle: true,
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
  const whole = doc.struct('Document');
  doc.addStructure(whole);
  for (const [number, { widthMm, heightMm, title, marks }] of pages.entries()) {
    doc.addPage({ size: [widthMm * POINTS_PER_MM, heightMm * POINTS_PER_MM], margin: 0 }).scale(POINTS_PER_MM);
    const page = doc.struct('Sect', { title });
    whole.add(page);
    const heading = number === 0 ? marks.find(({ kind }) => kind === 'text') : undefined;
    for (const mark of marks) {
      if (mark.kind === 'text') {
        // Turned on paper it is no longer in the order in which it was written: a screen reader is given that.
        const options = readsLeftToRight(mark.text) ? {} : { actual: mark.text };
        page.add(doc.struct(mark === heading ? 'H1' : 'P', options, () => draw(doc, mark)));
        continue;
      }
      if (mark.kind === 'picture') {
        page.add(doc.struct('Figure', { alt: mark.described }, () => drawPicture(doc, mark, pictures[mark.pictureId])));
        continue;
      }
      doc.markContent('Artifact', { type: 'Layout' });
      draw(doc, mark);
      doc.endMarkedContent();
    }
    page.end();
  }
  whole.end();
  doc.end();
  await finished(sink);
  return Buffer.concat(chunks);
}

type PictureMark = Extract<Mark, { kind: 'picture' }>;

/** A photograph; where it is missing, an empty place that says so. */
function drawPicture(doc: PDFKit.PDFDocument, { x, y, w, h }: PictureMark, file: Uint8Array | undefined): void {
  if (file) doc.image(Buffer.from(file), x, y, { width: w, height: h });
  else draw(doc, { kind: 'text', x: x + 2, y: y + 4, sizeMm: 2.2, anchor: 'start', text: cardText.photographMissing });
  draw(doc, { kind: 'rect', x, y, w, h, widthMm: 0.12 });
}

function draw(doc: PDFKit.PDFDocument, mark: Exclude<Mark, PictureMark>): void {
  switch (mark.kind) {
    case 'text': {
      const runs = runsInSight(mark.text).map(({ face, text }) => {
        const { name, font } = faceFont(face, mark.bold ? 'bold' : 'plain');
        doc.registerFont(name, font);
        return { name, text, width: doc.font(name).fontSize(mark.sizeMm).widthOfString(text) };
      });
      const width = runs.reduce((sum, run) => sum + run.width, 0);
      let x = startOf(mark, width);
      for (const run of runs) {
        doc.font(run.name).fontSize(mark.sizeMm).fillColor('black').text(run.text, x, mark.y, { lineBreak: false, baseline: 'alphabetic' });
        x += run.width;
      }
      return;
    }
    case 'line':
      doc.lineWidth(mark.widthMm).moveTo(mark.x1, mark.y1).lineTo(mark.x2, mark.y2);
      if (mark.dashed) doc.dash(1, { space: 0.8 });
      doc.stroke(mark.white ? 'white' : 'black').undash();
      return;
    case 'rect':
      doc.lineWidth(mark.widthMm).rect(mark.x, mark.y, mark.w, mark.h);
      break;
    case 'disc':
      doc.lineWidth(mark.widthMm).circle(mark.x, mark.y, mark.r);
      break;
    case 'polygon':
      doc.lineWidth(mark.widthMm).polygon(...mark.points.map(([x, y]): [number, number] => [x, y]));
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
