// The hand-out as a file to send: the same words and drawings on A4.
import { Document, Image, Page, StyleSheet, Text, View, renderToBuffer } from '@react-pdf/renderer';
import sharp from 'sharp';
import { pdfFamily, readyType } from '@/platform/server/pdf-type';
import type { HandOut } from './read';
import { weekdays } from './words';

const looks = StyleSheet.create({
  page: { fontFamily: pdfFamily, fontSize: 11, color: '#1c2a2f', padding: 46, gap: 14 },
  title: { fontSize: 22, fontWeight: 700 },
  rule: { borderBottomWidth: 1.5, borderBottomColor: '#1c2a2f', paddingBottom: 8, gap: 3 },
  week: { flexDirection: 'row', gap: 5 },
  day: { flex: 1, textAlign: 'center', borderWidth: 1, borderColor: '#dcd7c9', borderRadius: 5, padding: 4 },
  dayOn: { borderColor: '#1c2a2f', borderWidth: 2, fontWeight: 700 },
  exercise: { flexDirection: 'row', gap: 18, borderTopWidth: 0.75, borderTopColor: '#dcd7c9', paddingTop: 10 },
  pictures: { width: 176, gap: 6 },
  words: { flex: 1, gap: 4 },
  name: { fontSize: 15, fontWeight: 700 },
  many: { fontSize: 13, fontWeight: 700 },
  stop: { borderWidth: 1.5, borderColor: '#8f300c', borderRadius: 6, padding: 10, gap: 3 },
  stopTitle: { fontWeight: 700, color: '#8f300c', fontSize: 12 },
});

const picture = (svg: string): Promise<Buffer> =>
  sharp(Buffer.from(svg), { density: 144 }).resize({ width: 800 }).flatten({ background: '#ffffff' }).png().toBuffer();

/** A4 pages of the hand-out. */
export async function handOutPdf(page: HandOut): Promise<Buffer> {
  readyType();
  const { client, studio, instructor, on, days, at, words, next, exercises, stopFor } = page;
  const drawn = await Promise.all(exercises.map(({ pictures }) => Promise.all(pictures.map(picture))));
  return renderToBuffer(
    <Document title={`Practice for ${client}`} author={studio} language="en">
      <Page size="A4" style={looks.page}>
        <View style={looks.rule}>
          <Text style={looks.title}>Your practice, {client}</Text>
          <Text>
            From {on} with {instructor}, {studio}
          </Text>
          {next ? <Text style={{ fontWeight: 700 }}>See you again on {next}.</Text> : null}
        </View>
        {words ? <Text style={{ fontSize: 13 }}>{words}</Text> : null}
        {days.length > 0 ? (
          <View style={{ gap: 6 }}>
            <Text style={looks.many}>
              {days.length} {days.length === 1 ? 'day' : 'days'} a week, at {at}
            </Text>
            <View style={looks.week}>
              {weekdays.map((name, i) => (
                <Text key={name} style={days.includes(i) ? [looks.day, looks.dayOn] : looks.day}>
                  {name}
                </Text>
              ))}
            </View>
          </View>
        ) : null}
        {exercises.map(({ id, name, plain, how, many, breath, feel, notFeel, cue }, i) => (
          <View key={id} style={looks.exercise} wrap={false}>
            <View style={looks.pictures}>
              {(drawn[i] ?? []).map((data, k) => (
                // eslint-disable-next-line jsx-a11y/alt-text -- an image on paper; the words stand beside it
                <Image key={k} src={{ data, format: 'png' }} />
              ))}
            </View>
            <View style={looks.words}>
              <Text style={looks.name}>{name}</Text>
              <Text>{plain}.</Text>
              <Text style={looks.many}>{many}</Text>
              {cue ? <Text style={{ fontSize: 13 }}>“{cue}”</Text> : null}
              <Text>Now: {how}</Text>
              <Text>{breath}</Text>
              <Text>Feel it: {feel}</Text>
              <Text>Not: {notFeel}</Text>
            </View>
          </View>
        ))}
        <View style={looks.stop} wrap={false}>
          <Text style={looks.stopTitle}>Stop at once, and ask for medical help, with:</Text>
          {stopFor.map((sign) => (
            <Text key={sign}>• {sign}</Text>
          ))}
          <Text>Fewer and clean is better than more. If anything hurts, leave it out and tell {instructor}.</Text>
        </View>
      </Page>
    </Document>,
  );
}
