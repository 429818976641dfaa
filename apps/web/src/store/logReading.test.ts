import type { LogPage } from '@gangway/contract/log';
import type { Shot } from '@gangway/core/log/shotFields';
import { logFrom, logReader, withPage, type KnownLog } from './logReading';

const shot = (id: string, at = `2026-06-01T10:00:0${id}.000Z`, remarks = '') => ({ id, at, remarks }) as Shot;
const page = (more: Partial<LogPage>): LogPage => ({
  shots: [],
  versions: {},
  removed: [],
  attachments: null,
  cursor: 'end',
  more: false,
  ...more,
});

describe('a log that is read in pages', () => {
  test('gathers the pages, and lists the shots in the order of time whatever the order of pages', async () => {
    const asked: string[] = [];
    const pages = [
      page({ shots: [shot('3'), shot('1')], versions: { 3: 1, 1: 4 }, attachments: [], cursor: 'a b', more: true }),
      page({ shots: [shot('2')], versions: { 2: 1 } }),
    ];
    const read = logReader<string>((path) => {
      asked.push(path);
      const next = pages.shift();
      return Promise.resolve(next ? { page: next } : { refusal: 'no more', stale: false });
    });
    const result = await read('job', null);
    if ('refusal' in result) throw new Error(result.refusal);
    expect(asked).toEqual(['jobs/job/log?limit=2000', 'jobs/job/log?limit=2000&cursor=a%20b']);
    expect(logFrom(result.known)).toEqual({ shots: [shot('1'), shot('2'), shot('3')], versions: { 1: 4, 2: 1, 3: 1 }, attachments: [] });
  });

  test('takes over what changed since: changed, new and removed shots, and photographs where they changed', () => {
    const known = withPage(null, page({ shots: [shot('1'), shot('2')], versions: { 1: 1, 2: 1 }, attachments: [{ id: 'p' } as never] }));
    const changed = shot('1', undefined, 'moved');
    const next = withPage(known, page({ shots: [changed, shot('3')], versions: { 1: 2, 3: 1 }, removed: ['2'], cursor: 'later' }));
    expect(logFrom(next)).toEqual({ shots: [changed, shot('3')], versions: { 1: 2, 3: 1 }, attachments: [{ id: 'p' }] });
    expect(next.cursor).toBe('later');
    // What was known before is as it was.
    expect([...known.shots.keys()]).toEqual(['1', '2']);
    expect(logFrom(withPage(next, page({ attachments: [] }))).attachments).toEqual([]);
  });

  test('is read from its beginning where its place does not hold any more, and anything else is told', async () => {
    const known: KnownLog = withPage(null, page({ shots: [shot('1')], versions: { 1: 1 }, cursor: 'old' }));
    const read = logReader<string>((path) =>
      Promise.resolve(
        path.includes('cursor=old') ? { refusal: 'stale', stale: true } : { page: page({ shots: [shot('2')], versions: { 2: 1 } }) },
      ),
    );
    const result = await read('job', known);
    // Nothing of before is taken along.
    expect('known' in result && logFrom(result.known).shots).toEqual([shot('2')]);
    expect(await logReader<string>(() => Promise.resolve({ refusal: 'away', stale: false }))('job', known)).toEqual({ refusal: 'away' });
    expect(await logReader<string>(() => Promise.resolve({ refusal: 'gone', stale: true }))('job', null)).toEqual({ refusal: 'gone' });
  });
});
