// Opens a film: what it is, and what can't be read of it, in words.
import { BlobSource, EncodedPacketSink, Input, MATROSKA, MP4, QTFF, VideoSampleSink, WEBM } from 'mediabunny';
import type { InputVideoTrack } from 'mediabunny';
import { failure, success } from '@/core/result';
import type { Result } from '@/core/result';
import type { FilmTurn } from '@/core/motion/kept-film';

/** Longer sets are filmed in parts, s. */
export const longestS = 600;
/** More frames a second tell nothing more: a faster film is read at every so many of its frames. */
const fastestHz = 61;

export type FilmInfo = {
  /** As it is shown, upright. */
  readonly width: number;
  readonly height: number;
  readonly startS: number;
  readonly endS: number;
  readonly frames: number;
  readonly codec: string;
};

/** A film that is open: its frames' times, s, rising, and the way to them. */
export type OpenFilm = {
  readonly info: FilmInfo;
  readonly times: readonly number[];
  readonly turn: FilmTurn;
  readonly sink: VideoSampleSink;
  readonly close: () => void;
};

const codecNames: Readonly<Record<string, string>> = {
  avc: 'H.264',
  hevc: 'H.265 (HEVC)',
  vp8: 'VP8',
  vp9: 'VP9',
  av1: 'AV1',
  prores: 'ProRes',
};
const codecName = (codec: string | null): string => (codec ? (codecNames[codec] ?? codec) : 'an unknown kind of film');

const what = 'Record in H.264 (on many phones “most compatible”), as MP4 or MOV, or as WebM.';
const notAFilm = () =>
  failure('notAFilm', `This file can't be read as a film, or it is cut off at its end. ${what}`, 'film');

/** Every so many frames, so that no more than needed are followed. */
function thinned(times: readonly number[]): number[] {
  const spanS = (times.at(-1) ?? 0) - (times[0] ?? 0);
  const every = spanS > 0 ? Math.max(1, Math.round((times.length - 1) / spanS / fastestHz)) : 1;
  return times.filter((_, i) => i % every === 0);
}

async function timesOf(track: InputVideoTrack): Promise<number[]> {
  const packets = new EncodedPacketSink(track);
  const times: number[] = [];
  for await (const packet of packets.packets(undefined, undefined, { metadataOnly: true }))
    times.push(packet.timestamp);
  const rising = times.sort((a, b) => a - b);
  return rising.filter((at, i) => i === 0 || at > (rising[i - 1] ?? 0));
}

async function openTrack(track: InputVideoTrack, turn: FilmTurn, close: () => void): Promise<Result<OpenFilm>> {
  const codec = codecName(await track.getCodec());
  if (!(await track.canDecode())) return failure('codec', `This browser can't read ${codec}. ${what}`, 'film');
  const times = thinned(await timesOf(track));
  const [startS, endS] = [times[0], times.at(-1)];
  if (startS === undefined || endS === undefined || times.length < 3)
    return failure('noFrames', 'This film has no pictures in it. Record it once more.', 'film');
  if (endS - startS > longestS)
    return failure(
      'tooLong',
      `This film lasts ${Math.round((endS - startS) / 60)} minutes; ${longestS / 60} are the most. Cut it to the set, or film one set at a time.`,
      'film',
    );
  const [w, h] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
  const [width, height] = turn === 90 || turn === 270 ? [h, w] : [w, h];
  const info: FilmInfo = { width, height, startS, endS, frames: times.length, codec };
  return success({ info, times, turn, sink: new VideoSampleSink(track), close });
}

/** Opens a film from a file; sound is not looked at. `turn`: how it is turned besides what it says of itself. */
export async function openFilm(file: Blob, turn: FilmTurn): Promise<Result<OpenFilm>> {
  const input = new Input({ formats: [MP4, QTFF, WEBM, MATROSKA], source: new BlobSource(file) });
  const close = () => input.dispose();
  const opened = await input
    .getPrimaryVideoTrack()
    .then(async (track) => (track ? openTrack(track, turn, close) : notAFilm()))
    .catch(() => notAFilm());
  if (!opened.ok) close();
  return opened;
}
