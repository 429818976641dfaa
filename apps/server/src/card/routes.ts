import { cardText } from '@gangway/messages/server/card';
import { say } from '@gangway/messages/say';
import { Router, type Request } from 'express';
import { builtRig } from '@gangway/contract/kit';
import { openedSettings, type StoredSettings } from '@gangway/contract/storedSetup';
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
import type { LogParts } from '../log/routes';
import { viewOf } from '../plate/photographFile';
import type { Pictures } from './pdf';
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

/** How wide or high a photograph is printed from, px: 300 to the inch on a card. */
const PRINTED_PX = 900;

export function cardRoutes(db: Db, print: Printer, parts: LogParts | null): Router {
  const router = Router();

  /** The photographs that setups are planned on; one that is gone is left out, and the card says so. */
  async function picturesOf(req: Request, setups: readonly { readonly settings: StoredSettings }[]): Promise<Pictures> {
    if (!parts) return {};
    const ids = new Set(setups.flatMap(({ settings }) => openedSettings(settings).plate?.pictureId ?? []));
    const pictures: Record<string, Uint8Array> = {};
    for (const id of ids)
      try {
        pictures[id] = await viewOf({ db, ...parts }, id, PRINTED_PX);
      } catch (error) {
        req.log.warn({ err: error, photograph: id }, 'a photograph is left out of a card');
      }
    return pictures;
  }

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
    const { name, settings } = setup;
    const pictures = await picturesOf(req, [setup]);
    const pdf = await print({ kind: 'setup', job: job?.name ?? '', setup: { name, settings }, size, pictures });
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
      pictures: await picturesOf(req, job.setups),
    });
    res.type('pdf').set('Content-Disposition', 'inline').send(pdf);
  });
  return router;
}
