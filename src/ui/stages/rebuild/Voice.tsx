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
import { WaitingList } from './WaitingList';

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

/** What dirty hands would not type: spoken, kept with its step, and heard again from the record. What could not be sent stays until it is. */
export function Voice({ step, all = false }: { step: string; all?: boolean }) {
  const { sealed } = useBench();
  const live = useLive();
  const { keep, waiting } = useKeep('voice', step);
  const [problem, setProblem] = useState('');
  return (
    <section aria-label="Voice notes">
      <Heard voices={voicesOf(live).filter((v) => all || v.step === step)} />
      {!sealed && (
        <Speak onSpoken={({ sound, seconds }) => void keep(sound, 'Voice note', { seconds: String(seconds) })} onProblem={setProblem} />
      )}
      {problem && <p role="alert">▲ {problem}</p>}
      <WaitingList waiting={waiting} />
    </section>
  );
}

/** The notes there are, each to be heard again. Spoken at the bench by the technician, they have no written track. */
function Heard({ voices }: { voices: ReturnType<typeof voicesOf> }) {
  const { sealed } = useBench();
  const store = useFieldStore();
  if (voices.length === 0) return null;
  return (
    <List>
      {voices.map(({ n, key, seconds }) => (
        <li key={n}>
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
  );
}

/** What a browser can do does not change while a page is open. */
const never = () => () => undefined;

const release = (recorder: MediaRecorder | null) => recorder?.stream.getTracks().forEach((track) => track.stop());

/** Begins to record; ended, what was spoken is handed on and the microphone let go. */
async function recording(onEnd: (spoken: Spoken) => void): Promise<MediaRecorder> {
  const made = new MediaRecorder(await navigator.mediaDevices.getUserMedia({ audio: true }));
  const begun = Date.now();
  const pieces: Blob[] = [];
  made.ondataavailable = ({ data }) => pieces.push(data);
  made.onstop = () => {
    release(made);
    onEnd({ sound: new Blob(pieces, { type: made.mimeType }), seconds: (Date.now() - begun) / 1000 });
  };
  made.start();
  return made;
}

/** The recorder under way, and the seconds it has run; one left running ends with the page. */
function useRecorder(onSpoken: (spoken: Spoken) => void) {
  const recorder = useRef<MediaRecorder | null>(null);
  const [since, setSince] = useState<number | null>(null);
  const [seconds, setSeconds] = useState(0);
  useEffect(() => {
    if (since === null) return undefined;
    const clock = setInterval(() => setSeconds((Date.now() - since) / 1000), 500);
    return () => clearInterval(clock);
  }, [since]);
  useEffect(() => () => release(recorder.current), []);
  const begin = async () => {
    recorder.current = await recording((spoken) => {
      setSince(null);
      onSpoken(spoken);
    });
    setSeconds(0);
    setSince(Date.now());
  };
  return { isOn: since !== null, seconds, begin, end: () => recorder.current?.stop() };
}

/** Begun and ended by one button; where the page may not record, a file of the device's own recorder. */
function Speak({ onSpoken, onProblem }: { onSpoken(spoken: Spoken): void; onProblem(words: string): void }) {
  const { isOn, seconds, begin, end } = useRecorder(onSpoken);
  const [denied, setDenied] = useState(false);
  const records = useSyncExternalStore(never, canRecord, () => true);
  const start = () =>
    begin().then(
      () => onProblem(''),
      () => {
        setDenied(true);
        onProblem(
          'The microphone is not to be had. Allow it for this page and open it again, or record with the device and choose the file.',
        );
      },
    );
  if (isOn)
    return (
      <Button $strong onPress={end}>
        <Square size={16} aria-hidden /> End and keep, {clockText(seconds)}
      </Button>
    );
  if (denied || !records) return <OfDevice onSpoken={onSpoken} />;
  return (
    <Button onPress={() => void start()}>
      <Mic size={18} aria-hidden /> Say it
    </Button>
  );
}

function OfDevice({ onSpoken }: { onSpoken(spoken: Spoken): void }) {
  const take = (list: FileList | null) => {
    const file = list?.[0];
    if (file) onSpoken({ sound: file, seconds: 0 });
  };
  return (
    <FileTrigger acceptedFileTypes={['audio/*']} onSelect={take}>
      <Button>
        <Mic size={18} aria-hidden /> Choose a recording
      </Button>
    </FileTrigger>
  );
}
