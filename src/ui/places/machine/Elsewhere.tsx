'use client';
import type { MachineHandedOver } from '@/schema/handOver';
import { readSetup } from '@/schema/stored';
import { sealShown } from '@/schema/sealWords';
import { setupLines } from '@/judgement/model/setups';
import { onPage } from '@/judgement/model/bothUnits';
import { END_NAMES } from '@/catalogue/ends';
import { Fold } from '../../kit/Fold';
import { Titled } from '../../kit/parts';
import { usePreferences } from '../../kit/preferences';
import { Small, Table, Warn, Wide } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { SETUP_KIND } from './setupNames';

export interface ElsewhereRow {
  id: number;
  receivedAt: string | null;
  document: MachineHandedOver;
  /** Numbers of the records and set-ups that the digests in it prove. */
  proof: { records: number[]; setups: number[] };
}

const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`;

/** What other shops recorded of this machine, as they sealed it: read, never changed, no part of this book's own chain. */
export function Elsewhere({ elsewhere, unread }: { elsewhere: readonly ElsewhereRow[]; unread: readonly number[] }) {
  if (elsewhere.length + unread.length === 0) return null;
  return (
    <Titled title="At other shops" aside="compare the seal with the one on its paper">
      {unread.map((id) => (
        <Warn
          key={id}
        >{`Hand-over ${id} was taken in and cannot be read any more: it is kept as it came, and nothing of it is shown.`}</Warn>
      ))}
      {elsewhere.map(({ id, receivedAt, document, proof }, i) => (
        <section key={`${id}.${i}`} aria-label={document.shop.name}>
          <p>
            <b>{document.shop.name || 'A shop that gave no name'}</b>{' '}
            <Small>
              {[
                document.shop.address,
                'as the file says, no seal covers it',
                receivedAt && `taken in ${dayWords(receivedAt)}`,
                `${counted(document.jobs.length, 'job')}, ${counted(document.records.length, 'signed record')}, ${proof.records.length} proven by the seals in it`,
              ]
                .filter(Boolean)
                .join(', ')}
            </Small>
          </p>
          {document.records.map((r) => (
            <p key={r.id}>
              Job {r.jobId}, {r.corrects ? `corrected (${r.reason})` : 'signed'} by {r.technician}, {dayWords(r.signedAt)}{' '}
              <Small>
                seal {sealShown(r.seal)}
                {proof.records.includes(r.id) ? '' : ' · not proven'}
              </Small>
            </p>
          ))}
          {document.setups.map((s) => (
            <SetupThere key={s.id} of={s} isProven={proof.setups.includes(s.id)} />
          ))}
          <Photos of={document} />
        </section>
      ))}
    </Titled>
  );
}

function SetupThere({ of, isProven }: { of: MachineHandedOver['setups'][number]; isProven: boolean }) {
  const { system } = usePreferences();
  const lines = setupLines(readSetup(of.document, of.id), onPage(system));
  const kind = SETUP_KIND[of.kind as keyof typeof SETUP_KIND] ?? of.kind;
  return (
    <Fold title={`${kind}, job ${of.jobId}, ${dayWords(of.recordedAt)}${isProven ? '' : ' (not proven)'}`}>
      <Wide>
        <Table>
          <tbody>
            {lines.map((l) => (
              <tr key={l.key}>
                <td>
                  {END_NAMES[l.end]}, {l.label}
                </td>
                <td className="number">{l.text}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      </Wide>
    </Fold>
  );
}

function Photos({ of }: { of: MachineHandedOver }) {
  if (of.photos.length === 0) return null;
  return (
    <p style={{ display: 'flex', gap: '0.5rem', flexWrap: 'wrap' }}>
      {of.photos.map(({ key }) => (
        <a key={key} href={`/api/photos/${key}`}>
          {/* eslint-disable-next-line @next/next/no-img-element */}
          <img src={`/api/photos/${key}?small`} alt={`Taken at ${of.shop.name}`} style={{ height: '5rem' }} />
        </a>
      ))}
    </p>
  );
}
