import type { Request } from 'express';
import type { Db } from '../db/connect';
import { isHeavy } from './heavy';

const JOB = '5b8c2f0e-0f51-4c3a-9a57-0d8b6a3f1c22';
/** A database in which the job has so many setups. */
const withSetups = (setups: number) => ({ $count: () => Promise.resolve(setups) }) as unknown as Db;
const asked = (method: string, path: string, { bytes = 0, query = {} }: { bytes?: number; query?: object } = {}) =>
  ({ method, path, query, headers: { 'content-length': String(bytes) } }) as unknown as Request;

test('what may take long goes to the process for it, whatever else does not', async () => {
  const heavy = async (request: Request, setups = 7) => isHeavy(withSetups(setups), request);
  expect(await heavy(asked('GET', `/jobs/${JOB}/archive`))).toBe(true);
  expect(await heavy(asked('GET', `/jobs/${JOB}/cards.pdf`))).toBe(true);
  expect(await heavy(asked('GET', `/setups/${JOB}/taken/${JOB}`))).toBe(true);
  expect(await heavy(asked('GET', `/setups/${JOB}`))).toBe(false);
  expect(await heavy(asked('GET', `/jobs/${JOB}/log`))).toBe(true);
  expect(await heavy(asked('POST', `/jobs/${JOB}/log/changes`, { bytes: 2_000_000 }))).toBe(true);
  expect(await heavy(asked('POST', '/frame-sets/x/frames', { bytes: 80_000_000 }))).toBe(true);
  // A hundred items removed.
  expect(await heavy(asked('POST', '/kit/changes', { bytes: 7600 }))).toBe(true);
  expect(await heavy(asked('GET', `/jobs/${JOB}`), 1000)).toBe(true);
  expect(await heavy(asked('GET', `/jobs/${JOB}`))).toBe(false);
  expect(await heavy(asked('GET', `/jobs/${JOB}/log`, { query: { limit: '500' } }))).toBe(false);
  expect(await heavy(asked('POST', `/jobs/${JOB}/log/changes`, { bytes: 900 }))).toBe(false);
  // One item put or removed: to start a process for it would take longer than the change.
  expect(await heavy(asked('POST', '/kit/changes', { bytes: 3000 }))).toBe(false);
  expect(await heavy(asked('GET', '/jobs'), 1000)).toBe(false);
  expect(await heavy(asked('GET', '/jobs/not-an-id'), 1000)).toBe(false);
  expect(await heavy(asked('PUT', `/setups/${JOB}`, { bytes: 4000 }))).toBe(false);
});
