'use client';
import { Camera } from 'lucide-react';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { photosOf } from '@/judgement/job/work';
import { useFieldStore, useLive } from '../../fields/context';
import { Button, QuietButton, Small } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { useKeep } from './useKeep';
import { WaitingList } from './WaitingList';

const Strip = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.75rem;
  padding: 0.5rem 0;
  figure {
    width: 10rem;
  }
  img {
    width: 100%;
    height: 7.5rem;
    object-fit: cover;
    border: 1px solid var(--rule);
    display: block;
  }
`;

/** The photos of a step or of the whole job, and the way to take one. One that could not be sent is kept by the browser until it is. */
export function Photos({ step, all = false }: { step: string; all?: boolean }) {
  const { sealed } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const { keep, waiting } = useKeep('photos', step);
  const [caption, setCaption] = useState('');
  const [busy, setBusy] = useState(false);
  const photos = photosOf(live).filter((p) => all || p.step === step);
  const sendAll = async (files: File[]) => {
    setBusy(true);
    setCaption('');
    for (const file of files) await keep(file, file.name, { caption });
    setBusy(false);
  };
  return (
    <section aria-label="Photos" style={{ paddingTop: '0.5rem' }}>
      {photos.length > 0 && <Kept photos={photos} onTakeOut={sealed ? null : (n) => store.put(`photo.${n}.key`, '')} />}
      {!sealed && <TakePhotos sendAll={sendAll} busy={busy} caption={caption} setCaption={setCaption} />}
      <WaitingList waiting={waiting} />
    </section>
  );
}

interface TakePhotosProps {
  sendAll: (files: File[]) => Promise<void>;
  busy: boolean;
  caption: string;
  setCaption: (next: string) => void;
}

function TakePhotos({ sendAll, busy, caption, setCaption }: TakePhotosProps) {
  return (
    <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center', flexWrap: 'wrap' }}>
      <FileTrigger acceptedFileTypes={['image/*']} allowsMultiple onSelect={(list) => void sendAll([...(list ?? [])])}>
        <Button isDisabled={busy}>
          <Camera size={18} aria-hidden /> {busy ? 'Keeping the photo' : 'Add a photo'}
        </Button>
      </FileTrigger>
      <input
        aria-label="What the next photo shows"
        placeholder="what it shows"
        value={caption}
        maxLength={160}
        onChange={(event) => setCaption(event.target.value)}
        style={{ minHeight: 44, border: 0, borderBottom: '1px solid var(--rule)', background: 'none', width: '9rem' }}
      />
    </p>
  );
}

/** The photos there are, each with what it shows. */
function Kept({ photos, onTakeOut }: { photos: ReturnType<typeof photosOf>; onTakeOut: ((n: number) => void) | null }) {
  return (
    <Strip>
      {photos.map((p) => (
        <li key={p.n}>
          <figure>
            <a href={`/api/photos/${p.key}`}>
              {/* Of the shop's own base and already small: nothing for an image service to do. */}
              {/* eslint-disable-next-line @next/next/no-img-element */}
              <img src={`/api/photos/${p.key}?small`} alt={p.caption || `Photo ${p.n} of the job`} />
            </a>
            <figcaption>
              <Small>{p.caption || `Photo ${p.n}`}</Small>
            </figcaption>
            {onTakeOut && (
              <QuietButton onPress={() => onTakeOut(p.n)} aria-label={`Take out photo ${p.n}`}>
                Take out
              </QuietButton>
            )}
          </figure>
        </li>
      ))}
    </Strip>
  );
}
