import { fixedNumber } from '@gangway/messages/number';
import { diskSpaceText } from '@gangway/messages/server/diskSpace';
import { httpErrorText } from '@gangway/messages/server/httpError';
import { say } from '@gangway/messages/say';
import { STATUS_CODES } from 'node:http';
import { UncleanText, withCleanTexts } from '@gangway/contract/cleanText';
import type { ErrorRequestHandler, RequestHandler } from 'express';
import { firstIssue, type ApiError } from '@gangway/contract/apiError';
import { CoreError } from '@gangway/core/errors';
import { z } from 'zod';

interface RefusalPlace {
  /** Where in what was sent the fault is. */
  readonly path?: readonly (string | number)[];
  /** What else goes out with the error. */
  readonly more?: Readonly<Record<string, unknown>>;
}

/** An answer that is not the one asked for: a status and the error that goes out with it. */
export class HttpError extends Error {
  readonly status: number;
  readonly code: string;
  readonly path: readonly (string | number)[];
  readonly more: Readonly<Record<string, unknown>>;

  constructor(status: number, code: string, message: string, { path = [], more = {} }: RefusalPlace = {}) {
    super(message);
    this.status = status;
    this.code = code;
    this.path = path;
    this.more = more;
  }
}

/** What was sent, parsed; refuses it with the first thing that is wrong. */
export function parsed<T>(schema: z.ZodType<T>, value: unknown): T {
  const result = schema.safeParse(cleaned(value));
  if (result.success) return result.data;
  const { code, message, path } = firstIssue(result.error);
  throw new HttpError(400, code, message, { path });
}

/** What was sent, its texts as they are kept; refuses what cannot be. */
export function cleaned(value: unknown): unknown {
  try {
    return withCleanTexts(value);
  } catch (error) {
    if (!(error instanceof UncleanText)) throw error;
    const path = error.path.map(String).join('.').slice(0, 100);
    throw new HttpError(400, 'bad_text', say(httpErrorText.aTextCannotBeKept, { path }), { path: error.path });
  }
}

/** The name of a file that is sent with it in the address, as it is kept; empty where there is none. */
export function fileNameIn(value: unknown, most: number): string {
  return typeof value === 'string' ? String(cleaned(value)).trim().slice(0, most) : '';
}

/** The id in an address; one that cannot be an id is of nothing that is there. */
export function idParam(value: unknown, what: string): string {
  const result = z.uuid().safeParse(value);
  if (!result.success) throw notThere(what);
  return result.data;
}

export function notThere(what: string): HttpError {
  return new HttpError(404, 'not_found', say(httpErrorText.thereIsNoSuch, { what }));
}

export const unknownRoute: RequestHandler = (req) => {
  throw new HttpError(404, 'not_found', say(httpErrorText.thereIsNothingAt, { method: req.method, path: req.path.slice(0, 100) }));
};

/**
 * The border: every error leaves as problem details (RFC 9457) with the members
 * `error: {code, message, path}` beside them, and what nobody expected is
 * logged and said plainly.
 */
export const answerErrors: ErrorRequestHandler = (error: unknown, req, res, next) => {
  if (res.headersSent) {
    next(error);
    return;
  }
  const refusal = asRefusal(error);
  if (refusal.status >= 500) req.log.error({ err: error }, refusal.message);
  const { status, code, message } = refusal;
  const body: ApiError = {
    type: `urn:gangway:problem:${code}`,
    title: STATUS_CODES[status] ?? code,
    status,
    detail: message,
    instance: `urn:uuid:${typeof req.id === 'string' ? req.id : ''}`,
    error: { code, message, path: [...refusal.path] },
  };
  res
    .status(status)
    .type('application/problem+json')
    .send(JSON.stringify({ ...body, ...refusal.more }));
};

function asRefusal(error: unknown): HttpError {
  if (error instanceof HttpError) return error;
  if (error instanceof CoreError) return new HttpError(400, error.code, error.message, { path: error.path });
  if (databaseIsAway(error)) {
    return new HttpError(503, 'database_unavailable', httpErrorText.theDatabaseIsNotAnswering);
  }
  if (databaseIsFull(error)) return diskFull(null);
  // The package that serves files says so when there is none.
  if (error instanceof Error && 'status' in error && error.status === 404) return notThere('file');
  switch (bodyErrorType(error)) {
    case 'entity.too.large':
      return new HttpError(413, 'too_large', say(httpErrorText.theRequestIsTooLarge, { mostKb: fixedNumber(bodyLimit(error) / 1024, 0) }));
    case 'entity.parse.failed':
      return new HttpError(400, 'not_json', httpErrorText.whatWasSentIsNot);
    case 'encoding.unsupported':
    case 'charset.unsupported':
      return new HttpError(415, 'not_json', httpErrorText.whatWasSentMustBe);
    case 'request.aborted':
      return new HttpError(400, 'aborted', httpErrorText.theRequestWasInterruptedBefore);
  }
  if (error instanceof URIError) return new HttpError(400, 'bad_address', httpErrorText.theAddressCannotBeRead);
  // What reads requests says by a status of its own that one cannot be read: a body that is not packed as it says, for one.
  if (error instanceof Error && 'status' in error && typeof error.status === 'number' && error.status >= 400 && error.status < 500)
    return new HttpError(400, 'bad_request', httpErrorText.theRequestCannotBeRead);
  return new HttpError(500, 'unexpected', httpErrorText.somethingWentWrongThatGangway);
}

/** The most bytes that a body may have, as what reads bodies says. */
function bodyLimit(error: unknown): number {
  return error instanceof Error && 'limit' in error && typeof error.limit === 'number' ? error.limit : 0;
}

function bodyErrorType(error: unknown): string | null {
  return error instanceof Error && 'type' in error && typeof error.type === 'string' ? error.type : null;
}

// Network errors of Node, and PostgreSQL's classes 08 (connection), 57P
// (shutting down, starting up) and 53300 (too many connections).
const AWAY = /^(ECONNREFUSED|ECONNRESET|EPIPE|ETIMEDOUT|EHOSTUNREACH|08\w{3}|57P\d\d|53300)$/;
const AWAY_WORDS = /Connection terminated|timeout exceeded when trying to connect|Query read timeout|connection timeout/i;

/** The refusal of a write for which there is no room. */
export function diskFull(freeBytes: number | null): HttpError {
  const message =
    freeBytes === null ? diskSpaceText.diskFull : say(diskSpaceText.diskFullWithLeft, { freeGb: fixedNumber(freeBytes / 1e9, 1) });
  return new HttpError(507, 'disk_full', message);
}

/** Whether an error means that the database has no room to write (PostgreSQL’s 53100, disk full). */
function databaseIsFull(error: unknown, depth = 0): boolean {
  if (!(error instanceof Error) || depth > 4) return false;
  return ('code' in error && (error.code === '53100' || error.code === 'ENOSPC')) || databaseIsFull(error.cause, depth + 1);
}

/** Whether an error means that the database cannot be reached, however deep it is wrapped. */
export function databaseIsAway(error: unknown, depth = 0): boolean {
  if (!(error instanceof Error) || depth > 4) return false;
  if ('code' in error && typeof error.code === 'string' && AWAY.test(error.code)) return true;
  if (AWAY_WORDS.test(error.message)) return true;
  if (error instanceof AggregateError && error.errors.some((each) => databaseIsAway(each, depth + 1))) return true;
  return databaseIsAway(error.cause, depth + 1);
}
