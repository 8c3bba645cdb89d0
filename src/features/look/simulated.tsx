'use client';

import { useEffect, useMemo, useRef, useState } from 'react';
import { Label, Slider, SliderOutput, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { isUpright } from '@/core/anatomy/positions';
import type { View } from '@/core/anatomy/positions';
import { drawableFaults, usualAmount, withFault } from '@/core/body/deviations';
import { poseAt } from '@/core/body/movement';
import { startOf } from '@/core/body/shown';
import type { Pose } from '@/core/body/pose';
import { poseBody } from '@/core/body/skeleton';
import type { PosedBody } from '@/core/body/skeleton';
import type { Body } from '@/core/body/segments';
import { demoPicture, standingCamera } from '@/core/figure/picture';
import { entry, faultIds } from '@/core/knowledge/find';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { Quiet, Row, Stack } from '@/design/layout';
import { useRepertoire } from '@/platform/browser/repertoire';
import { Camera } from './camera';
import type { OpenStream } from '@/platform/browser/camera';
import { wornKeys } from '@/core/knowledge/worn';
import type { WantedMarks } from '@/core/knowledge/wanted';
import { OneOf } from '@/design/choice';
import { glassSlider } from '@/design/glass-slider';

const Amount = styled(Slider)`
  display: grid;
  grid-template-columns: auto auto;
  gap: 2px 12px;
  min-width: 210px;
  flex: 1 1 210px;
  max-width: 300px;
  ${glassSlider(26)}
  .track {
    grid-column: 1 / -1;
  }
  .number {
    justify-self: end;
    font-weight: 650;
  }
`;

type Doing = { readonly fault: string | null; readonly amount: number; readonly askew: number; readonly share: number };
const lyingSize = { wide: 2000, high: 1125 } as const;
const uprightSize = { wide: 1200, high: 2000 } as const;

/** Grain as a sensor gives it. */
function addGrain(context: CanvasRenderingContext2D): void {
  const { width: wide, height: high } = context.canvas;
  const strip = context.getImageData(0, 0, wide, high);
  const { data } = strip;
  for (let i = 0; i < data.length; i += 4) {
    const grain = (Math.random() + Math.random() + Math.random() - 1.5) * 9;
    data[i] = (data[i] ?? 0) + grain;
    data[i + 1] = (data[i + 1] ?? 0) + grain;
    data[i + 2] = (data[i + 2] ?? 0) + grain;
  }
  context.putImageData(strip, 0, 0);
}

type SimulatedProps = {
  readonly exercise: Exercise;
  readonly level: Level;
  readonly view: View;
  readonly body: Body;
  /** What is asked for here: the client wears stickers there. */
  readonly worn: WantedMarks;
  /** At rest, or at the top of the movement. */
  readonly atRest: boolean;
  readonly title: string;
  readonly onPicture: (file: File) => Promise<void>;
};

type Film = Pick<SimulatedProps, 'exercise' | 'level' | 'view' | 'body' | 'worn'>;

/** Held across or upright: whichever way the body is seen larger, as where a leg stands up before a lens at the feet. */
function sizeFor(position: Exercise['position'], view: View, shown: readonly PosedBody[]) {
  if (isUpright(position)) return uprightSize;
  const [across, uprightWay] = [lyingSize, uprightSize].map(
    (size) => standingCamera(position, view, size, shown).focalPx,
  );
  return (across ?? 0) >= (uprightWay ?? 0) ? lyingSize : uprightSize;
}

/** A stream of the body model doing an exercise; `now` tells, frame by frame, what it does. */
async function openFilm({ exercise, level, view, body, worn }: Film, now: () => Doing): ReturnType<OpenStream> {
  const movement = { start: startOf(level), hold: level.top };
  const shown = [movement.start, movement.hold].map((pose) => poseBody(body, pose));
  const { wide, high } = sizeFor(exercise.position, view, shown);
  const poseNow = ({ fault, amount, share }: Doing): Pose => {
    const clean = poseAt(body, movement, share >= 1 ? 'hold' : 'out', share);
    return fault ? withFault(clean, fault, amount) : clean;
  };
  const draw = async (pose: Pose, askew: number): Promise<HTMLImageElement> => {
    const camera = standingCamera(exercise.position, view, { wide, high, askew }, shown);
    const posed = poseBody(body, pose);
    const { svg } = demoPicture(posed, camera, view, wornKeys(worn, posed, view));
    const image = new Image();
    image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
    await image.decode().catch(() => undefined); // a picture that can't be drawn leaves the last one standing
    return image;
  };
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [wide, high];
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new Error('no canvas');
  let over = false;
  let last = '';
  const paint = async () => {
    const doing = now();
    const pose = poseNow(doing);
    const key = JSON.stringify([pose, doing.askew]);
    if (key !== last) {
      last = key;
      const image = await draw(pose, doing.askew);
      if (over) return;
      context.filter = 'blur(0.7px)';
      context.drawImage(image, 0, 0, wide, high);
      context.filter = 'none';
      addGrain(context);
    } else {
      context.fillStyle = 'rgb(0 0 0 / 0.4%)';
      context.fillRect(0, 0, 1, 1); // a stream sends a frame only when something is painted
    }
    if (!over) setTimeout(paint, 150);
  };
  await paint();
  const stream = canvas.captureStream(8);
  return {
    stream,
    close: () => {
      over = true;
      stream.getTracks().forEach((track) => track.stop());
    },
  };
}

type SlideProps = {
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly value: number;
  readonly shown: string;
  readonly onChange: (value: number) => void;
};

const Slide = ({ label, least, most, step, value, shown, onChange }: SlideProps) => (
  <Amount minValue={least} maxValue={most} step={step} value={value} onChange={(to) => onChange(Number(to))}>
    <Label>{label}</Label>
    <SliderOutput className="number">{shown}</SliderOutput>
    <SliderTrack className="track">
      <SliderThumb className="thumb" aria-label={label} />
    </SliderTrack>
  </Amount>
);

/** No fault: the choice beside the faults. */
const clean = 'clean';

/** A camera that ships with the product: the body model does the exercise, with a fault if wanted; the rest is as with any camera. */
export function SimulatedCamera({ exercise, level, view, body, worn, atRest, title, onPicture }: SimulatedProps) {
  const repertoire = useRepertoire();
  const [doing, setDoing] = useState<Doing>({ fault: null, amount: 0, askew: 0, share: atRest ? 0 : 1 });
  const now = useRef(doing);
  useEffect(() => {
    now.current = doing;
  }, [doing]);
  const faults = faultIds(exercise).filter((fault) => drawableFaults.includes(fault));
  const open = useMemo(
    (): OpenStream => () => openFilm({ exercise, level, view, body, worn }, () => now.current),
    [exercise, level, view, body, worn],
  );
  const isInMm = doing.fault === 'shouldersUp';
  return (
    <Stack $gap={12}>
      <Quiet>
        A drawn client with stickers on does {exercise.name.toLowerCase()}. Choose what goes wrong, and take its picture
        as you would anyone’s.
      </Quiet>
      <OneOf
        label="What goes wrong"
        options={[
          { id: clean, name: 'clean' },
          ...faults.map((id) => ({ id, name: entry(repertoire.faults, id).plain })),
        ]}
        value={doing.fault ?? clean}
        onChange={(id) =>
          setDoing({
            ...doing,
            ...(id === clean ? { fault: null, amount: 0 } : { fault: id, amount: usualAmount(id) }),
          })
        }
      />
      <Row $gap={22}>
        {doing.fault && (
          <Slide
            label="how much"
            least={0}
            most={isInMm ? 50 : 25}
            step={1}
            value={doing.amount}
            shown={`${doing.amount} ${isInMm ? 'mm' : '°'}`}
            onChange={(amount) => setDoing({ ...doing, amount })}
          />
        )}
        <Slide
          label="how far into the movement"
          least={0}
          most={1}
          step={0.05}
          value={doing.share}
          shown={`${Math.round(doing.share * 100)} %`}
          onChange={(share) => setDoing({ ...doing, share })}
        />
        <Slide
          label="camera held askew"
          least={-12}
          most={12}
          step={1}
          value={doing.askew}
          shown={`${doing.askew}°`}
          onChange={(askew) => setDoing({ ...doing, askew })}
        />
      </Row>
      <Camera open={open} title={title} onPicture={onPicture} label="Simulated camera" />
    </Stack>
  );
}
