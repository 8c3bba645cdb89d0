'use client';

import { Pencil, Printer } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { breath } from '@/core/breathing/timeline';
import { BreathRibbon } from '@/design/breath-ribbon';
import { ClientPicker } from '@/design/client-picker';
import { findClientNames } from '@/platform/server/client-names';
import { Button, ButtonLink } from '@/design/button';
import { Part } from '@/design/part';
import { Chip, Columns, Page, PageHead, Panel, Quiet, Row, Section, Small, Stack, TextLink } from '@/design/layout';
import { Reasons, StandingChip } from '@/design/standing';
import { apparatusNames, positionNames } from '@/design/words';
import { deferring } from '@/repertoire/words';
import type { ExercisePage } from './read';
import { ownWords } from './words';
import { directionNames } from '@/core/knowledge/kinds';
import { OneOf } from '@/design/choice';
import { Faults, FaultRow } from './exercise-faults';
import { LadderSection } from './exercise-ladder';
import { Schools } from './exercise-schools';
import { ToTeach } from './exercise-teach';

const Movement = dynamic(() => import('./movement').then((all) => all.Movement));

/** An exercise as a person could teach from it. */
export function ExerciseScreen({ page }: { page: ExercisePage }) {
  const { exercise, client, clients } = page;
  const router = useRouter();
  const here = `/repertoire/${exercise.id}`;
  const query = client ? `?client=${client.id}` : '';
  const [number, setNumber] = useState(1);
  const level = exercise.levels.find((one) => one.number === number) ?? exercise.levels[0];
  if (!level) return null;
  return (
    <Page>
      <ExerciseHead page={page} here={here} query={query} />
      <Columns $side="350px">
        <Stack $gap={30}>
          <Section aria-label="Movement">
            <Panel style={{ padding: '6px 18px 8px' }}>
              <Movement level={level} label={`${exercise.name}, level ${level.number}: ${level.name}`} />
            </Panel>
          </Section>
          <Part>
            <LadderSection page={page} chosen={level.number} onChoose={setNumber} />
          </Part>
          <Part>
            <Breaths page={page} level={level.number} />
          </Part>
          <Part>
            <Section aria-label="Faults">
              <h2>Watch for</h2>
              <Faults>
                {page.faults.map((fault) => (
                  <FaultRow key={fault.id} fault={fault} level={level} isForClient={client !== null} />
                ))}
              </Faults>
            </Section>
          </Part>
          <Part>{page.stances.length > 0 && <Schools page={page} />}</Part>
        </Stack>
        <Stack $gap={24}>
          <Part>
            <ClientPicker
              chosen={client}
              anyone="anyone"
              clients={clients}
              find={findClientNames}
              onChange={(id) => router.push(id === null ? here : `${here}?client=${id}`)}
            />
          </Part>
          <ForClient page={page} number={level.number} />
          <Part>
            <ToTeach page={page} level={level.number} query={query} />
          </Part>
        </Stack>
      </Columns>
    </Page>
  );
}

type HeadProps = { readonly page: ExercisePage; readonly here: string; readonly query: string };

const ExerciseHead = ({ page: { exercise, own, weighed, mayChange }, here, query }: HeadProps) => (
  <PageHead>
    <div>
      <TextLink href={`/repertoire${query}`}>Repertoire</TextLink>
      <h1>{exercise.name}</h1>
      <Quiet>
        {exercise.plain}. {exercise.purpose}
      </Quiet>
      <Row $gap={8} style={{ paddingTop: 8 }}>
        <Chip>{positionNames[exercise.position]}</Chip>
        <Chip>{apparatusNames[exercise.apparatus]}</Chip>
        {exercise.spine.map((one) => (
          <Chip key={one}>{directionNames[one]}</Chip>
        ))}
        {own && <Chip $tone="info">{ownWords[own]}</Chip>}
        {weighed && <StandingChip standing={weighed.standing} />}
      </Row>
    </div>
    <Row>
      <Button onPress={() => window.print()}>
        <Printer size={18} aria-hidden />
        Print
      </Button>
      {mayChange && (
        <ButtonLink href={`${here}/edit`}>
          <Pencil size={18} aria-hidden />
          Edit
        </ButtonLink>
      )}
    </Row>
  </PageHead>
);

/** How a level stands for the client chosen. */
function ForClient({ page: { client, weighed }, number }: { readonly page: ExercisePage; readonly number: number }) {
  const now = weighed?.levels[number];
  if (!client || !now) return null;
  return (
    <Panel as="section" aria-label="Cautions">
      <Stack $gap={10}>
        <Row>
          <h2>
            Level {number} for {client.name}
          </h2>
          <StandingChip standing={now.standing} />
        </Row>
        {now.reasons.length > 0 ? <Reasons reasons={now.reasons} /> : <Quiet>Nothing on file acts here.</Quiet>}
        <Small>{deferring}</Small>
      </Stack>
    </Panel>
  );
}

function Breaths({ page: { exercise, inForce }, level }: { page: ExercisePage; level: number }) {
  const atLevel = exercise.breath.filter(({ levels }) => !levels || levels.includes(level));
  const fitting = atLevel.filter(({ pattern: own }, i) => atLevel.findIndex((one) => one.pattern === own) === i);
  const [pattern, setPattern] = useState(inForce.breath);
  const shown = fitting.find((one) => one.pattern === pattern) ?? fitting[0];
  if (!shown) return null;
  const timed = breath({ pattern: shown.pattern, pace: 1, repetitions: 5, sides: 1, directions: 1, changeOverS: 5 });
  return (
    <Section aria-label="Breath">
      <h2>Breath</h2>
      {fitting.length > 1 && (
        <OneOf
          label="Ways to breathe"
          gap={8}
          options={fitting.map(({ name, pattern: own }) => ({ id: own, name }))}
          value={shown.pattern}
          onChange={setPattern}
        />
      )}
      {timed.ok && <BreathRibbon timeline={timed.value.timeline} />}
      {shown.pattern === inForce.breath && <Small>In force here ({inForce.school}).</Small>}
    </Section>
  );
}
