'use client';
import { Mic, Square } from 'lucide-react';
import { useEffect, useRef, useState, useSyncExternalStore } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { clockText, voicesOf } from '@/judgement/job/work';
import { useFieldStore, useLive } from '../../fields/context';
import { useBench } from '../../job/BenchContext';
import { Button, QuietButton, Small } from '../../kit/primitives';
import { useKeep } from './useKeep';

const List = styled.ul`
  display: flex;
  flex-direction: column;
  gap: 0.25rem;
  padding: 0.25rem 0;
  li {
    display: flex;
    flex-wrap: wrap;
    gap: 0.75rem;
    align-items: center;
  }
  audio {
    height: 44px;
    max-width: 16rem;
  }
`;

/** A browser records only where the page is opened safely; elsewhere the device's own recorder gives a file. */
const canRecord = () => typeof MediaRecorder !== 'undefined' && navigator.mediaDevices !== undefined;

interface Spoken {
  sound: Blob;
  seconds: number;
}

/** What dirty hands would not type: spoken, kept with its step, and heard again from the record. One that could not be sent stays until it is. */
export function Voice({ step, all = false }: { step: string; all?: boolean }) {
  const { sealed } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const keep = useKeep('voice');
  const [unsent, setUnsent] = useState<Spoken | null>(null);
  const [problem, setProblem] = useState('');
  const voices = voicesOf(live).filter((v) => all || v.step === step);
  const send = async (spoken: Spoken) => {
    setUnsent(spoken);
    const failed = await keep(spoken.sound, { step, seconds: String(spoken.seconds) });
    setProblem(failed ?? '');
    if (failed === null) setUnsent(null);
  };
  return (
    <section aria-label="Voice notes">
      {voices.length > 0 && (
        <List>
          {voices.map(({ n, key, seconds }) => (
            <li key={n}>
              {/* Spoken at the bench by the technician: there is no written track. */}
              <audio controls preload="none" src={`/api/voices/${key}`} aria-label={`Voice note ${n}`} />
              <Small>{seconds === null ? `Voice note ${n}` : clockText(seconds)}</Small>
              {!sealed && (
                <QuietButton onPress={() => store.put(`voice.${n}.key`, '')} aria-label={`Take out voice note ${n}`}>
                  Take out
                </QuietButton>
              )}
            </li>
          ))}
        </List>
      )}
      {!sealed && <Speak onSpoken={(spoken) => void send(spoken)} onProblem={setProblem} />}
      {problem && (
        <p role="alert">
          ▲ {problem} {unsent && <QuietButton onPress={() => void send(unsent)}>Send again</QuietButton>}
        </p>
      )}
    </section>
  );
}

/** What a browser can do does not change while a page is open. */
const never = () => () => undefined;

/** The recorder: begun and ended by one button; a recording left running ends with the page. */
function Speak({ onSpoken, onProblem }: { onSpoken(spoken: Spoken): void; onProblem(words: string): void }) {
  const recorder = useRef<MediaRecorder | null>(null);
  const [since, setSince] = useState<number | null>(null);
  const [denied, setDenied] = useState(false);
  const records = useSyncExternalStore(never, canRecord, () => true);
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (since === null) return undefined;
    const clock = setInterval(() => setSeconds((Date.now() - since) / 1000), 500);
    return () => clearInterval(clock);
  }, [since]);
  useEffect(() => () => recorder.current?.stream.getTracks().forEach((track) => track.stop()), []);
  const begin = async () => {
    try {
      const made = new MediaRecorder(await navigator.mediaDevices.getUserMedia({ audio: true }));
      const begun = Date.now();
      const pieces: Blob[] = [];
      made.ondataavailable = ({ data }) => pieces.push(data);
      made.onstop = () => {
        made.stream.getTracks().forEach((track) => track.stop());
        setSince(null);
        onSpoken({ sound: new Blob(pieces, { type: made.mimeType }), seconds: (Date.now() - begun) / 1000 });
      };
      made.start();
      recorder.current = made;
      setSeconds(0);
      setSince(begun);
      onProblem('');
    } catch {
      setDenied(true);
      onProblem(
        'The microphone is not to be had. Allow it for this page and open it again, or record with the device and choose the file.',
      );
    }
  };
  if (since !== null)
    return (
      <Button $strong onPress={() => recorder.current?.stop()}>
        <Square size={16} aria-hidden /> End and keep, {clockText(seconds)}
      </Button>
    );
  const ofDevice = (
    <FileTrigger
      acceptedFileTypes={['audio/*']}
      onSelect={(list) => {
        const file = list?.[0];
        if (file) onSpoken({ sound: file, seconds: 0 });
      }}
    >
      <Button>
        <Mic size={18} aria-hidden /> Choose a recording
      </Button>
    </FileTrigger>
  );
  return (
    <span style={{ display: 'inline-flex', gap: '0.75rem', flexWrap: 'wrap', paddingTop: '0.5rem' }}>
      {records && !denied ? (
        <Button onPress={() => void begin()}>
          <Mic size={18} aria-hidden /> Say it
        </Button>
      ) : (
        ofDevice
      )}
    </span>
  );
}
