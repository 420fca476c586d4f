'use client';
import { archiveTakenAnswer } from '@/schema/answers';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { Button, Empty, QuietButton, Small, Warn } from '../../kit/primitives';
import { Archives } from './Archives';
import { type KeptFile, KeptFiles } from './KeptFiles';
import { FormProblem, useForm } from '../../kit/useForm';

interface Props {
  place: string;
  isOnServer: boolean;
  files: KeptFile[];
  archives: KeptFile[];
  warning: string | null;
}

/** The backups there are, one made now, and how one is brought back. */
export function BackupsPage({ isOnServer, archives, ...own }: Props) {
  return (
    <>
      {isOnServer ? <OnServer /> : <OwnBackups {...own} />}
      <div style={{ paddingTop: '2rem' }}>
        <Archives archives={archives} />
      </div>
    </>
  );
}

function OnServer() {
  return (
    <Titled title="Backups" aside="by the server’s own means">
      <p style={{ maxWidth: '70ch' }}>
        <Small>
          The book stands on a PostgreSQL server: whoever keeps that server backs it up (docs/scale.md says how). An archive of it can be
          made below while the shop works.
        </Small>
      </p>
    </Titled>
  );
}

function OwnBackups({ place, files, warning }: Omit<Props, 'isOnServer' | 'archives'>) {
  const router = useRouter();
  const [state, setState] = useState<'idle' | 'making' | 'made'>('idle');
  const form = useForm({}, () => '');
  const make = async () => {
    setState('making');
    setState((await form.send('/api/backups', {})) ? 'made' : 'idle');
    router.refresh();
  };
  return (
    <Titled title="Backups" aside="daily, before each change of the tables, and by hand">
      <p style={{ maxWidth: '70ch', paddingBottom: '0.5rem' }}>
        <Small>
          Each was opened in a scratch base and every seal walked before it got its name. The last ten stay, and of each month the last.
          They lie beside the book, in {place}: copy them to another disk.
        </Small>
      </p>
      {warning && <Warn>{warning}</Warn>}
      <BackupNow make={make} state={state} />
      <FormProblem of={form} />
      {files.length === 0 ? <Empty>No backup yet.</Empty> : <BackupTable files={files} />}
      <HowToRestore />
    </Titled>
  );
}

function BackupNow({ make, state }: { make: () => Promise<void>; state: 'idle' | 'making' | 'made' }) {
  return (
    <p style={{ display: 'flex', gap: '1rem', alignItems: 'center', padding: '0.5rem 0' }}>
      <Button $strong onPress={() => void make()} isDisabled={state === 'making'}>
        {state === 'making' ? 'Making and proving it' : 'Back up now'}
      </Button>
      <span role="status">{state === 'made' && 'Made, opened, and its seals hold.'}</span>
    </p>
  );
}

function HowToRestore() {
  return (
    <p style={{ maxWidth: '70ch', paddingTop: '0.75rem' }}>
      <Small>
        One brought back lies beside the book in a directory of its own, and the book as it stands is backed up first; elsewhere by{' '}
        <code>npm run restore -- FILE DIRECTORY</code>, an empty directory. A file that is not whole is refused and leaves nothing; the book
        that is there is never written over.
      </Small>
    </p>
  );
}

function BackupTable({ files }: { files: Props['files'] }) {
  const router = useRouter();
  const form = useForm({}, () => '');
  const [bringing, setBringing] = useState<string | null>(null);
  const [back, setBack] = useState<{ directory: string; found: string } | null>(null);
  const bring = async (name: string) => {
    setBack(null);
    setBringing(name);
    setBack(await form.send('/api/backups/restore', { name }, archiveTakenAnswer));
    setBringing(null);
    router.refresh();
  };
  return (
    <>
      <KeptFiles
        label="Backups"
        files={files}
        doing={({ name }) => (
          <QuietButton onPress={() => void bring(name)} isDisabled={bringing !== null} aria-label={`Bring back beside the book, ${name}`}>
            {bringing === name ? 'bringing it back' : 'bring back'}
          </QuietButton>
        )}
      />
      <FormProblem of={form} />
      <p role="status" style={{ overflowWrap: 'anywhere' }}>
        {back && (
          <>
            Brought back: {back.found}. It lies in {back.directory}; close the shop and open it with{' '}
            <code>MAVRIN_DATA={back.directory} npm start</code>.
          </>
        )}
      </p>
    </>
  );
}
