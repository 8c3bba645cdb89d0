// What is kept of a client, to read on paper.
import { Document, Page, StyleSheet, Text, View, renderToBuffer } from '@react-pdf/renderer';
import { pdfFamily, readyType } from '@/platform/server/pdf-type';

const looks = StyleSheet.create({
  page: { fontFamily: pdfFamily, fontSize: 11, color: '#1c2a2f', padding: 46, gap: 12 },
  title: { fontSize: 22, fontWeight: 700 },
  rule: { borderBottomWidth: 1.5, borderBottomColor: '#1c2a2f', paddingBottom: 8, gap: 3 },
  head: { fontSize: 14, fontWeight: 700 },
  row: { flexDirection: 'row', gap: 12, borderTopWidth: 0.75, borderTopColor: '#dcd7c9', paddingVertical: 3 },
  key: { width: 150, color: '#424e53' },
  value: { flex: 1 },
});

type Whole = {
  readonly name: string;
  readonly studio: string;
  readonly on: string;
  readonly counts: readonly { readonly words: string; readonly count: number }[];
  readonly card: unknown;
  /** The record, newest first. */
  readonly lines: readonly string[];
};

const wordsOf = (value: unknown): string =>
  value === null || value === undefined || value === ''
    ? '–'
    : typeof value === 'object'
      ? JSON.stringify(value)
      : String(value);

/** `heightM` → `height m`. */
const nameOf = (key: string): string => key.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

const Lines = ({ rows }: { readonly rows: readonly (readonly [string, string])[] }) => (
  <View>
    {rows.map(([key, value]) => (
      <View key={key} style={looks.row} wrap={false}>
        <Text style={looks.key}>{key}</Text>
        <Text style={looks.value}>{value}</Text>
      </View>
    ))}
  </View>
);

export async function wholePdf({ name, studio, on, counts, card, lines }: Whole): Promise<Buffer> {
  readyType();
  const facts = typeof card === 'object' && card !== null ? Object.entries(card) : [];
  return renderToBuffer(
    <Document title={`What is kept of ${name}`} author={studio} language="en">
      <Page size="A4" style={looks.page}>
        <View style={looks.rule}>
          <Text style={looks.title}>What is kept of {name}</Text>
          <Text>
            {studio}, {on}. The rest lies beside this page as JSON and pictures.
          </Text>
        </View>
        <Text style={looks.head}>The card</Text>
        <Lines rows={facts.map(([key, value]) => [nameOf(key), wordsOf(value)] as const)} />
        <Text style={looks.head}>How much of each</Text>
        <Lines rows={counts.map(({ words, count }) => [words, String(count)] as const)} />
        <Text style={looks.head}>Who looked, who changed: the newest lines</Text>
        <View style={{ gap: 2 }}>
          {lines.map((line, i) => (
            <Text key={i}>{line}</Text>
          ))}
        </View>
      </Page>
    </Document>,
  );
}
