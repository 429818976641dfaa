import PgBoss from 'pg-boss';
import type { Logger } from 'pino';

/** The queue of assemblies, kept in the database. */
export const QUEUE = 'assemble';

export interface Queued {
  readonly assemblyId: string;
}

/** The queue, ready to be sent to and worked from; its own tables are made when they are not there. */
export async function openQueue(url: string, logger: Logger): Promise<PgBoss> {
  const boss = new PgBoss({ connectionString: url, max: 3, application_name: 'gangway-queue' });
  boss.on('error', (error) => logger.warn({ err: error }, 'the queue reports an error'));
  await boss.start();
  await boss.createQueue(QUEUE);
  return boss;
}

/** Puts an assembly into the queue. What is lost on the way is found and sent again by the workers. */
export async function enqueue(boss: PgBoss, assemblyId: string): Promise<void> {
  await boss.send(QUEUE, { assemblyId } satisfies Queued, { retryLimit: 0, expireInHours: 6 });
}
