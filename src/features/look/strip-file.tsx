// The repetitions of a filmed set on A4. The film is not here, and the stills that come are forgotten when the page is made.
import { Document, Image, Page, StyleSheet, Text, View, renderToBuffer } from '@react-pdf/renderer';
import * as v from 'valibot';
import { parse } from '@/core/check';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import { guarded } from '@/platform/server/act';
import { isOwnOrigin } from '@/platform/server/asking';
import { readBounded } from '@/platform/server/bounded';
import { measured } from '@/platform/server/measured';
import { pdfFamily, readyType } from '@/platform/server/pdf-type';
import { guestsRead, mayUse } from '@/platform/server/rights';
import { currentWho } from '@/platform/server/session';
import { statusOf } from '@/platform/server/status';

const mostBytes = 6_000_000;
const words = v.pipe(v.string(), v.maxLength(400));
const stripForm = v.strictObject({
  title: words,
  /** The film stands upright. */
  isUpright: v.boolean(),
  words: v.pipe(v.array(words), v.maxLength(12)),
  cards: v.pipe(
    v.array(
      v.strictObject({
        name: words,
        isLost: v.boolean(),
        why: words,
        /** JPEG in base 64. */
        still: v.optional(v.pipe(v.string(), v.base64('is no picture'), v.maxLength(200_000))),
      }),
    ),
    v.minLength(1, 'has no repetitions'),
    v.maxLength(60, 'is more than a sheet holds'),
  ),
});
type Strip = v.InferOutput<typeof stripForm>;

const looks = StyleSheet.create({
  page: { fontFamily: pdfFamily, fontSize: 10, color: '#1c2a2f', padding: 36, gap: 12 },
  rule: { borderBottomWidth: 1.5, borderBottomColor: '#1c2a2f', paddingBottom: 6, gap: 2 },
  title: { fontSize: 19, fontWeight: 700 },
  cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  card: { width: 180, gap: 2 },
  still: { width: 180, height: 101, objectFit: 'cover', borderRadius: 4 },
  upright: { width: 120, height: 213 },
  name: { fontSize: 12, fontWeight: 700 },
  lost: { color: '#8f300c' },
  why: { color: '#424e53' },
});

/** A JPEG begins so; anything else is left out rather than drawn wrong. */
const isJpeg = (bytes: Buffer): boolean => bytes.subarray(0, 3).equals(Buffer.from([0xff, 0xd8, 0xff]));

async function stripPdf({ title, isUpright, words: told, cards }: Strip): Promise<Buffer> {
  readyType();
  return renderToBuffer(
    <Document title={title} language="en">
      <Page size="A4" orientation="landscape" style={looks.page}>
        <View style={looks.rule}>
          <Text style={looks.title}>{title}</Text>
          {told.map((line) => (
            <Text key={line}>{line}</Text>
          ))}
        </View>
        <View style={looks.cards}>
          {cards.map(({ name, isLost, why, still }) => {
            const data = still ? Buffer.from(still, 'base64') : undefined;
            return (
              <View
                key={name}
                style={isUpright ? [looks.card, { width: looks.upright.width }] : looks.card}
                wrap={false}
              >
                {data && isJpeg(data) ? (
                  // eslint-disable-next-line jsx-a11y/alt-text -- an image on paper; the words stand below it
                  <Image style={isUpright ? [looks.still, looks.upright] : looks.still} src={{ data, format: 'jpg' }} />
                ) : null}
                <Text style={isLost ? [looks.name, looks.lost] : looks.name}>{name}</Text>
                <Text style={looks.why}>{why}</Text>
              </View>
            );
          })}
        </View>
      </Page>
    </Document>,
  );
}

async function readStrip(request: Request): Promise<Result<Strip>> {
  const who = await currentWho();
  if (!who) return failure('signedOut', 'You are signed out.');
  if (!mayUse(who, 'strip')) return failure('notAllowed', guestsRead);
  if (!isOwnOrigin(request)) return failure('otherOrigin', 'This was not sent by a page of this studio.');
  const body = await readBounded(request, mostBytes);
  if (!body) return failure('fileTooLarge', 'These are more stills than a sheet holds.', 'cards');
  try {
    const sent: unknown = JSON.parse(new TextDecoder().decode(body));
    return parse(stripForm, sent);
  } catch {
    return failure('badJson', 'This is no strip.');
  }
}

/** The strip as a PDF: a JSON body with its title, its words and a card a repetition. */
export async function sendStrip(request: Request): Promise<Response> {
  const result = await measured('strip', () =>
    guarded(async () => {
      const strip = await readStrip(request);
      return strip.ok ? success(await stripPdf(strip.value)) : strip;
    }),
  );
  if (!result.ok) return Response.json(result, { status: statusOf(result.error) });
  return new Response(new Uint8Array(result.value), {
    headers: { 'content-type': 'application/pdf', 'cache-control': 'no-store' },
  });
}
