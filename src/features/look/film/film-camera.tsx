'use client';

import { Circle, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { cameraTrouble } from '@/platform/browser/camera';
import type { OpenStream } from '@/platform/browser/camera';
import { Finder, isPedal } from '../camera';
import { seconds } from './words';

const Filming = styled.div`
  position: absolute;
  top: 12px;
  left: 14px;
  padding: 4px 12px;
  border-radius: 999px;
  background: rgb(13 21 24 / 78%);
  color: #fdfcf8;
  font-variant-numeric: tabular-nums;
`;

const waits = [0, 3, 10] as const;
/** As the browser can, best for following first. */
const kinds = ['video/webm;codecs=vp9', 'video/webm;codecs=vp8', 'video/webm', 'video/mp4'] as const;
const bitsPerSecond = 8_000_000;
const tickMs = 200;
/** A set that goes on longer is stopped here, s. */
const longestS = 600;

type FilmCameraProps = { readonly open: OpenStream; readonly title: string; readonly onFilm: (file: File) => void };

function useStream(open: OpenStream) {
  const video = useRef<HTMLVideoElement>(null);
  const stream = useRef<MediaStream>(undefined);
  const [trouble, setTrouble] = useState<string>();
  const [isReady, setReady] = useState(false);
  useEffect(() => {
    let over = false;
    let close = () => {};
    open()
      .then((opened) => {
        if (over) return opened.close();
        close = opened.close;
        stream.current = opened.stream;
        const [track] = opened.stream.getVideoTracks();
        if (track) track.onended = () => setTrouble('The camera went away. Plug it in, then open it again.');
        const shown = video.current;
        if (!shown) return;
        shown.srcObject = opened.stream;
        void shown.play().catch(() => undefined);
      })
      .catch((error: unknown) => setTrouble(cameraTrouble(error)));
    return () => {
      over = true;
      close();
    };
  }, [open]);
  return { video, stream, trouble, isReady, onReady: () => setReady(true) };
}

/** Films a set: a countdown to get there, a pedal or a press to begin and to end it. */
export function FilmCamera({ open, title, onFilm }: FilmCameraProps) {
  const { video, stream, trouble, isReady, onReady } = useStream(open);
  const [wait, setWait] = useState<(typeof waits)[number]>(3);
  const [count, setCount] = useState<number>();
  const [recorder, setRecorder] = useState<MediaRecorder>();
  const [lastedS, setLastedS] = useState(0);
  const begin = () => {
    if (!stream.current) return;
    const mimeType = kinds.find((kind) => MediaRecorder.isTypeSupported(kind));
    const own = new MediaRecorder(stream.current, {
      videoBitsPerSecond: bitsPerSecond,
      ...(mimeType ? { mimeType } : {}),
    });
    const parts: Blob[] = [];
    own.ondataavailable = ({ data }) => parts.push(data);
    own.onstop = () => {
      setRecorder(undefined);
      const type = own.mimeType.split(';')[0] ?? 'video/webm';
      if (parts.length > 0) onFilm(new File(parts, `${title}.${type.endsWith('mp4') ? 'mp4' : 'webm'}`, { type }));
    };
    own.start(1000);
    setLastedS(0);
    setRecorder(own);
  };
  useEffect(() => {
    if (count === undefined) return undefined;
    const timer = setTimeout(() => {
      setCount(count > 1 ? count - 1 : undefined);
      if (count <= 1) begin();
    }, 1000);
    return () => clearTimeout(timer);
  });
  useEffect(() => {
    if (!recorder) return undefined;
    const began = performance.now();
    const clock = setInterval(() => {
      const lasted = (performance.now() - began) / 1000;
      setLastedS(lasted);
      if (lasted > longestS) recorder.stop();
    }, tickMs);
    return () => clearInterval(clock);
  }, [recorder]);
  const press = () => {
    if (recorder) return recorder.stop();
    if (!isReady || count !== undefined) return;
    if (wait === 0) begin();
    else setCount(wait);
  };
  useEffect(() => {
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (!isPedal(event)) return;
      event.preventDefault();
      press();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  });
  if (trouble)
    return (
      <Notice $tone="out" role="alert">
        {trouble}
      </Notice>
    );
  return (
    <Stack $gap={12}>
      <Finder>
        <video ref={video} playsInline muted aria-label="Camera" onPlaying={onReady} />
        {count !== undefined && (
          <div className="count" role="status">
            {count}
          </div>
        )}
        {recorder && <Filming role="status">filming, {seconds(lastedS)}</Filming>}
      </Finder>
      <Row>
        <Button $look={recorder ? 'danger' : 'main'} onPress={press} isDisabled={!isReady || count !== undefined}>
          {recorder ? <Square size={18} aria-hidden /> : <Circle size={18} aria-hidden />}
          {recorder ? 'End the film' : isReady ? 'Film the set' : 'Opening…'}
        </Button>
        {!recorder && (
          <OneOf
            label="Countdown"
            gap={4}
            options={waits.map((one) => ({ id: one, name: one === 0 ? 'at once' : `${one} s` }))}
            value={wait}
            onChange={setWait}
          />
        )}
      </Row>
      <Small>A foot pedal (Page Down) begins and ends the film too. No sound is taken.</Small>
    </Stack>
  );
}
