'use client';
import { archiveAnswer, archiveTakenAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { Titled } from '../../kit/parts';
import { Button, Empty, Small } from '../../kit/primitives';
import { FormProblem, useForm } from '../../kit/useForm';
import { type KeptFile, KeptFiles } from './KeptFiles';

/** The book in forms others can read: made, handed on, and taken in beside the book. */
export function Archives({ archives }: { archives: readonly KeptFile[] }) {
  const router = useRouter();
  const form = useForm({}, () => '');
  const [doing, setDoing] = useState<'making' | 'taking' | null>(null);
  const [said, setSaid] = useState('');
  const make = async () => {
    setDoing('making');
    setSaid('');
    const made = await form.send('/api/backups/archives', {}, archiveAnswer);
    setDoing(null);
    if (made) setSaid(`Made and read back: ${made.found}.`);
    router.refresh();
  };
  const take = async (file: File | undefined) => {
    if (!file) return;
    setDoing('taking');
    setSaid('');
    const taken = await form.send('/api/backups/archives/incoming', file, archiveTakenAnswer);
    setDoing(null);
    if (taken)
      setSaid(
        `Taken in: ${taken.found}. It lies in ${taken.directory}; close the shop and open it with MAVRIN_DATA=${taken.directory} npm start.`,
      );
  };
  return (
    <Titled title="Archives" aside="the whole book, in forms others can read">
      <p style={{ maxWidth: '70ch', paddingBottom: '0.5rem' }}>
        <Small>
          A zip: every table as CSV, every document as JSON, photos and voice notes as files, a checksum for each. An archive of the same
          book is the same file; one taken in lies beside the book in a directory of its own, proven, the book that is open is not touched.
          Passcodes lie in it as salted hashes: hand it only to whom you would hand the book.
        </Small>
      </p>
      <p style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap', padding: '0.5rem 0' }}>
        <Button $strong onPress={() => void make()} isDisabled={doing !== null}>
          {doing === 'making' ? 'Making it and reading it back' : 'Make an archive'}
        </Button>
        <FileTrigger acceptedFileTypes={['application/zip', '.zip']} onSelect={(files) => void take(files?.[0])}>
          <Button isDisabled={doing !== null}>{doing === 'taking' ? 'Taking it in' : 'Take an archive in'}</Button>
        </FileTrigger>
      </p>
      <FormProblem of={form} />
      <p role="status" style={{ overflowWrap: 'anywhere' }}>
        {said}
      </p>
      {archives.length === 0 ? <Empty>No archive yet.</Empty> : <ArchiveTable archives={archives} />}
    </Titled>
  );
}

const ArchiveTable = ({ archives }: { archives: readonly KeptFile[] }) => (
  <KeptFiles
    label="Archives"
    files={archives}
    name={({ name }) => (
      <a href={`/api/backups/archives/${name}`} download style={{ display: 'inline-flex', minHeight: 44, alignItems: 'center' }}>
        {name}
      </a>
    )}
  />
);
