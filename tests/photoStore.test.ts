import { createHash, createHmac } from 'node:crypto';
import { rmSync, writeFileSync } from 'node:fs';
import { createServer, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { join } from 'node:path';
import { buffer } from 'node:stream/consumers';
import sharp from 'sharp';
import { everyChecksum, openArchive } from '@/db/archive/read';
import { writeArchive } from '@/db/archive/write';
import { db } from '@/db/client';
import { directoryStore, type PhotoStore, s3Store } from '@/db/photoStore';
import { manyTornBytes } from '@/db/queries/seals';
import { keepPhoto, photoOf } from '@/server/jobs/logbook';
import { takeIn } from '@/server/jobs/takeIn';
import { get } from './answers';
import { sha } from './oddBook';
import { onDisk, scratch } from './onDisk';

/** Pictures in a directory, or in a store that speaks S3, behind one interface: kept there before a row names them, read from there, and in the archive where they always are. */

onDisk('photos');
const directory = scratch('photos');
const [KEY, SECRET, REGION] = ['the-shop', 'hush', 'here'];

const hmac = (key: string | Buffer, text: string) => createHmac('sha256', key).update(text).digest();

/** Whether a request is signed as its owner would (AWS Signature Version 4, its documentation's steps), reckoned here a second time. */
function isSigned(request: IncomingMessage): boolean {
  const [, day, signedHeads, signature] =
    /Credential=the-shop\/(\d{8})\/here\/s3\/aws4_request, SignedHeaders=([a-z0-9;-]+), Signature=([0-9a-f]{64})/.exec(
      request.headers.authorization ?? '',
    ) ?? [];
  if (!day) return false;
  const heads = signedHeads!.split(';').map((name) => `${name}:${String(request.headers[name]).trim()}\n`);
  const payload = String(request.headers['x-amz-content-sha256']);
  const canonical = [request.method, request.url, '', heads.join(''), signedHeads, payload].join('\n');
  const scope = `${day}/${REGION}/s3/aws4_request`;
  const toSign = ['AWS4-HMAC-SHA256', request.headers['x-amz-date'], scope, createHash('sha256').update(canonical).digest('hex')].join(
    '\n',
  );
  const key = ['s3', 'aws4_request'].reduce((k, part) => hmac(k, part), hmac(hmac(`AWS4${SECRET}`, day), REGION));
  return hmac(key, toSign).toString('hex') === signature;
}

/** A store in the hand of a test; what it refuses it says so. */
const kept = new Map<string, Buffer>();
let isAway = false;
let s3: Server;
beforeAll(async () => {
  s3 = createServer((request, answer) => {
    void buffer(request).then((body) => {
      if (isAway) return answer.writeHead(400).end();
      if (!isSigned(request)) return answer.writeHead(403).end();
      if (request.method === 'PUT') kept.set(request.url!, body);
      const found = kept.get(request.url!);
      return found ? answer.end(found) : answer.writeHead(404).end();
    });
  });
  await new Promise<void>((done) => s3.listen(0, '127.0.0.1', done));
});
afterAll(() => {
  s3.close();
  delete process.env.MAVRIN_PHOTOS;
});
const endpoint = () => `http://127.0.0.1:${(s3.address() as AddressInfo).port}`;
const s3At = (secretAccessKey = SECRET) =>
  s3Store({ endpoint: endpoint(), bucket: 'pictures', prefix: 'shop/', region: REGION, accessKeyId: KEY, secretAccessKey });

const stores: [string, () => PhotoStore][] = [
  ['a directory', () => directoryStore(directory())],
  ['a store that speaks S3', () => s3At()],
];
test.each(stores)('%s gives back what was put, twice put is once, and has nothing by other names', async (_, made) => {
  const store = made();
  const bytes = new Uint8Array([1, 2, 3, 255, 0]);
  const key = sha(bytes);
  await store.put(key, 'whole', bytes);
  await store.put(key, 'whole', bytes);
  await store.put(key, 'small', bytes.subarray(0, 2));
  expect(Buffer.from((await store.get(key, 'whole'))!)).toEqual(Buffer.from(bytes));
  expect((await store.get(key, 'small'))!.byteLength).toBe(2);
  expect(await store.get('0'.repeat(64), 'whole')).toBeNull();
});

test('whoever signs with another secret is refused, in words without it', async () => {
  await expect(s3At('other').put('a'.repeat(64), 'whole', new Uint8Array(1))).rejects.toThrow(
    /does not answer as it should \(it answered 403\)/,
  );
});

test.each(['a directory', 'a store that speaks S3'])(
  'a photo of a job lies in %s, is shown, sealed and archived from there; where it is gone or another, that is found',
  async (where) => {
    const place = directory();
    if (where === 'a directory') process.env.MAVRIN_PHOTOS = place;
    else
      Object.assign(process.env, {
        MAVRIN_PHOTOS: 's3://pictures/shop',
        MAVRIN_S3_ENDPOINT: endpoint(),
        MAVRIN_S3_KEY: KEY,
        MAVRIN_S3_SECRET: SECRET,
        MAVRIN_S3_REGION: REGION,
      });
    const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: where } };
    const { jobId } = get(await takeIn({ customer: { name: 'Wenna Trask', phone: '' }, machine: { figures }, promisedOn: '2026-12-04' }));
    const jpeg = await sharp({
      create: { width: 90, height: 60, channels: 3, background: where === 'a directory' ? '#0f6b6b' : '#7a2e5d' },
    })
      .jpeg()
      .toBuffer();
    const key = get(await keepPhoto(jobId, jpeg, { step: '', caption: '', technicianId: null }))[0]!.text;
    const base = await db();
    const torn = async () => (await manyTornBytes(base)).filter((t) => t.jobId === jobId);
    expect(await base.one('SELECT jpeg IS NULL AND small_jpeg IS NULL AS outside FROM photo WHERE key = $1', [key])).toEqual({
      outside: true,
    });
    expect(sha((await photoOf(key, 'whole'))!)).toBe(key);
    expect(await torn()).toEqual([]);

    const path = join(directory(), 'book.zip');
    const manifest = await base.snapshot((sql) => writeArchive(sql, path));
    expect(manifest.files[`files/photo/${key}.jpg`]!.sha256).toBe(key);
    const archive = await openArchive(path);
    await everyChecksum(archive).finally(() => archive.close());

    // Somebody put another picture in its place, then none.
    const file = join(place, key.slice(0, 2), `${key}.jpg`);
    const object = `/pictures/shop/${key.slice(0, 2)}/${key}.jpg`;
    if (where === 'a directory') writeFileSync(file, 'other');
    else kept.set(object, Buffer.from('other'));
    expect(await torn()).toEqual([{ jobId, key }]);
    if (where === 'a directory') rmSync(file);
    else kept.delete(object);
    expect(await torn()).toEqual([{ jobId, key }]);
    await expect(base.snapshot((sql) => writeArchive(sql, join(directory(), 'without.zip')))).rejects.toThrow(/is not in the store/);
    // Nothing of this one is left for the next, which archives the whole book.
    process.env.MAVRIN_PHOTOS = '';
    await expect(photoOf(key, 'whole')).rejects.toThrow(/MAVRIN_PHOTOS names no store/);
    await base.none('ALTER TABLE photo DISABLE TRIGGER USER');
    await base.none('DELETE FROM photo');
    await base.none('ALTER TABLE photo ENABLE TRIGGER USER');
  },
);

test('a store that is away: the photo is refused, and nothing of it is written', async () => {
  const base = await db();
  const count = () => base.one('SELECT (SELECT count(*) FROM photo) AS photos, (SELECT count(*) FROM entry) AS entries');
  const before = await count();
  isAway = true;
  process.env.MAVRIN_PHOTOS = 's3://pictures/shop';
  const { id } = await base.one<{ id: number }>('SELECT max(id) AS id FROM job');
  const jpeg = await sharp({ create: { width: 90, height: 61, channels: 3, background: '#000' } })
    .jpeg()
    .toBuffer();
  await expect(keepPhoto(id, jpeg, { step: '', caption: '', technicianId: null })).rejects.toThrow(/store of pictures does not answer/);
  expect(await count()).toEqual(before);
});
