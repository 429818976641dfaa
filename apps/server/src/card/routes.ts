import { cardText } from '@gangway/messages/server/card';
import { say } from '@gangway/messages/say';
import { Router } from 'express';
import { builtRig } from '@gangway/contract/kit';
import { CARD_SIZES, type CardSize } from '@gangway/core/card/shiftCardDrawing';
import { SPOT_SIZES, type SpotSize } from '@gangway/core/card/cardPages';
import { eq } from 'drizzle-orm';
import { z } from 'zod';
import type { Db } from '../db/connect';
import { jobs } from '../db/schema';
import { wholeJob } from '../jobs';
import { wholeKit } from '../kit';
import { presentSetup } from '../setups';
import { idParam, notThere, parsed, HttpError } from '../httpError';
import type { Printer } from './print';

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

export function cardRoutes(db: Db, print: Printer): Router {
  const router = Router();
  router.get('/kit/rigs/:id/card.pdf', async (req, res) => {
    const id = idParam(req.params.id, 'rig');
    const { size } = parsed(querySchema, req.query);
    const kit = await wholeKit(db);
    const found = kit.rigs.find(({ rig }) => rig.id === id);
    if (!found) throw notThere('rig');
    const rig = builtRig(found.rig, new Map(kit.items.map(({ item }) => [item.id, item])));
    if (!rig) throw new HttpError(409, 'rig_unfinished', say(cardText.isNotCompleteSoIt, { name: found.rig.name }));
    res.type('pdf').send(await print({ kind: 'rig', rig, size }));
  });

  router.get('/setups/:id/card.pdf', async (req, res) => {
    const { size } = parsed(spotQuery, req.query);
    const setup = await presentSetup(db, idParam(req.params.id, 'setup'));
    const [job] = await db.select({ name: jobs.name }).from(jobs).where(eq(jobs.id, setup.jobId));
    const pdf = await print({ kind: 'setup', job: job?.name ?? '', setup: { name: setup.name, settings: setup.settings }, size });
    res.type('pdf').set('Content-Disposition', 'inline').send(pdf);
  });

  router.get('/jobs/:id/cards.pdf', async (req, res) => {
    const { size } = parsed(spotQuery, req.query);
    const job = await wholeJob(db, idParam(req.params.id, 'job'));
    const pdf = await print({
      kind: 'job',
      job: job.name,
      where: { place: job.place, day: job.day, timeZone: job.place?.timeZone ?? 'UTC' },
      setups: job.setups.map(({ name, settings }) => ({ name, settings })),
      size,
    });
    res.type('pdf').set('Content-Disposition', 'inline').send(pdf);
  });
  return router;
}
