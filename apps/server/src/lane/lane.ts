import { fork, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { request, type IncomingHttpHeaders } from 'node:http';
import { constants, setPriority } from 'node:os';
import { pipeline } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { httpErrorText } from '@gangway/messages/server/httpError';
import type { RequestHandler } from 'express';
import { HttpError } from '../httpError';

// What takes long is answered by a process of its own, with the same routes, so that
// a change of five thousand shots or the archive of a large job stops nobody else.
// It gets the processor when the server itself does not need it.

/** The header by which that process knows that a request comes from the server itself. */
export const LANE_HEADER = 'x-gangway-lane';

export interface LaneWork {
  readonly databaseUrl: string;
  /** Where the store is, as `GANGWAY_STORE` says it. */
  readonly store: string;
  readonly scratch: string;
  readonly quotaBytes: number | null;
  readonly logLevel: string;
}
/** What the process is told when it begins. */
export type ToLane = LaneWork & { readonly secret: string };
export interface FromLane {
  readonly port: number;
}

export interface Lane {
  /** Answers a request by that process, as if it had been answered here. */
  readonly take: RequestHandler;
  readonly close: () => void;
}

/** The process is started with the first request for it, and anew with the next one where it ended by itself. */
export function openLane(work: LaneWork, ended: (code: number | null) => void): Lane {
  const secret = randomUUID();
  let present: ChildProcess | null = null;
  let listening: Promise<number> | null = null;
  const begun = (): Promise<number> => {
    const fresh = fork(fileURLToPath(new URL('./laneProcess.mjs', import.meta.url)), { stdio: ['ignore', 'inherit', 'inherit', 'ipc'] });
    present = fresh;
    if (fresh.pid !== undefined) setPriority(fresh.pid, constants.priority.PRIORITY_BELOW_NORMAL);
    fresh.send({ ...work, secret } satisfies ToLane);
    return new Promise((done, failed) => {
      fresh.once('message', (message: unknown) => done((message as FromLane).port));
      fresh.once('exit', (code) => {
        if (present === null) return;
        [present, listening] = [null, null];
        ended(code);
        failed(new Error(`the process for long work ended with ${code}`));
      });
    });
  };
  return {
    take: (req, res, next) => {
      const answer = async (): Promise<void> => {
        const port = await (listening ??= begun());
        const headers = {
          ...endToEnd(req.headers),
          // A refusal that comes before all was sent must be read, so the other side may not close at once.
          connection: 'keep-alive',
          [LANE_HEADER]: secret,
          'x-request-id': typeof req.id === 'string' ? req.id : '',
        };
        // A connection of its own: one that was kept could be closed from the other side as it is used.
        const there = request({ host: '127.0.0.1', port, method: req.method, path: req.originalUrl, headers, agent: false });
        let answering = false;
        there.once('response', (answered) => {
          answering = true;
          res.writeHead(answered.statusCode ?? 500, endToEnd(answered.headers));
          // What breaks on the way breaks the answer off.
          pipeline(answered, res, () => undefined);
        });
        there.on('error', (error) => {
          if (!answering && !res.destroyed) next(interrupted(error));
        });
        // Nobody waits for it any more.
        res.once('close', () => res.writableFinished || there.destroy());
        pipeline(req, there, () => undefined);
      };
      answer().catch((error: unknown) => next(interrupted(error)));
    },
    close: () => {
      const last = present;
      present = null;
      last?.kill('SIGTERM');
    },
  };
}

/** Whoever asks tries again: what was written was written whole, or not at all. */
function interrupted(cause: unknown): HttpError {
  const refusal = new HttpError(503, 'interrupted', httpErrorText.theWorkWasInterrupted);
  refusal.cause = cause;
  return refusal;
}

const OF_THE_CONNECTION: ReadonlySet<string> = new Set(['connection', 'keep-alive', 'transfer-encoding', 'expect']);

/** Headers without those that are about the connection that they came by (RFC 9110, 7.6.1). */
function endToEnd(headers: IncomingHttpHeaders): IncomingHttpHeaders {
  return Object.fromEntries(Object.entries(headers).filter(([name]) => !OF_THE_CONNECTION.has(name)));
}
