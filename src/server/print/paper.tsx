import { MM_PER_INCH } from '@/core/constants/constants';
import { Document, Image, Page, StyleSheet, Text, View } from '@react-pdf/renderer';
import QRCode from 'qrcode';
import type { ReactElement, ReactNode } from 'react';
import { aside, type AsideOptions } from '../aside';
import { flattened, PAGE_NUMBER } from './flat';

/** What every printed page is ruled with: the drawing office on paper. Fonts are put into the file. */

/** Millimetres of paper in the points PDF counts in. */
const inPoints = (mm: number): number => (mm / MM_PER_INCH) * 72;

export const INK = '#1c1f24';
export const SOFT = '#5a554c';
export const RULE = '#b9b2a3';
export const END_COLOUR = { rear: '#7a2a5b', front: '#0b6670' } as const;

const look = StyleSheet.create({
  page: { fontFamily: ['Archivo', 'Archivo Ext'], fontSize: 9.5, color: INK, padding: '14mm 15mm', lineHeight: 1.35 },
  head: { flexDirection: 'row', justifyContent: 'space-between', borderBottom: `1.4pt solid ${INK}`, paddingBottom: 5, marginBottom: 10 },
  title: { fontSize: 15, fontWeight: 700, lineHeight: 1.2 },
  soft: { color: SOFT, fontSize: 8.5 },
  heading: { fontSize: 9, fontWeight: 600, color: SOFT, marginTop: 9, marginBottom: 3 },
  row: { flexDirection: 'row', borderBottom: `0.5pt solid ${RULE}`, paddingVertical: 2.4 },
  number: { textAlign: 'right', fontWeight: 600 },
});

/** The PDF's fonts know no narrow no-break space and no arrow. */
export const plain = (text: string): string =>
  text
    .replace(/[\u202f\u2009]/g, '\u00a0')
    .replace(/→/g, 'to')
    .replace(/[▲▼■●○✚]/g, '')
    .trim();

export const Soft = ({ children }: { children: string }) => <Text style={look.soft}>{plain(children)}</Text>;
export const HeadingLine = ({ children, colour }: { children: string; colour?: string }) => (
  <Text style={colour ? { ...look.heading, color: colour } : look.heading}>{plain(children)}</Text>
);

/** A line of a list: what on the left, the figure on the right. */
export const Line = ({ name, figure, bold = false }: { name: string; figure: string; bold?: boolean }) => (
  <View style={look.row} wrap={false}>
    <Text style={{ flex: 1, fontWeight: bold ? 700 : 400 }}>{plain(name)}</Text>
    <Text style={{ ...look.number, maxWidth: '62%', fontWeight: bold ? 700 : 600 }}>{plain(figure)}</Text>
  </View>
);

/** A box to tick, or a line to write on. */
export const Tick = ({ children, done = false }: { children: string; done?: boolean }) => (
  <View style={{ ...look.row, gap: 6 }} wrap={false}>
    <View style={{ width: 9, height: 9, border: `0.9pt solid ${INK}`, marginTop: 2, backgroundColor: done ? INK : 'white' }} />
    <Text style={{ flex: 1 }}>{plain(children)}</Text>
  </View>
);

export const Two = ({ children }: { children: [ReactNode, ReactNode] }) => (
  <View style={{ flexDirection: 'row', gap: 22 }}>
    <View style={{ flex: 1 }}>{children[0]}</View>
    <View style={{ flex: 1 }}>{children[1]}</View>
  </View>
);

export const Cautions = ({ children }: { children: string[] }) => (
  <View style={{ marginTop: 10, borderTop: `0.8pt solid ${INK}`, paddingTop: 5 }} wrap={false}>
    {children.map((c) => (
      <Text key={c} style={{ ...look.soft, marginBottom: 2 }}>
        {plain(c)}
      </Text>
    ))}
  </View>
);

export const qrOf = (address: string): Promise<string> => QRCode.toDataURL(address, { margin: 0, errorCorrectionLevel: 'M', scale: 8 });

interface Sheet {
  title: string;
  /** Lines under the title. */
  under: string[];
  /** Lines at the right. */
  right: string[];
  qr?: string;
  children: ReactNode;
}

/** An A4 page with its head. */
export const A4 = ({ title, under, right, qr, children }: Sheet) => (
  <Document title={plain(title)} creator="Mavrin" producer="Mavrin">
    <Page size="A4" style={look.page}>
      <View style={look.head}>
        <View style={{ flex: 1 }}>
          <Text style={look.title}>{plain(title)}</Text>
          {under.filter(Boolean).map((u) => (
            <Text key={u}>{plain(u)}</Text>
          ))}
        </View>
        <View style={{ alignItems: 'flex-end' }}>
          {right.filter(Boolean).map((r) => (
            <Text key={r}>{plain(r)}</Text>
          ))}
        </View>
        {/* The PDF's own image element: it takes no alternative text. */}
        {/* eslint-disable-next-line jsx-a11y/alt-text */}
        {qr && <Image src={qr} style={{ width: 52, height: 52, marginLeft: 12 }} />}
      </View>
      {children}
      <Text style={{ ...look.soft, position: 'absolute', bottom: '8mm', right: '15mm' }} {...{ [PAGE_NUMBER]: true }} fixed />
    </Page>
  </Document>
);

export interface LabelFace {
  title: string;
  lines: string[];
  qr: string;
}

const Face = ({ title, lines, qr }: LabelFace) => (
  <View style={{ width: '62mm', height: '29mm', padding: '2.5mm', flexDirection: 'row', gap: '2.5mm' }} wrap={false}>
    {/* eslint-disable-next-line jsx-a11y/alt-text */}
    <Image src={qr} style={{ width: '24mm', height: '24mm' }} />
    <View style={{ flex: 1 }}>
      <Text style={{ fontSize: 12, fontWeight: 700, lineHeight: 1.1 }}>{plain(title)}</Text>
      {lines.filter(Boolean).map((l) => (
        <Text key={l} style={{ fontSize: 7.6, lineHeight: 1.25 }}>
          {plain(l)}
        </Text>
      ))}
    </View>
  </View>
);

/** One label, 62 × 29 mm, the size of a common label printer's roll. */
export const OneLabel = (face: LabelFace) => (
  <Document title={plain(face.title)} creator="Mavrin" producer="Mavrin">
    <Page size={[inPoints(62), inPoints(29)]} style={{ fontFamily: ['Archivo', 'Archivo Ext'], color: INK }}>
      <Face {...face} />
    </Page>
  </Document>
);

/** Labels on A4, three beside each other, cut lines between them. */
export const LabelSheet = ({ title, faces }: { title: string; faces: LabelFace[] }) => (
  <Document title={plain(title)} creator="Mavrin" producer="Mavrin">
    <Page
      size="A4"
      style={{ fontFamily: ['Archivo', 'Archivo Ext'], color: INK, padding: '8mm 12mm', flexDirection: 'row', flexWrap: 'wrap' }}
    >
      {faces.map((f, i) => (
        <View key={i} style={{ border: `0.4pt dashed ${RULE}` }} wrap={false}>
          <Face {...f} />
        </View>
      ))}
    </Page>
  </Document>
);

/** One paper at a time: ten sheets of labels wait their turn instead of taking the shop's. */
const DRAWER: AsideOptions = { file: 'src/server/print/drawer.mjs', threads: 1, waiting: 16, mb: 512 };
/** Longest a paper is drawn, ms: a thousand labels on a slow computer. */
const MAX_MS = 90_000;

/** Draws a paper in a thread of its own. Throws Refusing. */
export const pdfOf = async (document: ReactElement): Promise<Buffer> =>
  Buffer.from(await aside<unknown, Uint8Array>(DRAWER, flattened(document)[0], MAX_MS));
