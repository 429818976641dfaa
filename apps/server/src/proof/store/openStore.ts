import { resolve } from 'node:path';
import { folderStore } from './folderStore';
import type { Store } from './store';

/** Whether a place for a store is a folder, and no bucket. */
export const isFolder = (place: string): boolean => !/^[a-z0-9]+:\/\//.test(place);

/**
 * The store that GANGWAY_STORE names: a folder (a path, the default), or
 * `s3://bucket?region=…&endpoint=…` with the keys in AWS_ACCESS_KEY_ID and
 * AWS_SECRET_ACCESS_KEY. Throws when it is neither.
 */
export async function openStore(place: string, env: Readonly<Record<string, string | undefined>> = process.env): Promise<Store> {
  if (isFolder(place)) return folderStore(resolve(place));
  const url = new URL(place);
  const [accessKeyId, secretAccessKey] = [env.AWS_ACCESS_KEY_ID, env.AWS_SECRET_ACCESS_KEY];
  if (url.protocol !== 's3:' || url.hostname === '')
    throw new Error(`GANGWAY_STORE is ${place}; it must be a folder, or s3://bucket with ?region= and ?endpoint= where they are needed.`);
  if (!accessKeyId || !secretAccessKey)
    throw new Error('GANGWAY_STORE names a bucket; AWS_ACCESS_KEY_ID and AWS_SECRET_ACCESS_KEY must be set for it.');
  // Loaded by those alone who have a bucket.
  const { s3Store } = await import('./s3Store');
  return s3Store({
    bucket: url.hostname,
    region: url.searchParams.get('region') ?? 'us-east-1',
    endpoint: url.searchParams.get('endpoint'),
    accessKeyId,
    secretAccessKey,
  });
}
