import { randomUUID } from 'node:crypto';
import { pino } from 'pino';
import { jobs } from './db/schema';
import { logError } from './logError';
import { testDatabase } from './testDatabase.test-support';

test('a failed query is logged without its values', async () => {
  const database = await testDatabase();
  const { db } = database.connection;
  const id = randomUUID();
  await db.insert(jobs).values({ id, name: 'Secret commission\nof two lines' });
  const failed = await db
    .insert(jobs)
    .values({ id, name: 'Secret commission\nof two lines' })
    .catch((error: unknown) => error);
  await database.drop();
  const lines: string[] = [];
  const logger = pino({ serializers: { err: logError } }, { write: (line) => void lines.push(line) });
  logger.error({ err: failed }, 'refused');
  expect(lines.join('')).toContain('insert into');
  expect(lines.join('')).toContain('logError.test');
  expect(lines.join('')).not.toContain('Secret commission');
  expect(lines.join('')).not.toContain('two lines');
  expect(lines.join('')).not.toContain(id);
  // The package’s own serializer would write them.
  const plain: string[] = [];
  pino({}, { write: (line) => void plain.push(line) }).error({ err: failed }, 'refused');
  expect(plain.join('')).toContain('Secret commission');
});
