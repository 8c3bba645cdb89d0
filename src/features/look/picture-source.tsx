'use client';

import { keysOf } from '@/core/keyed';
import { ImageUp } from 'lucide-react';
import { useState } from 'react';
import type { ReactNode } from 'react';
import type { Position, View } from '@/core/anatomy/positions';
import { DropZone, FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { v7 as newId } from 'uuid';
import type { Result } from '@/core/result';
import { Button } from '@/design/button';
import { Failed, Quiet, Row, Small, Stack } from '@/design/layout';
import { pictureAddress } from '@/design/marked-picture';
import { realCamera } from '@/platform/browser/camera';
import { Camera } from './camera';
import { StandHere } from './stand-here';
import { StickerPlan } from './sticker-plan';
import type { Sheet } from './state';
import { OneOf, optionsOf } from '@/design/choice';

/** Where a file is chosen, or dropped. */
export const Zone = styled(DropZone)`
  border: 2px dashed var(--rule-strong);
  border-radius: 18px;
  padding: 30px 24px;
  display: grid;
  gap: 14px;
  justify-items: start;
  &[data-drop-target] {
    border-color: var(--info);
    background: var(--info-tint);
  }
`;

const Samples = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(210px, 1fr));
  gap: 14px;
  button {
    display: grid;
    align-content: start;
    border: 1px solid var(--rule);
    border-radius: 14px;
    background: var(--panel);
    padding: 0 0 8px;
    overflow: hidden;
    cursor: pointer;
    text-align: left;
  }
  button:hover {
    border-color: var(--ink);
  }
  button:disabled {
    opacity: 0.6;
    cursor: wait;
  }
  img {
    display: block;
    width: 100%;
    aspect-ratio: 2;
    object-fit: cover;
  }
  span {
    display: block;
    padding: 8px 12px 0;
    font-size: 0.92rem;
    line-height: 1.3;
  }
`;

/** A file sent again, after no answer came, is the same picture. */
const ids = new WeakMap<File, Map<string, string>>();

function idFor(file: File, clientId: string): string {
  const known = ids.get(file) ?? new Map<string, string>();
  const id = known.get(clientId) ?? newId();
  ids.set(file, known.set(clientId, id));
  return id;
}

export async function sendPicture(clientId: string, file: File): Promise<Result<Sheet>> {
  const form = new FormData();
  form.set('id', idFor(file, clientId));
  form.set('client', clientId);
  form.set('picture', file);
  const unreachable = {
    ok: false,
    error: {
      code: 'unreachable',
      message:
        'The picture could not be sent: the server does not answer. It is still on your disk; try again in a moment.',
      path: 'picture',
    },
  } as const;
  const response = await fetch('/api/pictures', { method: 'POST', body: form }).catch(() => undefined);
  return (await response?.json().catch(() => undefined)) ?? unreachable;
}

type SourceProps = {
  readonly clientId: string;
  readonly samples: readonly Sheet[];
  readonly hint: string;
  /** Where to stand, in words and as a drawing. */
  readonly where: string;
  readonly position: Position;
  readonly view: View;
  readonly simulated: (send: (file: File) => Promise<void>) => ReactNode;
  readonly title: string;
  readonly onPicture: (sheet: Sheet) => void;
};

type Source = 'file' | 'camera' | 'simulated';
const sourceNames: Readonly<Record<Source, string>> = {
  file: 'From a file',
  camera: 'Camera',
  simulated: 'Simulated camera',
};

/** Where a picture comes from: from disk, from the camera, from the simulated one, or one of the demo pictures. */
export function PictureSource({
  clientId,
  samples,
  hint,
  where,
  position,
  view,
  simulated,
  title,
  onPicture,
}: SourceProps) {
  const [source, setSource] = useState<Source>('file');
  const [busy, setBusy] = useState<string>();
  const [error, setError] = useState<string>();
  const send = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setError(undefined);
    setBusy(file.name);
    const result = await sendPicture(clientId, file);
    setBusy(undefined);
    if (result.ok) onPicture(result.value);
    else setError(result.error.message);
  };
  return (
    <Stack $gap={20}>
      <Row $gap={18} style={{ alignItems: 'start' }}>
        <Stack $gap={8} style={{ flex: '1 1 380px' }}>
          <h2>{hint}</h2>
          <Quiet>
            {where} Square to the mat, on something that does not move. Put a pole or ruler of known length beside the
            client.
          </Quiet>
          <StickerPlan view={view} />
          <OneOf
            label="Where the picture comes from"
            options={optionsOf(keysOf(sourceNames), sourceNames)}
            value={source}
            onChange={setSource}
          />
        </Stack>
        <StandHere position={position} view={view} />
      </Row>
      <Failed>{error}</Failed>
      {source === 'camera' && <Camera open={realCamera} title={title} onPicture={send} label="Camera" />}
      {source === 'simulated' && simulated(send)}
      {source === 'file' && (
        <Zone
          getDropOperation={() => 'copy'}
          onDrop={async ({ items }) => {
            const file = items.find((item) => item.kind === 'file');
            if (file?.kind === 'file') await send(await file.getFile());
          }}
        >
          <Row>
            <FileTrigger
              acceptedFileTypes={['image/png', 'image/jpeg', 'image/webp']}
              onSelect={(files) => void send(files?.[0])}
            >
              <Button $look="main" isDisabled={busy !== undefined}>
                <ImageUp size={20} aria-hidden />
                {busy ? `Sending ${busy}…` : 'Choose a picture'}
              </Button>
            </FileTrigger>
            <Small>PNG, JPEG or WebP, or drop it here. Place and time stored in the file are removed.</Small>
          </Row>
        </Zone>
      )}
      {source === 'file' && samples.length > 0 && (
        <Stack $gap={10}>
          <h3>Or practise on a demo picture</h3>
          <Samples>
            {samples.map((sample) => (
              <button key={sample.id} type="button" disabled={busy !== undefined} onClick={() => onPicture(sample)}>
                {/* eslint-disable-next-line @next/next/no-img-element -- pictures are private and already small; the optimiser would need their cookies */}
                <img src={pictureAddress(sample.id)} alt="" loading="lazy" />
                <span>{sample.title}</span>
              </button>
            ))}
          </Samples>
        </Stack>
      )}
    </Stack>
  );
}
