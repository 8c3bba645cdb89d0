'use client';

import { Copy, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { positions, views } from '@/core/anatomy/positions';
import { parsePattern } from '@/core/breathing/parse';
import { directions, families, regions } from '@/core/knowledge/kinds';
import { blocks } from '@/core/anatomy/blocks';
import type { ExerciseEntry } from '@/core/knowledge/entries';
import { amounts, apparatuses, extraWords, loadExtras } from '@/core/knowledge/load-tags';
import { Button } from '@/design/button';
import { FormGrid as Grid } from '@/design/fields';
import { Figure } from '@/design/figure';
import { Row, Section, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { apparatusNames, fromWhere, positionNames } from '@/design/words';
import { readChecks, readLines, writeChecks } from './edit-state';
import { PoseEditor } from './pose-editor';
import { directionNames, familyNames, regionNames } from './words';

const FormGrid = styled(Grid)`
  grid-template-columns: repeat(auto-fit, minmax(min(280px, 100%), 1fr));
`;

const Ticks = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(200px, 1fr));
  gap: 0 18px;
  label {
    display: flex;
    gap: 10px;
    align-items: center;
    min-height: 40px;
  }
  input {
    width: 21px;
    height: 21px;
    flex: none;
    accent-color: var(--info);
  }
`;

type Level = ExerciseEntry['levels'][number];
type Load = Level['load'];
type FieldsProps = {
  readonly entry: ExerciseEntry;
  readonly isNew: boolean;
  readonly faults: readonly { readonly id: string; readonly name: string }[];
  readonly onChange: (entry: ExerciseEntry, about: string) => void;
};

const pick = <T extends string>(names: Readonly<Record<T, string>>, ids: readonly T[]) =>
  ids.map((id) => ({ id, name: names[id] }));

/** An exercise in fields: words, what is watched, breath, and each level with its tags and its drawn poses. */
export function ExerciseFields({ entry, isNew, faults, onChange }: FieldsProps) {
  const [number, setNumber] = useState(1);
  const set = <K extends keyof ExerciseEntry>(key: K, value: ExerciseEntry[K]) =>
    onChange({ ...entry, [key]: value }, String(key));
  const word = (key: 'name' | 'plain' | 'purpose' | 'endPoint' | 'transition', label: string, lines = false) => (
    <PlainField label={label} value={entry[key]} onChange={(value) => set(key, value)} lines={lines} />
  );
  const optional = (key: 'legLine' | 'settle' | 'release', label: string) => (
    <PlainField
      label={label}
      value={entry[key] ?? ''}
      onChange={(value) => {
        const { [key]: _, ...rest } = entry;
        onChange(value.trim() ? { ...rest, [key]: value } : rest, key);
      }}
    />
  );
  const list = (key: 'selfChecks' | 'cautions' | 'notes', label: string) => (
    <Lines
      label={label}
      help="One a line."
      value={(entry[key] ?? []).join('\n')}
      onChange={(text) => set(key, readLines(text))}
    />
  );
  const index = entry.levels.findIndex((one) => one.number === number);
  const level = entry.levels[index] ?? entry.levels[0];
  const setLevels = (levels: readonly Level[], about: string) =>
    onChange({ ...entry, levels: levels.map((one, i) => ({ ...one, number: i + 1 })) }, about);
  return (
    <Stack $gap={30}>
      <Section aria-label="Words">
        <h2>Words</h2>
        <FormGrid>
          {isNew && (
            <PlainField
              label="Id"
              value={entry.id}
              onChange={(id) => set('id', id)}
              help="A small letter, then letters and figures."
            />
          )}
          {word('name', 'Name')}
          {word('plain', 'In plain words')}
          {word('purpose', 'What it is for', true)}
          {word('endPoint', 'End point')}
          <PlainField
            label="Feel it where"
            value={entry.feel.where}
            onChange={(where) => set('feel', { ...entry.feel, where })}
          />
          <PlainField
            label="And where not"
            value={entry.feel.notWhere}
            onChange={(notWhere) => set('feel', { ...entry.feel, notWhere })}
          />
          {optional('legLine', 'Legs and feet')}
          {optional('settle', 'Before')}
          {optional('release', 'After')}
          {word('transition', 'Getting in and out', true)}
        </FormGrid>
        <Lines
          label="Set-up checks"
          help={`One a line, from the tailbone up: ${[...blocks, 'feet'].join(', ')}, a colon, the check.`}
          value={writeChecks(entry.setUp)}
          onChange={(text) => set('setUp', readChecks(text, [...blocks, 'feet'] as const, 'pelvis'))}
        />
        <FormGrid>
          {list('selfChecks', 'Checks by the client’s own hands')}
          {list('cautions', 'Take care')}
          {list('notes', 'Finer points')}
        </FormGrid>
      </Section>
      <Section aria-label="Where it belongs">
        <h2>Where it belongs</h2>
        <FormGrid>
          <Picker
            label="Family"
            value={entry.family}
            onChange={(id) => set('family', id as ExerciseEntry['family'])}
            choices={pick(familyNames, families)}
          />
          <Picker
            label="Position"
            value={entry.position}
            onChange={(id) => set('position', id as ExerciseEntry['position'])}
            choices={pick(positionNames, positions)}
          />
          <Picker
            label="Apparatus"
            value={entry.apparatus ?? 'mat'}
            onChange={(id) => set('apparatus', id as NonNullable<ExerciseEntry['apparatus']>)}
            choices={pick(apparatusNames, apparatuses)}
          />
        </FormGrid>
        <h3>Spine</h3>
        <TickList
          all={pick(directionNames, directions)}
          chosen={entry.spine}
          onChange={(ids) => set('spine', ids as ExerciseEntry['spine'])}
          label="Where the spine goes"
        />
        <h3>Regions</h3>
        <TickList
          all={pick(regionNames, regions)}
          chosen={entry.regions}
          onChange={(ids) => set('regions', ids as ExerciseEntry['regions'])}
          label="Regions that work"
        />
      </Section>
      <Section aria-label="Breath and gate">
        <h2>Breath and gate</h2>
        {entry.breath.map((one, i) => {
          const parsed = parsePattern(one.pattern);
          const setBreath = (changed: Partial<typeof one>) =>
            set(
              'breath',
              entry.breath.map((other, j) => (j === i ? { ...other, ...changed } : other)),
            );
          return (
            <FormGrid key={i}>
              <PlainField label={`Breath ${i + 1}, name`} value={one.name} onChange={(name) => setBreath({ name })} />
              <PlainField
                label={`Breath ${i + 1}, pattern`}
                value={one.pattern}
                onChange={(pattern) => setBreath({ pattern })}
                help="in 4 prepare, out 4 lift"
                error={parsed.ok ? undefined : parsed.error.message}
              />
            </FormGrid>
          );
        })}
        <Row>
          <Button
            onPress={() => set('breath', [...entry.breath, { name: 'another', pattern: 'in 4 ready, out 4 move' }])}
          >
            <Plus size={17} aria-hidden />
            Another breath
          </Button>
        </Row>
        <FormGrid>
          <Count
            label="Clean repetitions before moving up"
            value={entry.gate.cleanReps}
            onChange={(cleanReps) => set('gate', { ...entry.gate, cleanReps })}
          />
          <Count
            label="Sessions running"
            value={entry.gate.sessions}
            onChange={(sessions) => set('gate', { ...entry.gate, sessions })}
          />
        </FormGrid>
      </Section>
      <Section aria-label="Watched faults">
        <h2>Watched faults</h2>
        <TickList
          all={faults}
          chosen={entry.faults.map(({ fault }) => fault)}
          label="Faults to watch"
          onChange={(ids) =>
            set(
              'faults',
              ids.map(
                (id) =>
                  entry.faults.find(({ fault }) => fault === id) ?? {
                    fault: id,
                    phases: ['out', 'hold', 'back'],
                    standAt: 'side',
                  },
              ),
            )
          }
        />
        <Ticks as="div" style={{ gap: '8px 18px' }}>
          {entry.faults.map((one) => (
            <Picker
              key={one.fault}
              label={`${faults.find(({ id }) => id === one.fault)?.name ?? one.fault}: stand`}
              value={one.standAt}
              onChange={(standAt) =>
                set(
                  'faults',
                  entry.faults.map((other) =>
                    other.fault === one.fault ? { ...other, standAt: standAt as typeof one.standAt } : other,
                  ),
                )
              }
              choices={pick(fromWhere, views)}
            />
          ))}
        </Ticks>
      </Section>
      {level && (
        <Section aria-label="Levels">
          <Row style={{ justifyContent: 'space-between' }}>
            <h2>Levels</h2>
            <Row $gap={6}>
              <Button
                onPress={() => {
                  setLevels(
                    [
                      ...entry.levels.slice(0, index + 1),
                      { ...level, name: `${level.name}, harder` },
                      ...entry.levels.slice(index + 1),
                    ],
                    '',
                  );
                  setNumber(level.number + 1);
                }}
              >
                <Copy size={17} aria-hidden />
                Copy as the next level
              </Button>
              <Button
                isDisabled={entry.levels.length === 1}
                onPress={() => {
                  setLevels(
                    entry.levels.filter((one) => one !== level),
                    '',
                  );
                  setNumber(Math.max(1, level.number - 1));
                }}
              >
                <Trash2 size={17} aria-hidden />
                Remove
              </Button>
            </Row>
          </Row>
          <Row $gap={8} role="group" aria-label="Which level">
            {entry.levels.map((one) => (
              <Button
                key={one.number}
                aria-pressed={one === level}
                $look={one === level ? 'main' : 'plain'}
                onPress={() => setNumber(one.number)}
              >
                {one.number} · {one.name}
              </Button>
            ))}
          </Row>
          <LevelFields
            key={level.number}
            level={level}
            onChange={(changed, about) =>
              setLevels(
                entry.levels.map((one) => (one === level ? changed : one)),
                `level ${level.number} ${about}`,
              )
            }
          />
        </Section>
      )}
    </Stack>
  );
}

const poseNames = { start: 'Start', via: 'Half-way', top: 'Top' } as const;

function LevelFields({ level, onChange }: { level: Level; onChange: (level: Level, about: string) => void }) {
  const [at, setAt] = useState<keyof typeof poseNames>('top');
  const hook = { left: { kind: 'footDown' }, right: { kind: 'footDown' } } as const;
  const pose = (at === 'top' ? level.top : level[at]) ?? (at === 'start' ? hook : level.top);
  const load = level.load;
  const setLoad = (changed: Partial<Load>, about: string) =>
    onChange({ ...level, load: { ...load, ...changed } }, about);
  const amountPicker = (key: 'flexion' | 'extension' | 'twist' | 'sideBend', label: string) => (
    <Picker
      label={label}
      value={load[key] ?? 'none'}
      onChange={(id) => setLoad({ [key]: id as (typeof amounts)[number] }, key)}
      choices={amounts.map((id) => ({ id, name: id === 'endRange' ? 'end of range' : id }))}
    />
  );
  const flags = ['headUp', 'inversion', 'rolling', 'balance', 'movingCarriage', 'jump', 'breathEffort'] as const;
  const flagNames = {
    headUp: 'head up in a curl',
    inversion: 'head lower than the heart',
    rolling: 'rolls',
    balance: 'balance',
    movingCarriage: 'stands on a moving carriage',
    jump: 'jumps',
    breathEffort: 'breath held or pumped',
  };
  return (
    <Stack $gap={16}>
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
          onChange={(rises) => {
            const { rises: _, ...rest } = level;
            onChange(rises.trim() ? { ...rest, rises } : rest, 'rises');
          }}
        />
        <PlainField
          label="Springs"
          value={level.springs ?? ''}
          onChange={(springs) => {
            const { springs: _, ...rest } = level;
            onChange(springs.trim() ? { ...rest, springs } : rest, 'springs');
          }}
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
      <h3>What it asks: cautions act on these</h3>
      <FormGrid>
        {amountPicker('flexion', 'Bends forward')}
        {amountPicker('extension', 'Bends back')}
        {amountPicker('twist', 'Turns')}
        {amountPicker('sideBend', 'Bends aside')}
        <Picker
          label="Legs off the floor"
          value={load.legs ?? 'none'}
          onChange={(id) =>
            onChange(
              { ...level, bothLegsUp: id === 'both', load: { ...load, legs: id as NonNullable<Load['legs']> } },
              'legs',
            )
          }
          choices={['none', 'one', 'both'].map((id) => ({ id, name: id }))}
        />
        <Picker
          label="Lever"
          value={load.lever ?? 'none'}
          onChange={(id) => setLoad({ lever: id as NonNullable<Load['lever']> }, 'lever')}
          choices={['none', 'short', 'long'].map((id) => ({ id, name: id }))}
        />
        <Picker
          label="Effort of the trunk"
          value={load.effort ?? 'light'}
          onChange={(id) => setLoad({ effort: id as NonNullable<Load['effort']> }, 'effort')}
          choices={['none', 'light', 'strong'].map((id) => ({ id, name: id }))}
        />
        <Picker
          label="Lies"
          value={load.lying ?? 'no'}
          onChange={(id) => setLoad({ lying: id as NonNullable<Load['lying']> }, 'lying')}
          choices={[
            { id: 'no', name: 'not' },
            { id: 'flat', name: 'flat on the back' },
            { id: 'front', name: 'on the front' },
            { id: 'side', name: 'on the side' },
            { id: 'incline', name: 'on an incline' },
          ]}
        />
      </FormGrid>
      <TickList
        label="And"
        all={flags.map((id) => ({ id, name: flagNames[id] }))}
        chosen={flags.filter((id) => load[id])}
        onChange={(ids) => setLoad(Object.fromEntries(flags.map((id) => [id, ids.includes(id)])), 'flags')}
      />
      <TickList
        label="Weight on"
        all={[
          { id: 'hands', name: 'weight on the hands' },
          { id: 'forearms', name: 'weight on the forearms' },
          { id: 'knees', name: 'weight on the knees' },
          { id: 'neck', name: 'weight near the neck' },
        ]}
        chosen={load.weightOn ?? []}
        onChange={(ids) => setLoad({ weightOn: ids as NonNullable<Load['weightOn']> }, 'weightOn')}
      />
      <TickList
        label="Also"
        all={loadExtras.map((id) => ({ id, name: extraWords[id] }))}
        chosen={load.also ?? []}
        onChange={(ids) => setLoad({ also: ids as NonNullable<Load['also']> }, 'also')}
      />
      <h3>How it is drawn</h3>
      <Row $gap={14} role="group" aria-label="Which pose">
        {(Object.keys(poseNames) as (keyof typeof poseNames)[]).map((name) => (
          <Button
            key={name}
            aria-pressed={at === name}
            onPress={() => setAt(name)}
            style={{ width: 170, display: 'grid' }}
          >
            <Figure
              pose={(name === 'top' ? level.top : level[name]) ?? (name === 'start' ? hook : level.top)}
              small
              label={poseNames[name]}
            />
            {poseNames[name]}
          </Button>
        ))}
        {at === 'via' && level.via && (
          <Button
            $look="quiet"
            onPress={() => {
              const { via: _, ...rest } = level;
              onChange(rest, '');
            }}
          >
            Straight way, no half-way pose
          </Button>
        )}
      </Row>
      <PoseEditor
        pose={pose}
        scene={level.scene}
        onChange={(changed) => onChange({ ...level, [at]: changed }, `${at} pose`)}
      />
    </Stack>
  );
}

function TickList({
  all,
  chosen,
  onChange,
  label,
}: {
  all: readonly { readonly id: string; readonly name: string }[];
  chosen: readonly string[];
  onChange: (ids: string[]) => void;
  label: string;
}) {
  return (
    <Ticks role="group" aria-label={label}>
      {all.map(({ id, name }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.includes(id)}
            onChange={({ target }) => onChange(target.checked ? [...chosen, id] : chosen.filter((one) => one !== id))}
          />
          {name}
        </label>
      ))}
    </Ticks>
  );
}

/** Text by the line that keeps what is typed while it is read. */
function Lines({
  label,
  help,
  value,
  onChange,
}: {
  label: string;
  help: string;
  value: string;
  onChange: (text: string) => void;
}) {
  const [typed, setTyped] = useState(value);
  return (
    <PlainField
      label={label}
      help={help}
      lines
      value={typed}
      onChange={(text) => {
        setTyped(text);
        onChange(text);
      }}
    />
  );
}

function Count({ label, value, onChange }: { label: string; value: number; onChange: (value: number) => void }) {
  const [typed, setTyped] = useState(String(value));
  const isRight = /^[1-9]\d{0,2}$/.test(typed.trim());
  return (
    <PlainField
      label={label}
      value={typed}
      inputMode="numeric"
      error={isRight ? undefined : 'A whole number from 1.'}
      onChange={(text) => {
        setTyped(text);
        if (/^[1-9]\d{0,2}$/.test(text.trim())) onChange(Number(text));
      }}
    />
  );
}
