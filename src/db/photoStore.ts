import { mkdir, open, readFile, rename } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { AwsClient } from 'aws4fetch';
import { v4 } from 'uuid';
import { syncToDisk } from './durable';

/** Where pictures lie that are not in the base: a directory, or a store that speaks S3. Each is named by its fingerprint, so that putting it twice is putting it once, and none is ever changed. */

export type PhotoSize = 'whole' | 'small';

export interface PhotoStore {
  /** Returns once it would outlive a power cut. */
  put(key: string, size: PhotoSize, bytes: Uint8Array): Promise<void>;
  /** Null where there is none of that name. */
  get(key: string, size: PhotoSize): Promise<Uint8Array | null>;
}

/** A store that does not answer, or refuses: a picture is then neither kept nor shown. */
export class PhotoStoreAway extends Error {
  constructor(why: string) {
    super(`The store of pictures does not answer as it should (${why}). Nothing was written; try again in a moment.`);
    this.name = 'PhotoStoreAway';
  }
}

/** Thousands in one directory are slow to look through: the first two signs are a directory of their own. */
const nameOf = (key: string, size: PhotoSize): string => `${key.slice(0, 2)}/${key}${size === 'small' ? '.small' : ''}.jpg`;

export function directoryStore(directory: string): PhotoStore {
  return {
    put: async (key, size, bytes) => {
      const path = join(directory, nameOf(key, size));
      await mkdir(dirname(path), { recursive: true });
      // Under a name of its own until it is whole, so that two who put the same do not write into each other.
      const part = `${path}.${v4()}.part`;
      const file = await open(part, 'w');
      await file.writeFile(bytes).finally(() => file.close());
      await syncToDisk(part);
      await rename(part, path);
      await syncToDisk(dirname(path));
    },
    get: (key, size) =>
      readFile(join(directory, nameOf(key, size))).catch((failure: NodeJS.ErrnoException) => {
        if (failure.code === 'ENOENT') return null;
        throw new PhotoStoreAway(failure.code ?? failure.message);
      }),
  };
}

interface S3Place {
  /** http(s)://HOST[:PORT], without the bucket. */
  endpoint: string;
  bucket: string;
  prefix: string;
  region: string;
  accessKeyId: string;
  secretAccessKey: string;
}

/** Addresses by path (ENDPOINT/BUCKET/KEY), signed with signature version 4. */
export function s3Store({ endpoint, bucket, prefix, region, accessKeyId, secretAccessKey }: S3Place): PhotoStore {
  const client = new AwsClient({ accessKeyId, secretAccessKey, region, service: 's3', retries: 2 });
  const at = (key: string, size: PhotoSize) => `${endpoint}/${bucket}/${prefix}${nameOf(key, size)}`;
  const asked = (url: string, init: RequestInit) =>
    client.fetch(url, init).catch((failure: unknown) => {
      throw new PhotoStoreAway(failure instanceof Error ? failure.message : String(failure));
    });
  return {
    put: async (key, size, bytes) => {
      const answer = await asked(at(key, size), { method: 'PUT', body: new Uint8Array(bytes), headers: { 'content-type': 'image/jpeg' } });
      if (!answer.ok) throw new PhotoStoreAway(`it answered ${answer.status}`);
    },
    get: async (key, size) => {
      const answer = await asked(at(key, size), {});
      if (answer.status === 404) return null;
      if (!answer.ok) throw new PhotoStoreAway(`it answered ${answer.status}`);
      return new Uint8Array(await answer.arrayBuffer());
    },
  };
}

/** The store MAVRIN_PHOTOS names: a directory, or s3://BUCKET[/PREFIX] with MAVRIN_S3_ENDPOINT, _REGION, _KEY and _SECRET; null where new pictures go into the base. */
export function photoStore(environment: Record<string, string | undefined> = process.env): PhotoStore | null {
  const place = environment.MAVRIN_PHOTOS ?? '';
  if (place === '') return null;
  if (!place.startsWith('s3://')) return directoryStore(place);
  const [bucket = '', ...prefix] = place.slice('s3://'.length).split('/').filter(Boolean);
  const { MAVRIN_S3_ENDPOINT: endpoint, MAVRIN_S3_KEY: accessKeyId, MAVRIN_S3_SECRET: secretAccessKey } = environment;
  if (bucket === '' || !endpoint || !accessKeyId || !secretAccessKey)
    throw new PhotoStoreAway(
      'MAVRIN_PHOTOS names a bucket; MAVRIN_S3_ENDPOINT, MAVRIN_S3_KEY and MAVRIN_S3_SECRET say where it is and who asks',
    );
  return s3Store({
    endpoint: endpoint.replace(/\/$/, ''),
    bucket,
    prefix: prefix.map((part) => `${part}/`).join(''),
    region: environment.MAVRIN_S3_REGION ?? 'us-east-1',
    accessKeyId,
    secretAccessKey,
  });
}

/** A picture that lies outside the base. Null where the store has none of that name; throws where there is no store. */
export async function photoOutside(key: string, size: PhotoSize): Promise<Uint8Array | null> {
  const store = photoStore();
  if (!store) throw new PhotoStoreAway('a picture lies outside the base, and MAVRIN_PHOTOS names no store');
  return store.get(key, size);
}
