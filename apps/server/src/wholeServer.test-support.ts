import { mkdtemp, rm } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { createApp } from './app';
import { openQueue } from './proof/queue';
import { folderStore } from './proof/store/folderStore';
import { testDatabase } from './testDatabase.test-support';

/** The API with all its parts on a database, a store and a queue of its own, nothing working on the queue. */
export async function wholeServer() {
  const logger = pino({ level: 'silent' });
  const database = await testDatabase();
  const folder = await mkdtemp(join(tmpdir(), 'gangway-api-'));
  const boss = await openQueue(database.url, logger);
  const proof = { store: folderStore(join(folder, 'store')), boss, scratch: join(folder, 'scratch'), quotaBytes: null };
  const server = createServer(createApp({ db: database.connection.db, logger, webDir: null, proof })).listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  return {
    base: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    folder,
    database,
    close: async () => {
      server.close();
      await boss.stop({ graceful: false, close: true });
      await database.drop();
      await rm(folder, { recursive: true, force: true });
    },
  };
}
