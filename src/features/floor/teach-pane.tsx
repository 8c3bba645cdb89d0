'use client';

// One glance away from counting: what to take care of, to feel, to say and to hold, and how to go on to the next exercise.
import { PersonStanding } from 'lucide-react';
import styled from 'styled-components';
import { placeWords } from '@/core/anatomy/places';
import { teachAt, teachNames } from '@/core/knowledge/teach';
import { misplaced } from '@/core/corrections/felt';
import type { InHand } from './in-hand';
import { Small, Tap } from './parts';
import { stancesFor } from './state';

const Notes = styled.dl`
  display: grid;
  gap: 2px;
  font-size: 1.1rem;
  line-height: 1.3;
  > div {
    padding: 8px 0;
    border-top: 1px solid var(--rule);
  }
  > div:first-child {
    border-top: 0;
    padding-top: 0;
  }
  dt {
    color: var(--quiet);
    font-size: 0.95rem;
  }
  dd + dd {
    padding-top: 6px;
  }
  [data-topic='takeCare'] dd,
  [data-topic='spotter'] dd {
    color: var(--out);
    font-weight: 600;
  }
  [data-topic='sayNow'] dd {
    font-weight: 600;
  }
`;

export function Teach({ pack, client, view, next, open }: InHand) {
  const { item } = view;
  const find = (wanted: string | undefined) => pack.repertoire.exercises.find(({ id }) => id === wanted);
  const exercise = find(item.exercise);
  if (!exercise) return null;
  const following = find(next.exercise);
  const notes = teachAt(pack.repertoire, exercise, item.level, {
    stances: stancesFor(pack, client, exercise.id),
    client: client.acting,
    props: pack.studio.room.props,
    next: following && { exercise: following, level: next.level ?? 1 },
  });
  const wrong = misplaced(exercise, item.felt);
  return (
    <>
      <Notes aria-label="To teach">
        {notes.map(({ topic, lines }) => (
          <div key={topic} data-topic={topic}>
            <dt>{topic === 'next' && following ? `Into ${following.name.toLowerCase()}` : teachNames[topic]}</dt>
            {lines.map((line) => (
              <dd key={line}>{line}</dd>
            ))}
          </div>
        ))}
      </Notes>
      <Tap onClick={() => open('felt')}>
        <PersonStanding size={24} aria-hidden />
        Where does she feel it?
      </Tap>
      {item.felt.length > 0 && (
        <Small>
          Felt in the {item.felt.map((place) => placeWords[place]).join(', ')}
          {wrong.length > 0 ? `; not wanted in the ${wrong.map((place) => placeWords[place]).join(', ')}.` : '.'}
        </Small>
      )}
    </>
  );
}
