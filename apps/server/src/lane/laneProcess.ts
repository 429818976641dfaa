import type { AddressInfo } from 'node:net';
import express from 'express';
import { pino } from 'pino';
import { pinoHttp } from 'pino-http';
import { createApi } from '../app';
import { printInThread } from '../card/printInThread';
import { connect } from '../db/connect';
import { answerErrors } from '../httpError';
import { logError } from '../logError';
import { openQueue } from '../proof/queue';
import { openStore } from '../proof/store/openStore';
import { answerInRegion } from '../region';
import { LANE_HEADER, type FromLane, type ToLane } from './lane';

// The process for what takes long: the routes of the server on connections of its
// own. Only the server itself is answered; it has guarded the request already.
process.once('message', (work: ToLane) => void listen(work));
// Without the server there is nobody to answer.
process.once('disconnect', () => process.exit(0));
// Ctrl+C at a terminal reaches every process of it; the server says when this one ends.
process.on('SIGINT', () => undefined);

async function listen({ databaseUrl, store, scratch, quotaBytes, secret, logLevel }: ToLane): Promise<void> {
  const logger = pino({ level: logLevel, base: { pid: process.pid }, serializers: { err: logError } });
  const { db } = connect(databaseUrl, logger);
  const boss = await openQueue(databaseUrl, logger);
  const app = express();
  app.disable('x-powered-by');
  app.use((req, res, next) => {
    if (req.headers[LANE_HEADER] === secret) next();
    else res.status(403).end();
  });
  app.use(pinoHttp({ logger, autoLogging: false, genReqId: (req) => String(req.headers['x-request-id']) }));
  app.use(answerInRegion);
  app.use('/api', createApi({ db, proof: { store: await openStore(store), boss, scratch, quotaBytes }, print: printInThread() }));
  app.use(answerErrors);
  const server = app.listen(0, '127.0.0.1', () => {
    const { port } = server.address() as AddressInfo;
    process.send?.({ port } satisfies FromLane);
  });
  // What is under way may be finished, as long as the server waits for it.
  process.once('SIGTERM', () => {
    server.close(() => process.exit(0));
    setTimeout(() => process.exit(0), 1000);
  });
}
