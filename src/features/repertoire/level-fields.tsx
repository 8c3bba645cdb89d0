'use client';

import { keysOf } from '@/core/keyed';
import { useState } from 'react';
import type { ExerciseEntry } from '@/core/knowledge/entries';
import { amounts, extraWords, loadExtras, noLoad } from '@/core/knowledge/load-tags';
import { loadWords } from '@/core/knowledge/load-words';
import { loadsOf } from '@/core/knowledge/loads';
import { Button } from '@/design/button';
import { Figure } from '@/design/figure';
import { Quiet, Row, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { Count, FormGrid, oneOf } from './entry-fields';
import { PoseEditor } from './pose-editor';
import { OneOf } from '@/design/choice';
import { Ticks } from '@/design/tick';

export type Level = ExerciseEntry['levels'][number];
type Load = NonNullable<Level['load']>;

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
const amountNames = { none: 'as the poses show', light: 'light', loaded: 'loaded', endRange: 'end of range' } as const;
const efforts = ['none', 'light', 'strong'] as const;
const flags = {
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

/** What the poses tell, and what a teacher adds that no pose shows. */
function LoadFields({ level, onChange }: LevelProps) {
  const load = { ...noLoad, ...level.load };
  const setLoad = (changed: Partial<Load>, about: string) =>
    onChange({ ...level, load: { ...level.load, ...changed } }, about);
  return (
    <>
      <Quiet>
        The poses and what is added here say: {loadWords(loadsOf({ ...level, load })).join('; ') || 'nothing'}.
      </Quiet>
      <FormGrid>
        {keysOf(bends).map((key) => (
          <Picker
            key={key}
            label={bends[key]}
            value={load[key]}
            onChange={(id) => setLoad({ [key]: oneOf(amounts, id) }, key)}
            choices={asChoices(amountNames)}
          />
        ))}
        <Picker
          label="Effort of the trunk"
          value={load.effort}
          onChange={(id) => setLoad({ effort: oneOf(efforts, id) }, 'effort')}
          choices={asNamed(efforts)}
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
        values={load.weightOn}
        onChange={(ids) => setLoad({ weightOn: ids }, 'weightOn')}
      />
      <Ticks
        label="Also"
        options={loadExtras.map((id) => ({ id, name: extraWords[id] }))}
        values={load.also}
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
