import { createHash } from 'node:crypto';
import { MACHINE_LIMITS, isTooDeep } from '@/db/archive/limits';
import { ArchiveRefused, bytesIn, everyChecksum, openChecked } from '@/db/archive/read';
import { type MachineHandedOver, machineHandedOver, machineManifest } from '@/schema/handOver';
import { readSetup, UnreadableDocument } from '@/schema/stored';

/** What a thread runs: opens a machine's file from another shop and reads its document. A file that is broken on purpose ends the thread, never the shop. */

export type MachineFileRead =
  { ok: true; document: MachineHandedOver; earlier: MachineHandedOver[]; digest: string } | { ok: false; words: string };

/** A machine with twenty years of jobs has some megabytes. From memory. */
const MAX_DOCUMENT_BYTES = 16_000_000;

const readDocument = (value: unknown, at: string): MachineHandedOver => {
  const read = machineHandedOver.safeParse(value);
  if (read.success) return read.data;
  const path = [...(at === '' ? [] : [at]), ...(read.error.issues[0]?.path ?? [])].join('.');
  throw new ArchiveRefused(`machine.json cannot be read at ${path}.`);
};

async function read(path: string): Promise<Extract<MachineFileRead, { ok: true }>> {
  const archive = await openChecked(path, (manifest) => machineManifest.parse(manifest), MACHINE_LIMITS);
  try {
    // Every file to its checksum before a word of it is believed.
    await everyChecksum(archive);
    if ((archive.manifest.files['machine.json']?.bytes ?? 0) > MAX_DOCUMENT_BYTES)
      throw new ArchiveRefused('machine.json is longer than any machine’s.');
    const json = await bytesIn(archive.parts('machine.json'));
    if (isTooDeep(json)) throw new ArchiveRefused('machine.json has brackets within brackets no document has.');
    const document = readDocument(JSON.parse(json.toString()), '');
    const earlier = document.earlier.map((e, i) => readDocument(e, `earlier.${i}`));
    for (const shop of [...earlier, document]) for (const { id, document: of } of shop.setups) readSetup(of, id);
    return { ok: true, document: { ...document, earlier }, earlier, digest: createHash('sha256').update(json).digest('hex') };
  } finally {
    archive.close();
  }
}

export default function readMachineFile({ path }: { path: string }): Promise<MachineFileRead> {
  return read(path).catch((failure: unknown) => {
    if (failure instanceof ArchiveRefused || failure instanceof SyntaxError || failure instanceof UnreadableDocument)
      return { ok: false as const, words: failure.message };
    throw failure;
  });
}
