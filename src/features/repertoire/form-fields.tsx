'use client';

// Other ways of doing a level that is held, in an exercise's editor: each with its words, a prop, its levels, what it adds.
import { Plus, Trash2 } from 'lucide-react';
import type { ExerciseEntry } from '@/core/knowledge/entries';
import { extraWords, loadExtras } from '@/core/knowledge/load-tags';
import { Button } from '@/design/button';
import { Row, Section, Small, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { Ticks } from '@/design/tick';
import { formAdded, formPut } from './edit-state';
import type { FormEntry } from './edit-state';
import { FormGrid, pick } from './entry-fields';

type Named = { readonly id: string; readonly name: string };
type FormsProps = {
  readonly entry: ExerciseEntry;
  readonly props: readonly Named[];
  readonly onChange: (entry: ExerciseEntry, about: string) => void;
};

const noProp: Named = { id: '', name: 'none' };

const withProp = ({ prop: _, ...form }: FormEntry, prop: string | undefined): FormEntry =>
  prop === undefined ? form : { ...form, prop };
const withLevels = ({ levels: _, ...form }: FormEntry, levels: number[]): FormEntry =>
  levels.length === 0 ? form : { ...form, levels };

export function FormFields({ entry, props, onChange }: FormsProps) {
  const forms = entry.forms ?? [];
  const put = (at: number, form: FormEntry, about: string) => onChange(formPut(entry, at, form), `form ${at} ${about}`);
  const levels = entry.levels.map(({ number, name }) => ({ id: String(number), name: `${number} · ${name}` }));
  return (
    <Section aria-label="Other ways">
      <h2>Other ways</h2>
      {forms.map((form, at) => (
        <Stack key={form.id} $gap={10}>
          <FormGrid>
            <PlainField
              label={`Way ${at + 1}, name`}
              value={form.name}
              onChange={(name) => put(at, { ...form, name }, 'name')}
            />
            <PlainField
              label={`Way ${at + 1}, what changes`}
              value={form.change}
              onChange={(change) => put(at, { ...form, change }, 'change')}
            />
            <Picker
              label={`Way ${at + 1}, prop`}
              value={form.prop ?? ''}
              onChange={(id) => put(at, withProp(form, props.find((one) => one.id === id)?.id), 'prop')}
              choices={[noProp, ...props]}
            />
          </FormGrid>
          <Small>At these levels; none ticked, at every one</Small>
          <Ticks
            label={`Way ${at + 1}, at these levels`}
            options={levels}
            values={(form.levels ?? []).map(String)}
            onChange={(ids) => put(at, withLevels(form, ids.map(Number)), 'levels')}
          />
          <Small>What it asks besides</Small>
          <Ticks
            label={`Way ${at + 1}, what it asks besides`}
            options={pick(extraWords, loadExtras)}
            values={form.load?.also ?? []}
            onChange={(also) => put(at, { ...form, load: { ...form.load, also } }, 'load')}
          />
          <Row>
            <Button $look="quiet" onPress={() => onChange({ ...entry, forms: forms.filter((_, i) => i !== at) }, '')}>
              <Trash2 size={17} aria-hidden />
              Without {form.name}
            </Button>
          </Row>
        </Stack>
      ))}
      <Row>
        <Button onPress={() => onChange(formAdded(entry), '')}>
          <Plus size={17} aria-hidden />
          Another way
        </Button>
      </Row>
    </Section>
  );
}
