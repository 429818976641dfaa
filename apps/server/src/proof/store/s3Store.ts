import { createReadStream, createWriteStream } from 'node:fs';
import { rename, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { DeleteObjectCommand, GetObjectCommand, PutObjectCommand, S3Client } from '@aws-sdk/client-s3';
import { checkedKey, type Store } from './store';

export interface S3Place {
  readonly bucket: string;
  readonly region: string;
  /** For anything that is not the maker's own service. */
  readonly endpoint: string | null;
  readonly accessKeyId: string;
  readonly secretAccessKey: string;
}

/** Files in a bucket of a store that speaks S3. */
export function s3Store({ bucket, region, endpoint, accessKeyId, secretAccessKey }: S3Place): Store {
  const client = new S3Client({
    region,
    ...(endpoint === null ? {} : { endpoint, forcePathStyle: true }),
    credentials: { accessKeyId, secretAccessKey },
    requestChecksumCalculation: 'WHEN_REQUIRED',
    responseChecksumValidation: 'WHEN_REQUIRED',
  });
  const stream = async (key: string): Promise<Readable> => {
    const { Body } = await client.send(new GetObjectCommand({ Bucket: bucket, Key: checkedKey(key) }));
    if (!(Body instanceof Readable)) throw new Error(`the store answered ${key} without a body`);
    return Body;
  };
  return {
    put: async (key, path) => {
      const { size } = await stat(path);
      await client.send(new PutObjectCommand({ Bucket: bucket, Key: checkedKey(key), Body: createReadStream(path), ContentLength: size }));
    },
    local: async (key, scratch) => {
      const to = join(scratch, basename(key));
      // Under another name first: nobody takes half a file for a whole one.
      await pipeline(await stream(key), createWriteStream(`${to}.part`));
      await rename(`${to}.part`, to);
      return to;
    },
    stream,
    remove: async (key) => {
      await client.send(new DeleteObjectCommand({ Bucket: bucket, Key: checkedKey(key) }));
    },
    free: () => Promise.resolve(null),
  };
}
