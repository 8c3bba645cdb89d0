'use client';

import { useRef, useState } from 'react';
import { Clapperboard } from 'lucide-react';
import { drawableFaults, usualAmount } from '@/core/body/deviations';
import type { PlayedSet } from '@/core/body/played-set';
import { doneBy } from '@/core/body/mirror';
import { movementOf } from '@/core/body/shown';
import type { Body } from '@/core/body/segments';
import { poseBody } from '@/core/body/skeleton';
import type { View } from '@/core/anatomy/positions';
import { nearSideOf } from '@/core/figure/camera';
import { filmCamera, filmRoom, filmSize } from '@/core/figure/picture';
import { entry, faultIds } from '@/core/knowledge/find';
import type { Exercise, Level } from '@/core/knowledge/entries';
import { Button } from '@/design/button';
import { OneOf, Switched } from '@/design/choice';
import { Failed, Quiet, Row, Stack } from '@/design/layout';
import { makeFilm } from '@/platform/browser/film/host';
import { useRepertoire } from '@/platform/browser/repertoire';
import { wornInFilms } from '@/core/knowledge/worn';
import type { WantedMarks } from '@/core/knowledge/wanted';
import { Working } from './working';

const fps = 25;

const tempo: Omit<PlayedSet, 'repetitions'> = { stillS: 1.3, outS: 1.2, holdS: 0.4, backS: 1.4, restS: 0.4 };
/** A circle goes on round, without a halt at its widest. */
const roundTempo = { holdS: 0, restS: 0.2 } as const;
const lateFrom = { 3: [2, 3], 6: [4, 5, 6] } as const;
const noFault = 'clean';

type Choice = {
  readonly fault: string;
  readonly when: 'late' | 'all' | 'back';
  readonly repetitions: keyof typeof lateFrom;
  readonly withHalf: boolean;
  readonly stickers: boolean;
};

const whens = { all: 'in every one', late: 'in the later ones', back: 'on the way back' } as const;

function setOf({ fault, when, repetitions, withHalf }: Choice): PlayedSet {
  const all = Array.from({ length: repetitions }, (_, i) => i + 1);
  return {
    ...tempo,
    repetitions,
    ...(withHalf ? { half: { repetition: 2, share: 0.6 } } : {}),
    ...(fault === noFault
      ? {}
      : {
          fault: {
            id: fault,
            amount: usualAmount(fault),
            repetitions: when === 'late' ? lateFrom[repetitions] : all,
            when: when === 'back' ? 'back' : 'through',
          },
        }),
  };
}

export type SimulatedFilmProps = {
  readonly exercise: Exercise;
  readonly level: Level;
  readonly view: View;
  readonly body: Body;
  readonly worn: WantedMarks;
  readonly title: string;
  readonly onFilm: (file: File) => void;
};

/** A camera that ships with the product: the drawn client does a set, and it is filmed. */
export function SimulatedFilm({ exercise, level, view, body, worn, title, onFilm }: SimulatedFilmProps) {
  const repertoire = useRepertoire();
  const [choice, setChoice] = useState<Choice>({
    fault: noFault,
    when: 'late',
    repetitions: 6,
    withHalf: false,
    stickers: true,
  });
  const [share, setShare] = useState<number>();
  const [failed, setFailed] = useState<string>();
  const stop = useRef<AbortController>(undefined);
  const faults = faultIds(exercise).filter((fault) => drawableFaults.includes(fault));
  const film = async () => {
    const movement = doneBy(body, movementOf(level), nearSideOf(exercise.position, view));
    const start = poseBody(body, movement.start);
    const shown = [movement.start, movement.hold].map((pose) => poseBody(body, pose));
    const camera = filmCamera(exercise.position, view, filmSize(exercise.position), shown);
    const room = filmRoom(start, camera, view).svg;
    const own = new AbortController();
    stop.current = own;
    setFailed(undefined);
    setShare(0);
    try {
      const blob = await makeFilm(
        {
          ...{ body, movement, camera, view, fps },
          set: { ...setOf(choice), ...(movement.isRound ? roundTempo : {}) },
          worn: choice.stickers ? wornInFilms(worn, start, view) : [],
        },
        room,
        setShare,
        own.signal,
      );
      onFilm(new File([blob], `${title}.webm`, { type: 'video/webm' }));
    } catch (error) {
      if (!own.signal.aborted) setFailed('The film could not be made in this browser. Choose a film from a file.');
      if (!(error instanceof Error)) throw error;
    } finally {
      setShare(undefined);
    }
  };
  if (share !== undefined)
    return <Working words="Filming the drawn client" share={share} onCancel={() => stop.current?.abort()} />;
  return (
    <Stack $gap={12}>
      <Quiet>
        A drawn client does a set of {exercise.name.toLowerCase()}, in woven clothes. Choose what goes wrong in it, and
        film it as you would anyone.
      </Quiet>
      <OneOf
        label="What goes wrong"
        options={[
          { id: noFault, name: 'nothing' },
          ...faults.map((id) => ({ id, name: entry(repertoire.faults, id).plain })),
        ]}
        value={choice.fault}
        onChange={(fault) => setChoice({ ...choice, fault })}
      />
      {choice.fault !== noFault && (
        <OneOf
          label="When"
          options={Object.entries(whens).map(([id, name]) => ({ id, name }))}
          value={choice.when}
          onChange={(when) => setChoice({ ...choice, when: when === 'all' || when === 'back' ? when : 'late' })}
        />
      )}
      <Row $gap={14}>
        <OneOf
          label="How many repetitions"
          options={[
            { id: '3', name: 'three' },
            { id: '6', name: 'six' },
          ]}
          value={String(choice.repetitions)}
          onChange={(count) => setChoice({ ...choice, repetitions: count === '3' ? 3 : 6 })}
        />
        <Switched isOn={choice.withHalf} onChange={(withHalf) => setChoice({ ...choice, withHalf })} chosen="framed">
          The second goes half the way
        </Switched>
        <Switched isOn={choice.stickers} onChange={(stickers) => setChoice({ ...choice, stickers })} chosen="framed">
          Wears stickers
        </Switched>
      </Row>
      <Failed>{failed}</Failed>
      <Row>
        <Button $look="main" onPress={() => void film()}>
          <Clapperboard size={19} aria-hidden />
          Film this set
        </Button>
      </Row>
    </Stack>
  );
}
