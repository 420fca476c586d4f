import { said, say } from '@/core/units/say';
import { jobNumber } from '@/catalogue/jobs';
import { choiceName } from '@/catalogue/choices';
import { Text, View } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import { CAUTIONS } from '@/knowledge/cautions';
import { fieldDef } from '@/catalogue/fields';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { unitOf } from '@/catalogue/fields/kinds';
import { systemOfShop } from '../book/book';
import { isReachable } from '../door/network';
import { type RideSheet, rideSheet } from '../rides/rideSheets';
import { A4, Cautions, HeadingLine, pdfOf, qrOf, RULE, Soft } from './paper';

const pathOf = (token: string) => `/ride/${token}`;

/** A line to write on, with what is asked before it. */
const Ask = ({ what, unit = '' }: { what: string; unit?: string }) => (
  <View style={{ flexDirection: 'row', alignItems: 'flex-end', marginTop: 15 }} wrap={false}>
    <Text>{what}</Text>
    <View style={{ flex: 1, borderBottom: `0.7pt solid ${RULE}`, marginHorizontal: 6 }} />
    <Text>{unit}</Text>
  </View>
);

const Boxes = ({ what, words }: { what: string; words: string }) => (
  <View style={{ borderBottom: `0.5pt solid ${RULE}`, paddingVertical: 5 }} wrap={false}>
    <Text style={{ fontWeight: 600 }}>{what}</Text>
    {words !== '' && <Soft>{`“${words}”`}</Soft>}
    <View style={{ flexDirection: 'row', gap: 26, marginTop: 4 }}>
      {['better', 'the same', 'worse'].map((f) => (
        <View key={f} style={{ flexDirection: 'row', gap: 6, alignItems: 'center' }}>
          <View style={{ width: 11, height: 11, border: '0.9pt solid #1c1f24' }} />
          <Text>{f}</Text>
        </View>
      ))}
    </View>
  </View>
);

export const complaintName = (phrase: string): string => choiceName(COMPLAINT_PHRASES, phrase) ?? 'Complaint';

/** What the rider takes along: the one change, a word for each complaint, the ties, the conditions; or the same on the phone by the square. */
export async function rideSheetPdf(trialId: number, address: string): Promise<Buffer | null> {
  const sheet = await rideSheet({ trialId });
  if (!sheet) return null;
  const link = `${address}${pathOf(sheet.token)}`;
  const system = await systemOfShop();
  const [length, mass] = [unitOf(fieldDef('machine.travel.rear'), system), unitOf(fieldDef('rider.mass'), system)];
  return pdfOf(
    <A4
      title={`Ride ${sheet.n}: ${sheet.machine}`}
      under={[sheet.change === '' ? 'Ridden as it is: nothing was changed' : say(said`One change: ${sheet.change}`, system), sheet.rider]}
      right={[`job ${jobNumber(sheet.jobId)}`]}
      {...(isReachable(link) ? { qr: await qrOf(link) } : {})}
    >
      <Soft>
        {isReachable(link)
          ? `Write here, or open the square with a phone on the shop’s network: ${link}`
          : 'Write here, and bring it back.'}
      </Soft>
      <HeadingLine>Against the ride before: each complaint by itself</HeadingLine>
      {sheet.complaints.map((c) => (
        <Boxes key={c.n} what={complaintName(c.phrase)} words={c.words} />
      ))}
      <HeadingLine>Travel used: push the ties to their seals before, read how far they were moved after</HeadingLine>
      <Ask what="Front tie, along the tube" unit={length} />
      <Ask what="Rear tie, along the shock’s shaft" unit={length} />
      <HeadingLine>The ride</HeadingLine>
      <Ask what="Rider in gear" unit={mass} />
      <Ask what="Fuel, luggage" />
      <Ask what="Tyres and their pressures" />
      <Ask what="Temperature" unit="°C" />
      <Ask what="Track or road" />
      <Ask what="In your own words" />
      <Ask what="" />
      <Ask what="" />
      <Ask what="" />
      <Cautions>
        {[
          'Ride it in first, slowly, on a stretch you know. Stop if anything rubs, knocks or leaks.',
          CAUTIONS.afterwards,
          CAUTIONS.licence,
        ]}
      </Cautions>
    </A4>,
  );
}

/** The square that opens the sheet on a phone, and whether a phone could. */
export async function rideSquare(trialId: number, address: string): Promise<{ svg: string; link: string; reachable: boolean } | null> {
  const sheet: RideSheet | null = await rideSheet({ trialId });
  if (!sheet) return null;
  const link = `${address}${pathOf(sheet.token)}`;
  return { svg: await QRCode.toString(link, { type: 'svg', margin: 1 }), link, reachable: isReachable(link) };
}
