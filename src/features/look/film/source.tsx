'use client';

import { Film, RotateCw } from 'lucide-react';
import { useState } from 'react';
import type { ReactNode } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { Position, View } from '@/core/anatomy/positions';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Quiet, Row, Small, Stack } from '@/design/layout';
import { realCamera } from '@/platform/browser/camera';
import { Zone } from '../picture-source';
import { StandHere } from '../stand-here';
import { StickerPlan } from '../sticker-plan';
import { FilmCamera } from './film-camera';

type Way = 'file' | 'camera' | 'simulated';
const ways: readonly { readonly id: Way; readonly name: string }[] = [
  { id: 'file', name: 'From a file' },
  { id: 'camera', name: 'Camera' },
  { id: 'simulated', name: 'Simulated camera' },
];

type SourceProps = {
  readonly hint: string;
  readonly where: string;
  readonly position: Position;
  readonly view: View;
  readonly title: string;
  readonly simulated: (onFilm: (file: File) => void) => ReactNode;
  readonly onFilm: (file: File) => void;
};

/** Where a film comes from: a file, the camera, the simulated one. */
export function FilmSource({ hint, where, position, view, title, simulated, onFilm }: SourceProps) {
  const [way, setWay] = useState<Way>('file');
  return (
    <Stack $gap={20} style={{ paddingTop: 16 }}>
      <Row $gap={18} style={{ alignItems: 'start' }}>
        <Stack $gap={8} style={{ flex: '1 1 380px' }}>
          <h2>{hint}</h2>
          <Quiet>
            {where} The camera stands still all through; the set begins with two seconds at rest. Marks are set once, in
            one moment of it; stickers, or clothes with a weave or a print, can be followed, bare plain cloth can’t.
          </Quiet>
          <Quiet>
            The film stays on this device and is forgotten with this page. Kept are stills of it and what was measured.
          </Quiet>
          <StickerPlan view={view} />
          <OneOf label="Where the film comes from" options={ways} value={way} onChange={setWay} />
        </Stack>
        <StandHere position={position} view={view} />
      </Row>
      {way === 'camera' && <FilmCamera open={realCamera} title={title} onFilm={onFilm} />}
      {way === 'simulated' && simulated(onFilm)}
      {way === 'file' && (
        <Zone
          getDropOperation={() => 'copy'}
          onDrop={async ({ items }) => {
            const file = items.find((item) => item.kind === 'file');
            if (file?.kind === 'file') onFilm(await file.getFile());
          }}
        >
          <Row>
            <FileTrigger
              acceptedFileTypes={['video/mp4', 'video/quicktime', 'video/webm', '.mov', '.mkv']}
              onSelect={(files) => {
                const file = files?.[0];
                if (file) onFilm(file);
              }}
            >
              <Button $look="main">
                <Film size={20} aria-hidden />
                Choose a film
              </Button>
            </FileTrigger>
            <Small>MP4 or MOV in H.264, or WebM; up to ten minutes. Or drop it here. Sound is not looked at.</Small>
          </Row>
        </Zone>
      )}
    </Stack>
  );
}

/** A film that lies on its side is turned by hand. */
export const TurnFilm = ({ onTurn }: { readonly onTurn: () => void }) => (
  <Button $look="quiet" onPress={onTurn}>
    <RotateCw size={18} aria-hidden />
    Turn it
  </Button>
);
