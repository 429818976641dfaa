import { cardText } from '@gangway/messages/server/card';
import { say } from '@gangway/messages/say';
import { finished } from 'node:stream/promises';
import { Writable } from 'node:stream';
import { Router } from 'express';
import { builtRig } from '@gangway/contract/kit';
import type { Drawing, Mark } from '@gangway/core/card/drawing';
import { shiftCard } from '@gangway/core/card/shiftCard';
import { CARD_SIZES, shiftCardDrawing, type CardSize } from '@gangway/core/card/shiftCardDrawing';
import { openedSettings } from '@gangway/contract/storedSetup';
import { cardPages, SPOT_SIZES, type SpotSize } from '@gangway/core/card/cardPages';
import { jobPages } from '@gangway/core/card/jobSheet';
import { eq } from 'drizzle-orm';
import PDFDocument from 'pdfkit';
import { z } from 'zod';
import type { Db } from './db/connect';
import { jobs } from './db/schema';
import { wholeJob } from './jobs';
import { wholeKit } from './kit';
import { faceFile, runsOf } from './pdfFonts';
import { presentSetup } from './setups';
import { idParam, notThere, parsed, HttpError } from './httpError';

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

const spotQuery = z.object({
  size: z
    .enum(Object.keys(SPOT_SIZES) as [SpotSize], {
      error: say(cardText.sizeMustBeOneOf, { spotSizes: Object.keys(SPOT_SIZES).join(', ') }),
    })
    .default('a5'),
});
const querySchema = z.object({
  size: z
    .enum(Object.keys(CARD_SIZES) as [CardSize], {
      error: say(cardText.sizeMustBeOneOf2, { cardSizes: Object.keys(CARD_SIZES).join(', ') }),
    })
    .default('a6'),
});

export function cardRoutes(db: Db): Router {
  const router = Router();
  router.get('/kit/rigs/:id/card.pdf', async (req, res) => {
    const id = idParam(req.params.id, 'rig');
    const { size } = parsed(querySchema, req.query);
    const kit = await wholeKit(db);
    const found = kit.rigs.find(({ rig }) => rig.id === id);
    if (!found) throw notThere('rig');
    const rig = builtRig(found.rig, new Map(kit.items.map(({ item }) => [item.id, item])));
    if (!rig) throw new HttpError(409, 'rig_unfinished', say(cardText.isNotCompleteSoIt, { name: found.rig.name }));
    const pdf = await drawingPdf(shiftCardDrawing(shiftCard(rig), size));
    res.type('pdf').send(pdf);
  });

  router.get('/setups/:id/card.pdf', async (req, res) => {
    const { size } = parsed(spotQuery, req.query);
    const setup = await presentSetup(db, idParam(req.params.id, 'setup'));
    const [job] = await db.select({ name: jobs.name }).from(jobs).where(eq(jobs.id, setup.jobId));
    const pdf = await drawingPdf(...cardPages({ name: setup.name, job: job?.name ?? '', settings: openedSettings(setup.settings) }, size));
    res.type('pdf').set('Content-Disposition', 'inline').send(pdf);
  });

  router.get('/jobs/:id/cards.pdf', async (req, res) => {
    const { size } = parsed(spotQuery, req.query);
    const job = await wholeJob(db, idParam(req.params.id, 'job'));
    const where = { place: job.place, day: job.day, timeZone: job.place?.timeZone ?? 'UTC' };
    const pages = jobPages(
      job.name,
      where,
      job.setups.map(({ name, settings }) => ({ name, settings: openedSettings(settings) })),
      size,
    );
    res
      .type('pdf')
      .set('Content-Disposition', 'inline')
      .send(await drawingPdf(...pages));
  });
  return router;
}
