'use client';

import { Copy, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { blocks } from '@/core/anatomy/blocks';
import { fromWhere, positions, views } from '@/core/anatomy/positions';
import { parsePattern } from '@/core/breathing/parse';
import type { ExerciseEntry } from '@/core/knowledge/entries';
import { directions, families, regions } from '@/core/knowledge/kinds';
import { apparatuses } from '@/core/knowledge/load-tags';
import { Button } from '@/design/button';
import { Row, Section, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { apparatusNames, positionNames } from '@/design/words';
import { keepStarts, readChecks, readLines, writeChecks } from './edit-state';
import { Count, FormGrid, Lines, oneOf, pick } from './entry-fields';
import { FormFields } from './form-fields';
import { LevelFields } from './level-fields';
import type { Level } from './level-fields';
import { familyNames } from './words';
import { directionNames, regionNames } from '@/core/knowledge/kinds';
import { OneOf } from '@/design/choice';
import { Ticks } from '@/design/tick';

type FieldsProps = {
  readonly entry: ExerciseEntry;
  readonly isNew: boolean;
  readonly faults: readonly { readonly id: string; readonly name: string }[];
  readonly props: readonly { readonly id: string; readonly name: string }[];
  readonly onChange: (entry: ExerciseEntry, about: string) => void;
};

type SetField = <K extends keyof ExerciseEntry>(key: K, value: ExerciseEntry[K]) => void;
type PartProps = { readonly entry: ExerciseEntry; readonly set: SetField };

/** An exercise in fields: words, what is watched, breath, and each level with its tags and its drawn poses. */
export function ExerciseFields(props: FieldsProps) {
  const { entry, onChange } = props;
  const set: SetField = (key, value) => onChange({ ...entry, [key]: value }, key);
  return (
    <Stack $gap={30}>
      <WordFields {...props} set={set} />
      <PlaceFields entry={entry} set={set} />
      <BreathFields entry={entry} set={set} />
      <FaultFields entry={entry} set={set} faults={props.faults} />
      <Levels entry={entry} onChange={onChange} />
      <FormFields entry={entry} props={props.props} onChange={onChange} />
    </Stack>
  );
}

type Text = 'name' | 'plain' | 'purpose' | 'endPoint' | 'transition';
type Optional = 'legLine' | 'settle' | 'release';

/** An entry with a text set, or without it where the text is empty. */
function withText(entry: ExerciseEntry, key: Optional, text: string): ExerciseEntry {
  const { [key]: _, ...rest } = entry;
  return text.trim() ? { ...rest, [key]: text } : rest;
}

function WordFields({ entry, isNew, onChange, set }: FieldsProps & PartProps) {
  const word = (key: Text, label: string, lines = false) => (
    <PlainField label={label} value={entry[key]} onChange={(value) => set(key, value)} lines={lines} />
  );
  const optional = (key: Optional, label: string) => (
    <PlainField label={label} value={entry[key] ?? ''} onChange={(text) => onChange(withText(entry, key, text), key)} />
  );
  const list = (key: 'selfChecks' | 'cautions' | 'notes', label: string) => (
    <Lines
      label={label}
      help="One a line."
      value={(entry[key] ?? []).join('\n')}
      onChange={(text) => set(key, readLines(text))}
    />
  );
  return (
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
        help="One a line, from the feet and tailbone up: feet, legs, pelvis, ribs or head, a colon, the check."
        value={writeChecks(entry.setUp)}
        onChange={(text) =>
          set('setUp', keepStarts(readChecks(text, [...blocks, 'feet'] as const, 'pelvis'), entry.setUp))
        }
      />
      <FormGrid>
        {list('selfChecks', 'Checks by the client’s own hands')}
        {list('cautions', 'Take care')}
        {list('notes', 'Finer points')}
      </FormGrid>
    </Section>
  );
}

const PlaceFields = ({ entry, set }: PartProps) => (
  <Section aria-label="Where it belongs">
    <h2>Where it belongs</h2>
    <FormGrid>
      <Picker
        label="Family"
        value={entry.family}
        onChange={(id) => set('family', oneOf(families, id) ?? entry.family)}
        choices={pick(familyNames, families)}
      />
      <Picker
        label="Position"
        value={entry.position}
        onChange={(id) => set('position', oneOf(positions, id) ?? entry.position)}
        choices={pick(positionNames, positions)}
      />
      <Picker
        label="Apparatus"
        value={entry.apparatus ?? 'mat'}
        onChange={(id) => set('apparatus', oneOf(apparatuses, id) ?? entry.apparatus)}
        choices={pick(apparatusNames, apparatuses)}
      />
    </FormGrid>
    <h3>Spine</h3>
    <Ticks
      options={pick(directionNames, directions)}
      values={entry.spine}
      onChange={(ids) => set('spine', ids)}
      label="Where the spine goes"
    />
    <h3>Regions</h3>
    <Ticks
      options={pick(regionNames, regions)}
      values={entry.regions}
      onChange={(ids) => set('regions', ids)}
      label="Regions that work"
    />
  </Section>
);

type Breath = ExerciseEntry['breath'][number];

function BreathFields({ entry, set }: PartProps) {
  const change = (i: number, changed: Partial<Breath>) =>
    set(
      'breath',
      entry.breath.map((other, j) => (j === i ? { ...other, ...changed } : other)),
    );
  return (
    <Section aria-label="Breath and gate">
      <h2>Breath and gate</h2>
      {entry.breath.map((one, i) => {
        const parsed = parsePattern(one.pattern);
        return (
          <FormGrid key={i}>
            <PlainField label={`Breath ${i + 1}, name`} value={one.name} onChange={(name) => change(i, { name })} />
            <PlainField
              label={`Breath ${i + 1}, pattern`}
              value={one.pattern}
              onChange={(pattern) => change(i, { pattern })}
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
  );
}

type Watched = ExerciseEntry['faults'][number];

function FaultFields({ entry, set, faults }: PartProps & Pick<FieldsProps, 'faults'>) {
  const fresh = (fault: string): Watched => ({ fault, phases: ['out', 'hold', 'back'], standAt: 'side' });
  const isNew = (id: string) => !entry.faults.some(({ fault }) => fault === id);
  const standAt = (fault: string, view: string) =>
    set(
      'faults',
      entry.faults.map((one) => (one.fault === fault ? { ...one, standAt: oneOf(views, view) ?? one.standAt } : one)),
    );
  return (
    <Section aria-label="Watched faults">
      <h2>Watched faults</h2>
      <Ticks
        options={faults}
        values={entry.faults.map(({ fault }) => fault)}
        label="Faults to watch"
        onChange={(ids) =>
          set('faults', [...entry.faults.filter(({ fault }) => ids.includes(fault)), ...ids.filter(isNew).map(fresh)])
        }
      />
      <FormGrid style={{ gap: '8px 18px' }}>
        {entry.faults.map((one) => (
          <Picker
            key={one.fault}
            label={`${faults.find(({ id }) => id === one.fault)?.name ?? one.fault}: stand`}
            value={one.standAt}
            onChange={(view) => standAt(one.fault, view)}
            choices={pick(fromWhere, views)}
          />
        ))}
      </FormGrid>
    </Section>
  );
}

/** Levels numbered from 1 in their order. */
const numbered = (levels: readonly Level[]): Level[] => levels.map((one, i) => ({ ...one, number: i + 1 }));

function Levels({ entry, onChange }: Pick<FieldsProps, 'entry' | 'onChange'>) {
  const [number, setNumber] = useState(1);
  const at = Math.max(
    0,
    entry.levels.findIndex((one) => one.number === number),
  );
  const level = entry.levels[at];
  if (!level) return null;
  const setLevels = (levels: readonly Level[], about: string) =>
    onChange({ ...entry, levels: numbered(levels) }, about);
  const copy = () => {
    const harder = { ...level, name: `${level.name}, harder` };
    setLevels([...entry.levels.slice(0, at + 1), harder, ...entry.levels.slice(at + 1)], '');
    setNumber(level.number + 1);
  };
  const remove = () => {
    setLevels(
      entry.levels.filter((one) => one !== level),
      '',
    );
    setNumber(Math.max(1, level.number - 1));
  };
  return (
    <Section aria-label="Levels">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>Levels</h2>
        <Row $gap={6}>
          <Button onPress={copy}>
            <Copy size={17} aria-hidden />
            Copy as the next level
          </Button>
          <Button isDisabled={entry.levels.length === 1} onPress={remove}>
            <Trash2 size={17} aria-hidden />
            Remove
          </Button>
        </Row>
      </Row>
      <OneOf
        label="Which level"
        chosen="main"
        gap={8}
        options={entry.levels.map((one) => ({ id: one.number, name: `${one.number} · ${one.name}` }))}
        value={level.number}
        onChange={setNumber}
      />
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
  );
}
