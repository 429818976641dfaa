import { outcomeOf } from './send';
import type { Write } from './write';

const setup = { write: { kind: 'setup' } as Write };
const removal = { write: { kind: 'removal', back: false } as Write };
const refusal = (message: string, more: object = {}) => ({ error: { code: 'x', message, path: [] }, ...more });

describe('an answer to a change', () => {
  test.each([
    [200, { id: 1 }, 'done'],
    [201, { id: 1 }, 'done'],
    // An answer that cannot be read is not taken for success.
    [200, null, 'failed'],
    [409, refusal('changed', { present: {} }), 'conflict'],
    // A conflict without the present state is a plain refusal: a job that is full.
    [409, refusal('too many'), 'refused'],
    [400, refusal('focus'), 'refused'],
    [413, refusal('large'), 'refused'],
    [507, refusal('no room'), 'refused'],
    [404, refusal('no such'), 'gone'],
    [410, refusal('deleted'), 'gone'],
    // The server says nothing about the change itself: it is sent again.
    [502, null, 'away'],
    [503, refusal('database'), 'away'],
    [504, null, 'away'],
    [429, null, 'away'],
    // It could not process this change; after some attempts that is said.
    [500, refusal('unexpected'), 'failed'],
    [501, null, 'failed'],
  ])('%i with %j means %s', (status, body, kind) => {
    expect(outcomeOf(setup, { status, body }).kind).toBe(kind);
  });

  test('carries the server’s own words', () => {
    expect(outcomeOf(setup, { status: 503, body: refusal('The database is not answering.') })).toEqual({
      kind: 'away',
      message: 'The database is not answering.',
    });
  });

  test('that something to be deleted is gone already is success', () => {
    expect(outcomeOf(removal, { status: 404, body: refusal('no such') }).kind).toBe('done');
    expect(outcomeOf({ write: { kind: 'removal', back: true } as Write }, { status: 404, body: refusal('no such') }).kind).toBe('gone');
  });
});
