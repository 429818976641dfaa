import { randomUUID } from 'node:crypto';
import { constants as zlib } from 'node:zlib';
import type { Health } from '@gangway/contract/health';
import { sql } from 'drizzle-orm';
import compression from 'compression';
import express, { Router, type Express } from 'express';
import { pinoHttp } from 'pino-http';
import type { Logger } from 'pino';
import { calcRoutes } from './calc';
import { checkRoutes } from './checks';
import type { Printer } from './card/print';
import { cardRoutes } from './card/routes';
import type { Db } from './db/connect';
import { refuseWhenFull, type SpaceWatch } from './diskSpace';
import { jsonOnly, loopbackOnly } from './guard';
import { firstAnswers, jobRoutes } from './jobs';
import { kitRoutes } from './kit';
import { isHeavy } from './lane/heavy';
import type { Lane } from './lane/lane';
import { archiveUpload, archiveRoutes } from './log/archive';
import { levelUpload } from './plate/levelUpload';
import { lensTestRoutes, lensTestUpload } from './lensTests/routes';
import { attachmentUpload, logRoutes } from './log/routes';
import { pages, strictHeaders } from './page';
import { plateRoutes } from './plate/routes';
import { takenRoutes } from './plate/takenRoute';
import { frameUpload, proofRoutes, type ProofParts } from './proof/routes';
import { answerErrors, unknownRoute } from './httpError';
import { purgeRoutes } from './purge';
import { setupRoutes } from './setups';
import { answerInRegion } from './region';

export interface AppParts {
  readonly db: Db;
  readonly logger: Logger;
  /** Where the built pages are; `null` for the API alone. */
  readonly webDir: string | null;
  /** Store and queue of the proofs; without them there are none. */
  readonly proof?: ProofParts;
  /** How full the disks are; without it nothing is refused for that. */
  readonly space?: SpaceWatch;
  /** Ends what is answered for as long as somebody listens. */
  readonly ending?: AbortSignal;
  /** When everything was last backed up; without it Gangway makes no backups of its own. */
  readonly backup?: () => Promise<string | null>;
  /** Makes PDFs; without it they are made here, and other requests wait. */
  readonly print?: Printer;
  /** Answers what takes long; without it that is answered here too. */
  readonly lane?: Lane;
}

/** Server-sent events are not held back until there is enough to compress. */
const isCompressible: compression.CompressionFilter = (req, res) =>
  !String(res.getHeader('Content-Type')).startsWith('text/event-stream') && compression.filter(req, res);

/** Answers are made anew each time: whoever waits gains more by a quick compression than by a few bytes less. */
const QUICKLY: compression.CompressionOptions = { level: 1, brotli: { params: { [zlib.BROTLI_PARAM_QUALITY]: 1 } } };

/** What makes PDFs is loaded with the first one. */
const printOnceLoaded: Printer = async (print) => {
  const { printHere } = await import('./card/print');
  return printHere(print);
};

/** What is answered under `/api`. */
export function createApi({
  db,
  proof,
  space,
  ending,
  backup,
  lane,
  print = printOnceLoaded,
}: Omit<AppParts, 'logger' | 'webDir'>): Router {
  const api = Router();
  if (space) api.use(refuseWhenFull(space));
  if (lane)
    api.use((req, res, next) => {
      isHeavy(db, req).then((heavy) => (heavy ? lane.take(req, res, next) : next()), next);
    });
  if (proof)
    api.use(
      frameUpload(db, proof),
      lensTestUpload({ db, ...proof }),
      levelUpload({ db, ...proof }),
      attachmentUpload(db, proof),
      archiveUpload(db, proof),
    );
  api.use(jsonOnly);
  api.use((_req, res, next) => {
    // Asked for every time, and not sent again while it is the same (RFC 9110, ETag and If-None-Match).
    res.set('Cache-Control', 'private,no-cache');
    next();
  });
  api.get('/health', async (_req, res) => {
    await db.execute(sql`select 1`);
    res.json({
      status: 'ok',
      database: 'ok',
      space: space?.now() ?? null,
      backup: backup ? { at: await backup() } : null,
    } satisfies Health);
  });
  // Before the limit on bodies: a kit that is imported has a larger one of its own.
  api.use(kitRoutes(db));
  api.use(cardRoutes(db, print, proof ?? null));
  if (proof)
    api.use(
      proofRoutes(db, { ...proof, ending }),
      logRoutes(db, proof),
      plateRoutes(db, proof),
      takenRoutes({ db, ...proof }),
      lensTestRoutes({ db, ...proof }),
      archiveRoutes(db, proof),
      purgeRoutes(db, proof.store),
    );
  api.use(express.json({ limit: '256kb' }));
  api.use(calcRoutes());
  api.use(checkRoutes());
  api.use(jobRoutes(db));
  api.use(setupRoutes(db));
  api.use(unknownRoute);
  return api;
}

/** The whole server but for its socket. */
export function createApp({ logger, webDir, ...parts }: AppParts): Express {
  const app = express();
  app.disable('x-powered-by');
  app.use(
    pinoHttp({
      logger,
      genReqId: (_req, res) => {
        const id = randomUUID();
        res.setHeader('X-Request-Id', id);
        return id;
      },
      serializers: {
        req: (req: { id: unknown; method: unknown; url: unknown }) => ({ id: req.id, method: req.method, url: req.url }),
        res: (res: { statusCode: unknown }) => ({ status: res.statusCode }),
      },
      customLogLevel: (_req, res, error) => {
        if (error || res.statusCode >= 500) return 'error';
        if (res.statusCode >= 400) return 'warn';
        return 'info';
      },
    }),
  );
  app.use(...strictHeaders());
  app.use(loopbackOnly);
  app.use(answerInRegion);
  app.use(compression({ filter: isCompressible, ...QUICKLY }));

  app.use('/api', createApi(parts));

  if (webDir !== null) app.use(pages(webDir, (path) => firstAnswers(parts.db, path)));
  app.use(unknownRoute);
  app.use(answerErrors);
  return app;
}
