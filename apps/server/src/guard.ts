import { guardText } from '@gangway/messages/server/guard';
import type { RequestHandler } from 'express';
import { HttpError } from './httpError';

const LOOPBACK_NAMES = ['127.0.0.1', 'localhost', '[::1]'];

/**
 * Takes only requests addressed to this machine by one of its own names (so
 * that a foreign name pointed at loopback reaches nothing), and changes only
 * from Gangway's own pages. There is no CORS: no other page may read either.
 */
export const loopbackOnly: RequestHandler = (req, _res, next) => {
  const port = req.socket.localPort ?? 0;
  const names = LOOPBACK_NAMES.flatMap((name) => (port === 80 ? [name, `${name}:80`] : [`${name}:${port}`]));
  const host = req.headers.host ?? '';
  if (!names.includes(host)) {
    throw new HttpError(421, 'host_not_allowed', guardText.gangwayAnswersOnlyAtIts);
  }
  const { origin } = req.headers;
  if (origin !== undefined && !names.some((name) => origin === `http://${name}`)) {
    throw new HttpError(403, 'origin_not_allowed', guardText.gangwayTakesRequestsOnlyFrom);
  }
  next();
};

/** A body that changes something must be JSON: a form on a foreign page cannot send that. */
export const jsonOnly: RequestHandler = (req, _res, next) => {
  const hasBody = req.headers['content-length'] !== undefined && req.headers['content-length'] !== '0';
  if ((hasBody || req.headers['transfer-encoding'] !== undefined) && !req.is('application/json')) {
    throw new HttpError(415, 'not_json', guardText.whatIsSentMustBe);
  }
  next();
};
