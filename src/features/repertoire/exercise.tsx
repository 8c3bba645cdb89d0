'use client';

import { Pencil, Printer, TriangleAlert } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { breath } from '@/core/breathing/timeline';
import { drawableFaults, usualAmount, withFault } from '@/core/body/deviations';
import { startOf } from '@/core/body/movement';
import type { Level } from '@/core/knowledge/entries';
import { nameOf } from '@/core/alignment/words';
import { BreathRibbon } from '@/design/breath-ribbon';
import { ClientPicker } from '@/design/client-picker';
import { findClientNames } from '@/platform/server/client-names';
import { Button, ButtonLink } from '@/design/button';
import { demandWords } from '@/core/load/ladder';
import { DemandBar } from '@/design/demand-bar';
import { Figure } from '@/design/figure';
import {
  Chip,
  Columns,
  Page,
  PageHead,
  Panel,
  Quiet,
  Row,
  Ruled,
  Section,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { Picker } from '@/design/picker';
import { Reasons, StandingChip } from '@/design/standing';
import { apparatusNames, fromWhere, positionNames } from '@/design/words';
import { deferring } from '@/repertoire/words';
import { setExerciseStance } from './actions';
import { Movement } from './movement';
import type { ExercisePage, FaultCard, StanceRow } from './read';
import { directionNames, kindNames, ownWords, phaseNames, regionNames } from './words';

const Ladder = styled.ol`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(190px, 1fr));
  gap: 16px 20px;
  li {
    border-top: 4px solid var(--rule);
    padding-top: 8px;
    display: grid;
    align-content: start;
    gap: 4px;
    min-width: 0;
  }
  li[data-chosen] {
    border-color: var(--ink);
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 6px;
    align-items: end;
    min-height: 84px;
  }
  .pair svg {
    max-height: 110px;
  }
  button {
    text-align: left;
    font-weight: 650;
    min-height: 44px;
    cursor: pointer;
    background: none;
    border: 0;
    padding: 0;
    color: inherit;
    font: inherit;
    font-weight: 650;
  }
`;

const Faults = styled.ul`
  display: grid;
  gap: 26px;
  & > li {
    border-top: 1px solid var(--rule);
    padding-top: 16px;
    display: grid;
    grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
    gap: 10px 28px;
  }
  .pair {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px;
    align-self: start;
  }
  @media (max-width: 860px) {
    & > li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
  .say li {
    padding: 3px 0;
  }
`;

const Side = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
    min-width: 720px;
    width: 100%;
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 10px 14px 10px 0;
    border-top: 1px solid var(--rule);
    font-weight: 400;
  }
  thead th {
    border-top: 0;
    font-weight: 650;
  }
  tbody th {
    font-weight: 600;
    max-width: 220px;
  }
  tbody th span {
    font-weight: 400;
  }
  td[data-differs] {
    font-weight: 650;
  }
  td.here {
    background: var(--info-tint);
    padding-left: 12px;
  }
`;

const Facts = styled.dl`
  display: grid;
  grid-template-columns: max-content minmax(0, 1fr);
  gap: 8px 18px;
  dt {
    color: var(--quiet);
  }
  @media (max-width: 560px) {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
    dd {
      padding-bottom: 8px;
    }
  }
`;

const doseWords = ({ dose: { repetitions, sides, directions } }: Level): string =>
  `${repetitions}${sides === 2 ? ' each side' : ''}${directions === 2 ? ', each way' : ''}`;

/** An exercise as a person could teach from it. */
export function ExerciseScreen({ page }: { page: ExercisePage }) {
  const { exercise, own, client, weighed, clients, inForce, ladder, heldPct } = page;
  const router = useRouter();
  const here = `/repertoire/${exercise.id}`;
  const query = client ? `?client=${client.id}` : '';
  const [number, setNumber] = useState(1);
  const level = exercise.levels.find((one) => one.number === number) ?? exercise.levels[0];
  if (!level) return null;
  const now = weighed?.levels[level.number];
  const views = exercise.looks.map(({ view }) => view);
  return (
    <Page>
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
          {page.mayChange && (
            <ButtonLink href={`${here}/edit`}>
              <Pencil size={18} aria-hidden />
              Edit
            </ButtonLink>
          )}
        </Row>
      </PageHead>
      <Columns $side="350px">
        <Stack $gap={30}>
          <Section aria-label="Movement">
            <Panel style={{ padding: '6px 18px 8px' }}>
              <Movement level={level} label={`${exercise.name}, level ${level.number}: ${level.name}`} />
            </Panel>
          </Section>
          <Section aria-label="Ladder">
            <h2>Ladder</h2>
            <Ladder>
              {exercise.levels.map((one) => {
                const standing = weighed?.levels[one.number];
                const rung = ladder?.rungs.find(({ number: its }) => its === one.number);
                return (
                  <li key={one.number} data-chosen={one.number === level.number ? '' : undefined}>
                    <div className="pair">
                      {[startOf(one), one.top].map((pose, i) => (
                        <Figure
                          key={i}
                          pose={pose}
                          small
                          label={`${one.name}, ${i === 0 ? 'start' : 'top'}`}
                          {...(one.scene ? { scene: one.scene } : {})}
                        />
                      ))}
                    </div>
                    <button
                      type="button"
                      onClick={() => setNumber(one.number)}
                      aria-pressed={one.number === level.number}
                    >
                      {one.number} · {one.name}
                    </button>
                    <span>{one.change}</span>
                    <Small>
                      {doseWords(one)}
                      {one.springs ? ` · springs: ${one.springs}` : ''}
                    </Small>
                    {rung && ladder && <DemandBar rung={rung} most={ladder.most} heldPct={heldPct} />}
                    {rung && rung.half.length > 0 && (
                      <Small data-half={one.number}>
                        Half-way: {rung.half.map(({ words }) => words).join(' Or: ')}
                      </Small>
                    )}
                    {one.rises && <Small>What rises: {one.rises}.</Small>}
                    {standing && standing.standing !== 'fine' && (
                      <Row>
                        <StandingChip standing={standing.standing} />
                      </Row>
                    )}
                  </li>
                );
              })}
            </Ladder>
            <Small>
              {ladder &&
                `Asks: ${demandWords[ladder.kind]}, a moment in % of body weight × stature${client ? ` for ${client.name}` : ''}${heldPct === null ? '' : '; the upright stroke is what is held'}. `}
              Up a level after {inForce.gate.cleanReps} clean on each side in {inForce.gate.sessions}{' '}
              {inForce.gate.sessions === 1 ? 'session' : 'sessions running'}
              {inForce.gate.halfSteps ? ', by half steps' : ''} ({inForce.school}).
            </Small>
          </Section>
          <Breaths page={page} level={level.number} />
          <Section aria-label="Faults">
            <h2>Watch for</h2>
            <Faults>
              {page.faults.map((fault) => (
                <FaultRow key={fault.id} fault={fault} level={level} isForClient={client !== null} />
              ))}
            </Faults>
          </Section>
          {page.stances.length > 0 && <Schools page={page} />}
        </Stack>
        <Stack $gap={24}>
          <ClientPicker
            chosen={client}
            anyone="anyone"
            clients={clients}
            find={findClientNames}
            onChange={(id) => router.push(id === null ? here : `${here}?client=${id}`)}
          />
          {client && now && (
            <Panel as="section" aria-label="Cautions">
              <Stack $gap={10}>
                <Row>
                  <h2>
                    Level {level.number} for {client.name}
                  </h2>
                  <StandingChip standing={now.standing} />
                </Row>
                {now.reasons.length > 0 ? <Reasons reasons={now.reasons} /> : <Quiet>Nothing on file acts here.</Quiet>}
                <Small>{deferring}</Small>
              </Stack>
            </Panel>
          )}
          {exercise.cautions.length > 0 && (
            <Stack $gap={6}>
              <h2>Take care</h2>
              <ul>
                {exercise.cautions.map((caution) => (
                  <li key={caution} style={{ padding: '3px 0', color: 'var(--out)' }}>
                    {caution}
                  </li>
                ))}
              </ul>
            </Stack>
          )}
          <Stack $gap={6}>
            <h2>Set up, tailbone to head</h2>
            <Ruled>
              {exercise.setUp.map(({ block, check }) => (
                <li key={check} style={{ padding: '8px 0' }}>
                  <Small>{block}</Small>
                  <br />
                  {check}
                </li>
              ))}
            </Ruled>
          </Stack>
          <Stack $gap={6}>
            <h2>Teaching it</h2>
            <Facts>
              <dt>Feel it</dt>
              <dd>{exercise.feel.where}</dd>
              <dt>Not there</dt>
              <dd>{exercise.feel.notWhere}</dd>
              <dt>Ends at</dt>
              <dd>{exercise.endPoint}</dd>
              {exercise.legLine && (
                <>
                  <dt>Legs</dt>
                  <dd>{exercise.legLine}</dd>
                </>
              )}
              <dt>Sides</dt>
              <dd>
                {exercise.sideOrder === 'both'
                  ? 'both together'
                  : exercise.sideOrder === 'alternate'
                    ? 'alternate each repetition'
                    : 'the whole set on one side, then the other'}
              </dd>
              <dt>Trunk</dt>
              <dd>
                {exercise.prepareTrunk === 'none'
                  ? 'no bracing: let it yield'
                  : 'drawn together lightly on a breath out, then eased'}
              </dd>
              {exercise.settle && (
                <>
                  <dt>Before</dt>
                  <dd>{exercise.settle}</dd>
                </>
              )}
              {exercise.release && (
                <>
                  <dt>After</dt>
                  <dd>{exercise.release}</dd>
                </>
              )}
              <dt>In and out</dt>
              <dd>{exercise.transition}</dd>
              <dt>Works</dt>
              <dd>{exercise.regions.map((one) => regionNames[one]).join(', ')}</dd>
              <dt>Stand</dt>
              <dd>{views.map((view) => fromWhere[view]).join(', ')}</dd>
            </Facts>
          </Stack>
          {exercise.selfChecks.length > 0 && <TextList title="The client can check" lines={exercise.selfChecks} />}
          {exercise.notes.length > 0 && <TextList title="Finer points" lines={exercise.notes} />}
          {page.first.length > 0 && (
            <Stack $gap={6}>
              <h2>First tried</h2>
              <ol style={{ paddingLeft: 22, listStyle: 'decimal' }}>
                {page.first.map(({ say, kind }) => (
                  <li key={say} style={{ padding: '3px 0' }}>
                    “{say}” <Small>{kindNames[kind]}</Small>
                  </li>
                ))}
              </ol>
            </Stack>
          )}
          <Stack $gap={6}>
            <h2>Before and after</h2>
            <Small>Prepared by</Small>
            <Links lines={page.prepares} query={query} />
            <Small>May be followed by</Small>
            <Links lines={page.follows} query={query} />
          </Stack>
        </Stack>
      </Columns>
    </Page>
  );
}

function TextList({ title, lines }: { title: string; lines: readonly string[] }) {
  return (
    <Stack $gap={6}>
      <h2>{title}</h2>
      <ul style={{ listStyle: 'disc', paddingLeft: 18 }}>
        {lines.map((line) => (
          <li key={line} style={{ padding: '2px 0' }}>
            {line}
          </li>
        ))}
      </ul>
    </Stack>
  );
}

function Links({ lines, query }: { lines: readonly { id: string; name: string }[]; query: string }) {
  if (lines.length === 0) return <Quiet>nothing in particular</Quiet>;
  return (
    <Row $gap={12}>
      {lines.map(({ id, name }) => (
        <TextLink key={id} href={`/repertoire/${id}${query}`}>
          {name}
        </TextLink>
      ))}
    </Row>
  );
}

function Breaths({ page: { exercise, inForce }, level }: { page: ExercisePage; level: number }) {
  const fitting = exercise.breath.filter(({ levels }) => !levels || levels.includes(level));
  const [pattern, setPattern] = useState(inForce.breath);
  const shown = fitting.find((one) => one.pattern === pattern) ?? fitting[0];
  if (!shown) return null;
  const timed = breath({ pattern: shown.pattern, pace: 1, repetitions: 5, sides: 1, directions: 1, changeOverS: 5 });
  return (
    <Section aria-label="Breath">
      <h2>Breath</h2>
      {fitting.length > 1 && (
        <Row $gap={8} role="group" aria-label="Ways to breathe">
          {fitting.map(({ name, pattern: own }) => (
            <Button key={name} aria-pressed={own === shown.pattern} onPress={() => setPattern(own)}>
              {name}
            </Button>
          ))}
        </Row>
      )}
      {timed.ok && <BreathRibbon timeline={timed.value.timeline} />}
      {shown.pattern === inForce.breath && <Small>In force here ({inForce.school}).</Small>}
    </Section>
  );
}

function FaultRow({ fault, level, isForClient }: { fault: FaultCard; level: Level; isForClient: boolean }) {
  const [all, setAll] = useState(false);
  const { id, name, plain, seen, why, standAt, phases, measures, byEye, causes, safety, block } = fault;
  const drawn = drawableFaults.includes(id);
  const clean = phases.includes('start') && !phases.includes('hold') ? startOf(level) : level.top;
  const wrong = drawn ? withFault(clean, id, usualAmount(id)) : clean;
  const isSeen = drawn && JSON.stringify(wrong) !== JSON.stringify(clean);
  const seenFrom = standAt === 'head' ? 'foot' : standAt;
  const shown = all ? fault.corrections : fault.corrections.slice(0, 4);
  return (
    <li data-fault={id}>
      <div className="pair">
        {isSeen ? (
          <>
            <figure>
              <Figure pose={clean} view={seenFrom} label={`${plain}: clean`} small />
              <figcaption>
                <Small>clean</Small>
              </figcaption>
            </figure>
            <figure>
              <Figure pose={wrong} view={seenFrom} label={plain} out={block} small />
              <figcaption>
                <Small>{plain}</Small>
              </figcaption>
            </figure>
          </>
        ) : (
          <Small style={{ gridColumn: '1 / -1' }}>{byEye ?? 'By eye or touch.'}</Small>
        )}
      </div>
      <Stack $gap={6}>
        <Row $gap={8}>
          <h3>{plain[0]?.toUpperCase() + plain.slice(1)}</h3>
          <Small>{name}</Small>
          {safety && (
            <Chip $tone="out">
              <TriangleAlert size={14} aria-hidden />
              could hurt
            </Chip>
          )}
        </Row>
        <span>
          {seen} {why}
        </span>
        <Small>
          Look {fromWhere[standAt]},{' '}
          {phases.length === 4 ? 'all the way' : phases.map((phase) => phaseNames[phase]).join(', ')};{' '}
          {measures.length > 0 ? `read from ${measures.map(nameOf).join(', ')}` : 'graded by eye or touch'}.
        </Small>
        <ul className="say">
          {shown.map((one) => (
            <li key={one.id}>
              “{one.say}”{' '}
              <Small>
                {kindNames[one.kind]}
                {one.prop ? `: ${one.prop}` : ''}
                {one.why ? `. ${one.why}` : ''}
              </Small>
            </li>
          ))}
        </ul>
        <details>
          <summary style={{ cursor: 'pointer', minHeight: 36 }}>
            <Small>What may lie behind it</Small>
          </summary>
          <ul>
            {causes.map((cause) => (
              <li key={cause.name} style={{ padding: '3px 0' }}>
                {cause.name[0]?.toUpperCase() + cause.name.slice(1)}.{' '}
                <Small>
                  {cause.look} {cause.ifSo}
                </Small>
              </li>
            ))}
          </ul>
        </details>
        {fault.corrections.length > 4 && (
          <Button $look="quiet" onPress={() => setAll(!all)} style={{ justifySelf: 'start', paddingInline: 0 }}>
            {all ? 'Fewer' : `All ${fault.corrections.length} corrections`}
          </Button>
        )}
        {all && isForClient && fault.excluded.length > 0 && (
          <Small>Left out: {fault.excluded.map(({ say, why: reason }) => `“${say}” ${reason}`).join(' ')}</Small>
        )}
      </Stack>
    </li>
  );
}

function Schools({ page: { stances, schools, exercise, mayChange } }: { page: ExercisePage }) {
  return (
    <Section aria-label="Schools side by side">
      <h2>Schools side by side</h2>
      <Quiet>The product takes no side. What is in force here is marked; each choice has its reason.</Quiet>
      <Side tabIndex={0} role="region" aria-label="Table of schools">
        <table>
          <thead>
            <tr>
              <th scope="col">Point</th>
              {schools.map(({ id, name }) => (
                <th key={id} scope="col">
                  {name}
                </th>
              ))}
              <th scope="col">Here</th>
            </tr>
          </thead>
          <tbody>
            {stances.map((row) => (
              <StanceLine key={row.id} row={row} schools={schools} exercise={exercise.id} mayChange={mayChange} />
            ))}
          </tbody>
        </table>
      </Side>
    </Section>
  );
}

function StanceLine({
  row,
  schools,
  exercise,
  mayChange,
}: {
  row: StanceRow;
  schools: ExercisePage['schools'];
  exercise: string;
  mayChange: boolean;
}) {
  const router = useRouter();
  const nameOfChoice = (id: string | undefined) => row.choices.find((choice) => choice.id === id)?.name ?? '';
  const inForce = row.choices.find(({ id }) => id === row.here.choice);
  const set = async (choice: string) => {
    await setExerciseStance({ exercise, stance: row.id, choice: choice === 'none' ? null : choice });
    router.refresh();
  };
  return (
    <tr>
      <th scope="row">
        {row.name}
        <br />
        <Small>{row.about}</Small>
      </th>
      {schools.map(({ id }) => (
        <td key={id} data-differs={row.bySchool[id] === row.here.choice ? undefined : ''}>
          {nameOfChoice(row.bySchool[id])}
        </td>
      ))}
      <td className="here">
        <strong>{inForce?.name}</strong>
        <br />
        <Small>
          {row.here.owner}. {inForce?.why}
        </Small>
        {inForce?.say && (
          <>
            <br />“{inForce.say}”
          </>
        )}
        {mayChange && (
          <Picker
            label="For this exercise"
            value={row.forExercise ?? 'none'}
            onChange={(choice) => void set(choice)}
            choices={[
              { id: 'none', name: 'as everywhere' },
              ...row.choices.map(({ id, name, why }) => ({ id, name, about: why })),
            ]}
          />
        )}
      </td>
    </tr>
  );
}
