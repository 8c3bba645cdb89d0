'use client';

// The numbers of an apparatus: its springs, hooks, travel, bars, and where its ropes come from.
import { valibotResolver } from '@hookform/resolvers/valibot';
import { Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import type { Control } from 'react-hook-form';
import { typedStays, useAsking } from '@/platform/browser/asking';
import styled from 'styled-components';
import type * as v from 'valibot';
import { Button } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Meanwhile } from '@/design/differences';
import { TextField } from '@/design/fields';
import { FormGrid } from '@/design/form-grid';
import { SelectField } from '@/design/select-field';
import { Failed, Row, Small, Stack } from '@/design/layout';
import { keepRig } from './actions';
import type { KeptRig } from './actions';
import type { ApparatusLine } from './read';
import { freshId, fromTyped, rigForm, toTyped } from './rig-form';
import type { TypedRig } from './rig-form';

const Rows = styled.ul`
  display: grid;
  gap: 10px;
  li {
    display: grid;
    grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) minmax(0, 1fr) auto;
    gap: 10px;
    align-items: end;
  }
  li.bar {
    grid-template-columns: minmax(0, 2fr) minmax(0, 1fr) auto;
  }
`;

type EditProps = { readonly apparatus: ApparatusLine; readonly onClose: () => void; readonly onKept: () => void };

export function EditRig({ apparatus, onClose, onKept }: EditProps) {
  const { failed, ask } = useAsking();
  const [revision, setRevision] = useState(apparatus.revision);
  const [meanwhile, setMeanwhile] = useState<Extract<KeptRig, { differs: unknown }>>();
  const { control, handleSubmit, formState } = useForm<TypedRig, unknown, v.InferOutput<typeof rigForm>>({
    resolver: valibotResolver(rigForm),
    defaultValues: toTyped(apparatus.name, apparatus.rig),
  });
  const keep = handleSubmit(async (typed) => {
    const rig = fromTyped(typed, apparatus.rig);
    const asked = keepRig({ id: apparatus.id, revision, name: typed.name, rig });
    const result = await ask(asked, typedStays);
    if (!result.ok) return;
    if ('kept' in result.value) return onKept();
    setMeanwhile(result.value);
  });
  return (
    <Dialog title={`Change ${apparatus.name}`} isOpen onClose={onClose} wide>
      <form onSubmit={(event) => void keep(event)} noValidate>
        <Stack $gap={18}>
          <FormGrid>
            <TextField control={control} name="name" label="Name" />
            <TextField control={control} name="hooks" label="Hooks" inputMode="numeric" help="Springs on at once" />
            <TextField control={control} name="travelCm" label="Longest travel, cm" inputMode="decimal" />
          </FormGrid>
          <SpringRows control={control} />
          {apparatus.rig.kind !== 'chair' && <BarRows control={control} />}
          {apparatus.rig.rope && <RopeFields control={control} isReformer={apparatus.rig.kind === 'reformer'} />}
          <Small>A spring’s rate is not typed here: it comes from a hand scale, by “Calibrate”.</Small>
          {meanwhile && (
            <Meanwhile
              by={meanwhile.changedBy}
              list={meanwhile.differs}
              onMine={() => {
                setRevision(meanwhile.revision);
                setMeanwhile(undefined);
              }}
              onTheirs={onKept}
            />
          )}
          <Failed>{failed}</Failed>
          <Row>
            <Button type="submit" $look="main" isDisabled={formState.isSubmitting}>
              Keep
            </Button>
            <Button onPress={onClose}>Leave it</Button>
          </Row>
        </Stack>
      </form>
    </Dialog>
  );
}

type PartProps = { readonly control: Control<TypedRig, unknown, v.InferOutput<typeof rigForm>> };

const mostSprings = 12;

function SpringRows({ control }: PartProps) {
  const { fields, append, remove } = useFieldArray({ control, name: 'springs', keyName: 'key' });
  return (
    <Stack $gap={8}>
      <h3>Springs</h3>
      <Rows>
        {fields.map(({ key }, i) => (
          <li key={key}>
            <TextField control={control} name={`springs.${i}.label`} label="Spring" />
            <TextField control={control} name={`springs.${i}.units`} label="Worth, full = 1" inputMode="decimal" />
            <TextField control={control} name={`springs.${i}.count`} label="How many" inputMode="numeric" />
            <Button $look="quiet" aria-label={`Remove spring ${i + 1}`} onPress={() => remove(i)}>
              <Trash2 size={19} aria-hidden />
            </Button>
          </li>
        ))}
      </Rows>
      <Row>
        <Button
          isDisabled={fields.length >= mostSprings}
          onPress={() => append({ id: freshId(fields.map(({ id }) => id)), label: '', units: '1', count: '1' })}
        >
          <Plus size={18} aria-hidden />
          Another spring
        </Button>
      </Row>
    </Stack>
  );
}

function BarRows({ control }: PartProps) {
  const { fields, append, remove } = useFieldArray({ control, name: 'bars', keyName: 'key' });
  return (
    <Stack $gap={8}>
      <h3>Bar positions</h3>
      <Rows>
        {fields.map(({ key }, i) => (
          <li key={key} className="bar">
            <TextField control={control} name={`bars.${i}.name`} label="Position" />
            <TextField control={control} name={`bars.${i}.heightCm`} label="Height, cm" inputMode="decimal" />
            <Button $look="quiet" aria-label={`Remove bar position ${i + 1}`} onPress={() => remove(i)}>
              <Trash2 size={19} aria-hidden />
            </Button>
          </li>
        ))}
      </Rows>
      <Row>
        <Button onPress={() => append({ name: '', heightCm: '' })}>
          <Plus size={18} aria-hidden />
          Another position
        </Button>
      </Row>
    </Stack>
  );
}

const RopeFields = ({ control, isReformer }: PartProps & { readonly isReformer: boolean }) => (
  <Stack $gap={8}>
    <h3>{isReformer ? 'Ropes and pulleys' : 'Where leg springs hang'}</h3>
    <FormGrid>
      <TextField
        control={control}
        name="beyondShouldersCm"
        label="Headward of the shoulders, cm"
        inputMode="decimal"
        help={isReformer ? 'Pulley to shoulder rests, carriage home' : 'Hook to shoulders'}
      />
      <TextField control={control} name="upCm" label="Over the hips, cm" inputMode="decimal" />
      {isReformer && (
        <SelectField
          control={control}
          name="ends"
          label="The rope ends at"
          choices={[
            { id: 'frame', name: 'the frame: half the force a side' },
            { id: 'carriage', name: 'the carriage: a quarter a side' },
          ]}
        />
      )}
    </FormGrid>
  </Stack>
);
