'use client';

// Where she feels it: one tap on a body, kept at once, and told to what is tried next.
import { misplaced } from '@/core/corrections/felt';
import { placeWords } from '@/core/anatomy/places';
import { BodyMap } from '@/design/body-map';
import type { Recorder } from './in-hand';
import { Sheet, Small, Warn } from './parts';
import type { ItemView } from './state';

type FeltProps = { readonly view: ItemView; readonly record: Recorder; readonly onClose: () => void };

export function FeltSheet({ view: { item, exercise }, record, onClose }: FeltProps) {
  const feel = exercise?.feel;
  const wrong = exercise ? misplaced(exercise, item.felt) : [];
  return (
    <Sheet title="Where does she feel it?" onClose={onClose}>
      {feel && (
        <Small>
          Wanted: {feel.where} {feel.notWhere}
        </Small>
      )}
      <BodyMap
        felt={item.felt}
        wanted={feel?.at ?? []}
        unwanted={feel?.notAt ?? []}
        onPlace={(place) => void record({ kind: 'felt', item: item.item, place, isFelt: !item.felt.includes(place) })}
      />
      {wrong.length > 0 && (
        <Warn role="status">
          Not wanted in the {wrong.map((place) => placeWords[place]).join(', ')}: what is tried next goes by it. Pain is
          another matter: note it as pain.
        </Warn>
      )}
    </Sheet>
  );
}
