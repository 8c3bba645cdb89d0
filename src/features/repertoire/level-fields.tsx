'use client';

import { keysOf } from '@/core/keyed';
import { useState } from 'react';
import type { ExerciseEntry } from '@/core/knowledge/entries';
import { amounts, extraWords, loadExtras } from '@/core/knowledge/load-tags';
import { Button } from '@/design/button';
import { Figure } from '@/design/figure';
import { Row, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { Count, FormGrid, oneOf } from './entry-fields';
import { PoseEditor } from './pose-editor';
import { OneOf } from '@/design/choice';
import { Ticks } from '@/design/tick';

export type Level = ExerciseEntry['levels'][number];
type Load = Level['load'];

type LevelProps = { readonly level: Level; readonly onChange: (level: Level, about: string) => void };

/** One level in fields: its words and dose, what it asks, how it is drawn. */
export const LevelFields = (props: LevelProps) => (
  <Stack $gap={16}>
    <LevelWords {...props} />
    <h3>What it asks: cautions act on these</h3>
    <LoadFields {...props} />
    <h3>How it is drawn</h3>
    <PoseFields {...props} />
  </Stack>
);

/** A level with a text set, or without it where the text is empty. */
function withText(level: Level, key: 'rises' | 'springs', text: string): Level {
  const { [key]: _, ...rest } = level;
  return text.trim() ? { ...rest, [key]: text } : rest;
}

const LevelWords = ({ level, onChange }: LevelProps) => (
  <FormGrid>
    <PlainField label="Level’s name" value={level.name} onChange={(name) => onChange({ ...level, name }, 'name')} />
    <PlainField
      label="What changes"
      value={level.change}
      onChange={(change) => onChange({ ...level, change }, 'change')}
    />
    <PlainField
      label="What else rises"
      help="Where the load of the legs does not."
      value={level.rises ?? ''}
      onChange={(text) => onChange(withText(level, 'rises', text), 'rises')}
    />
    <PlainField
      label="Springs"
      value={level.springs ?? ''}
      onChange={(text) => onChange(withText(level, 'springs', text), 'springs')}
    />
    <Count
      label="Repetitions"
      value={level.dose.repetitions}
      onChange={(repetitions) => onChange({ ...level, dose: { ...level.dose, repetitions } }, 'dose')}
    />
    <Picker
      label="Sides"
      value={String(level.dose.sides)}
      onChange={(id) => onChange({ ...level, dose: { ...level.dose, sides: id === '2' ? 2 : 1 } }, 'sides')}
      choices={[
        { id: '1', name: 'both together' },
        { id: '2', name: 'each side' },
      ]}
    />
  </FormGrid>
);

const bends = { flexion: 'Bends forward', extension: 'Bends back', twist: 'Turns', sideBend: 'Bends aside' } as const;
const legsUp = ['none', 'one', 'both'] as const;
const levers = ['none', 'short', 'long'] as const;
const efforts = ['none', 'light', 'strong'] as const;
const lyings = {
  no: 'not',
  flat: 'flat on the back',
  front: 'on the front',
  side: 'on the side',
  incline: 'on an incline',
} as const;
const flags = {
  headUp: 'head up in a curl',
  inversion: 'head lower than the heart',
  rolling: 'rolls',
  balance: 'balance',
  movingCarriage: 'stands on a moving carriage',
  jump: 'jumps',
  breathEffort: 'breath held or pumped',
} as const;
const weights = {
  hands: 'weight on the hands',
  forearms: 'weight on the forearms',
  knees: 'weight on the knees',
  neck: 'weight near the neck',
} as const;

const asChoices = <T extends string>(names: Readonly<Record<T, string>>) =>
  keysOf(names).map((id) => ({ id, name: names[id] }));
const asNamed = (ids: readonly string[]) => ids.map((id) => ({ id, name: id }));

function LoadFields({ level, onChange }: LevelProps) {
  const { load } = level;
  const setLoad = (changed: Partial<Load>, about: string) =>
    onChange({ ...level, load: { ...load, ...changed } }, about);
  return (
    <>
      <FormGrid>
        {keysOf(bends).map((key) => (
          <Picker
            key={key}
            label={bends[key]}
            value={load[key] ?? 'none'}
            onChange={(id) => setLoad({ [key]: oneOf(amounts, id) }, key)}
            choices={amounts.map((id) => ({ id, name: id === 'endRange' ? 'end of range' : id }))}
          />
        ))}
        <Picker
          label="Legs off the floor"
          value={load.legs ?? 'none'}
          onChange={(id) =>
            onChange({ ...level, bothLegsUp: id === 'both', load: { ...load, legs: oneOf(legsUp, id) } }, 'legs')
          }
          choices={asNamed(legsUp)}
        />
        <Picker
          label="Lever"
          value={load.lever ?? 'none'}
          onChange={(id) => setLoad({ lever: oneOf(levers, id) }, 'lever')}
          choices={asNamed(levers)}
        />
        <Picker
          label="Effort of the trunk"
          value={load.effort ?? 'light'}
          onChange={(id) => setLoad({ effort: oneOf(efforts, id) }, 'effort')}
          choices={asNamed(efforts)}
        />
        <Picker
          label="Lies"
          value={load.lying ?? 'no'}
          onChange={(id) => setLoad({ lying: oneOf(keysOf(lyings), id) }, 'lying')}
          choices={asChoices(lyings)}
        />
      </FormGrid>
      <Ticks
        label="And"
        options={asChoices(flags)}
        values={keysOf(flags).filter((id) => load[id])}
        onChange={(ids) => setLoad(Object.fromEntries(keysOf(flags).map((id) => [id, ids.includes(id)])), 'flags')}
      />
      <Ticks
        label="Weight on"
        options={asChoices(weights)}
        values={load.weightOn ?? []}
        onChange={(ids) => setLoad({ weightOn: ids }, 'weightOn')}
      />
      <Ticks
        label="Also"
        options={loadExtras.map((id) => ({ id, name: extraWords[id] }))}
        values={load.also ?? []}
        onChange={(ids) => setLoad({ also: ids }, 'also')}
      />
    </>
  );
}

const poseNames = { start: 'Start', via: 'Half-way', top: 'Top' } as const;
type PoseName = keyof typeof poseNames;

/** A pose of a level; where it has none of its own, what is drawn in its place. */
function poseAt(level: Level, at: PoseName): Level['top'] {
  const hook = { left: { kind: 'footDown' }, right: { kind: 'footDown' } } as const;
  return level[at] ?? (at === 'start' ? hook : level.top);
}

function PoseFields({ level, onChange }: LevelProps) {
  const [at, setAt] = useState<PoseName>('top');
  const straighten = () => {
    const { via: _, ...rest } = level;
    onChange(rest, '');
  };
  return (
    <>
      <Row $gap={14}>
        <OneOf
          label="Which pose"
          chosen="framed"
          gap={14}
          options={keysOf(poseNames).map((name) => ({
            id: name,
            name: (
              <span style={{ width: 130, display: 'grid' }}>
                <Figure pose={poseAt(level, name)} small label={poseNames[name]} />
                {poseNames[name]}
              </span>
            ),
          }))}
          value={at}
          onChange={setAt}
        />
        {at === 'via' && level.via && (
          <Button $look="quiet" onPress={straighten}>
            Straight way, no half-way pose
          </Button>
        )}
      </Row>
      <PoseEditor
        pose={poseAt(level, at)}
        scene={level.scene}
        onChange={(changed) => onChange({ ...level, [at]: changed }, `${at} pose`)}
      />
    </>
  );
}
