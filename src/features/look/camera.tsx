'use client';

import { Aperture, Camera as CameraIcon } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { OneOf } from '@/design/choice';
import { cameraTrouble } from '@/platform/browser/camera';
import type { OpenStream } from '@/platform/browser/camera';

/** A live picture, with what is said over it. */
export const Finder = styled.div`
  position: relative;
  border-radius: 14px;
  overflow: hidden;
  background: #20282b;
  max-width: 900px;
  video {
    display: block;
    width: 100%;
    max-height: 58vh;
    object-fit: contain;
  }
  .guide {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    pointer-events: none;
  }
  .count {
    position: absolute;
    inset: 0;
    display: grid;
    place-items: center;
    font-family: var(--head);
    font-size: 9rem;
    font-weight: 800;
    color: #fdfcf8;
    text-shadow: 0 2px 26px rgb(0 0 0 / 70%);
  }
`;

/** Keys of a foot pedal as well as of a keyboard. */
const pedalKeys: ReadonlySet<string> = new Set(['PageDown', 'PageUp', 'Enter', 'F13']);
const waits = [0, 3, 10] as const;

/** A pedal's key, or one that stands for it, pressed outside what it would work by itself. */
export const isPedal = ({ key, target }: Pick<KeyboardEvent, 'key' | 'target'>): boolean =>
  pedalKeys.has(key) && !(target instanceof HTMLInputElement || target instanceof HTMLButtonElement);

type CameraProps = {
  readonly open: OpenStream;
  /** Name of the pictures it takes. */
  readonly title: string;
  readonly onPicture: (file: File) => Promise<void>;
  /** Stands beside the shutter. */
  readonly children?: ReactNode;
  readonly label: string;
};

/** A live picture with a level, a shutter, a countdown, and a pedal key; gives a still as a file. */
export function Camera({ open, title, onPicture, children, label }: CameraProps) {
  const video = useRef<HTMLVideoElement>(null);
  const [trouble, setTrouble] = useState<string>();
  const [ready, setReady] = useState(false);
  const [count, setCount] = useState<number>();
  const [busy, setBusy] = useState(false);
  const [wait, setWait] = useState<(typeof waits)[number]>(3);

  useEffect(() => {
    let over = false;
    let close = () => {};
    open()
      .then((opened) => {
        if (over) return opened.close();
        close = opened.close;
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

  const shoot = async () => {
    const shown = video.current;
    if (!shown || shown.videoWidth === 0) return;
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [shown.videoWidth, shown.videoHeight];
    canvas.getContext('2d')?.drawImage(shown, 0, 0);
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', 0.95));
    if (!blob) return setTrouble('The picture could not be taken. Try once more.');
    setBusy(true);
    await onPicture(new File([blob], `${title}.jpg`, { type: 'image/jpeg' }));
    setBusy(false);
  };
  useEffect(() => {
    if (count === undefined) return;
    const timer = setTimeout(() => {
      if (count > 1) return setCount(count - 1);
      setCount(undefined);
      void shoot();
    }, 1000);
    return () => clearTimeout(timer);
  });
  const press = () => {
    if (!ready || busy || count !== undefined) return;
    if (wait === 0) void shoot();
    else setCount(wait);
  };
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
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
        <video ref={video} playsInline muted aria-label={label} onPlaying={() => setReady(true)} data-ready={ready} />
        <svg className="guide" viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
          <g stroke="#dbe85a" strokeWidth={0.25} vectorEffect="non-scaling-stroke">
            <path d="M0 50H100M0 78H100" strokeDasharray="1.5 1" vectorEffect="non-scaling-stroke" />
            <path d="M50 44V56" vectorEffect="non-scaling-stroke" />
          </g>
        </svg>
        {count !== undefined && (
          <div className="count" role="status">
            {count}
          </div>
        )}
      </Finder>
      <Row>
        <Button $look="main" onPress={press} isDisabled={!ready || busy}>
          <CameraIcon size={20} aria-hidden />
          {busy ? 'Sending…' : ready ? 'Take the picture' : 'Opening…'}
        </Button>
        <OneOf
          label="Countdown"
          gap={4}
          options={waits.map((seconds) => ({ id: seconds, name: seconds === 0 ? 'at once' : `${seconds} s` }))}
          value={wait}
          onChange={setWait}
        />
        {children}
      </Row>
      <Small>
        <Aperture size={14} aria-hidden style={{ verticalAlign: '-2px' }} /> Middle line through the pelvis, lower line
        along the mat. A foot pedal (Page Down) takes the picture too.
      </Small>
    </Stack>
  );
}
