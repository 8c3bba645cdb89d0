'use client';

import { Pencil, Printer, TriangleAlert } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { breath } from '@/core/breathing/timeline';
import { drawableFaults, usualAmount, withFault } from '@/core/body/deviations';
import { startOf } from '@/core/body/movement';
import type { Level } from '@/core/knowledge/entries';
import { nameOf } from '@/core/alignment/words';
import { BreathRibbon } from '@/design/breath-ribbon';
import { SetUpList } from '@/design/set-up-list';
import { ClientPicker } from '@/design/client-picker';
import { findClientNames } from '@/platform/server/client-names';
import { Button, ButtonLink } from '@/design/button';
import { demandWords } from '@/core/load/ladder';
import { DemandBar } from '@/design/demand-bar';
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
import { apparatusNames, positionNames } from '@/design/words';
import { fromWhere } from '@/core/anatomy/positions';
import { deferring } from '@/repertoire/words';
import { setExerciseStance } from './actions';
import type { ExercisePage, FaultCard, StanceRow } from './read';
import { directionNames, kindNames, ownWords, phaseNames, regionNames } from './words';
import { OneOf } from '@/design/choice';

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
    content-visibility: auto;
    contain-intrinsic-size: auto 700px auto 330px;
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

// Drawn by the server; what draws them anew comes after the page.
const Figure = dynamic(() => import('@/design/figure').then((all) => all.Figure));
const Movement = dynamic(() => import('./movement').then((all) => all.Movement));

const doseWords = ({ dose: { repetitions, sides, directions } }: Level): string =>
  `${repetitions}${sides === 2 ? ' each side' : ''}${directions === 2 ? ', each way' : ''}`;

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
          <LadderSection page={page} chosen={level.number} onChoose={setNumber} />
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
          <ForClient page={page} number={level.number} />
          <ToTeach page={page} query={query} />
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

type LadderProps = {
  readonly page: ExercisePage;
  readonly chosen: number;
  readonly onChoose: (number: number) => void;
};

/** Every level with what it asks, and what it takes to move up. */
function LadderSection({ page, chosen, onChoose }: LadderProps) {
  const { exercise, inForce, ladder, heldPct, client } = page;
  const { cleanReps, sessions, halfSteps } = inForce.gate;
  return (
    <Section aria-label="Ladder">
      <h2>Ladder</h2>
      <Ladder>
        {exercise.levels.map((one) => (
          <LadderRung key={one.number} page={page} level={one} isChosen={one.number === chosen} onChoose={onChoose} />
        ))}
      </Ladder>
      <Small>
        {ladder &&
          `Asks: ${demandWords[ladder.kind]}, a moment in % of body weight × stature${client ? ` for ${client.name}` : ''}${heldPct === null ? '' : '; the upright stroke is what is held'}. `}
        Up a level after {cleanReps} clean on each side in {sessions} {sessions === 1 ? 'session' : 'sessions running'}
        {halfSteps ? ', by half steps' : ''} ({inForce.school}).
      </Small>
    </Section>
  );
}

type RungProps = Pick<LadderProps, 'page' | 'onChoose'> & { readonly level: Level; readonly isChosen: boolean };

function LadderRung({ page: { weighed, ladder, heldPct }, level, isChosen, onChoose }: RungProps) {
  const { number, name, change, scene, springs, rises } = level;
  const standing = weighed?.levels[number]?.standing ?? 'fine';
  const rung = ladder?.rungs.find(({ number: its }) => its === number);
  return (
    <li data-chosen={isChosen ? '' : undefined}>
      <div className="pair">
        {[startOf(level), level.top].map((pose, i) => (
          <Figure
            key={i}
            pose={pose}
            small
            label={`${name}, ${i === 0 ? 'start' : 'top'}`}
            {...(scene ? { scene } : {})}
          />
        ))}
      </div>
      <button type="button" onClick={() => onChoose(number)} aria-pressed={isChosen}>
        {number} · {name}
      </button>
      <span>{change}</span>
      <Small>
        {doseWords(level)}
        {springs ? ` · springs: ${springs}` : ''}
      </Small>
      {rung && ladder && <DemandBar rung={rung} most={ladder.most} heldPct={heldPct} />}
      {rung && rung.half.length > 0 && (
        <Small data-half={number}>Half-way: {rung.half.map(({ words }) => words).join(' Or: ')}</Small>
      )}
      {rises && <Small>What rises: {rises}.</Small>}
      {standing !== 'fine' && (
        <Row>
          <StandingChip standing={standing} />
        </Row>
      )}
    </li>
  );
}

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

type ToTeachProps = { readonly page: ExercisePage; readonly query: string };

/** Cautions, set-up, and everything else to teach from. */
const ToTeach = ({ page: { exercise, first, prepares, follows }, query }: ToTeachProps) => (
  <>
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
    <SetUpList setUp={exercise.setUp} />
    <Teaching exercise={exercise} />
    {exercise.selfChecks.length > 0 && <TextList title="The client can check" lines={exercise.selfChecks} />}
    {exercise.notes.length > 0 && <TextList title="Finer points" lines={exercise.notes} />}
    {first.length > 0 && (
      <Stack $gap={6}>
        <h2>First tried</h2>
        <ol style={{ paddingLeft: 22, listStyle: 'decimal' }}>
          {first.map(({ say, kind }) => (
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
      <Links lines={prepares} query={query} />
      <Small>May be followed by</Small>
      <Links lines={follows} query={query} />
    </Stack>
  </>
);

const sideWords = {
  both: 'both together',
  alternate: 'alternate each repetition',
  chain: 'the whole set on one side, then the other',
} as const;

const Fact = ({ name, children }: { readonly name: string; readonly children: string | undefined }) =>
  children ? (
    <>
      <dt>{name}</dt>
      <dd>{children}</dd>
    </>
  ) : null;

const Teaching = ({ exercise }: { readonly exercise: ExercisePage['exercise'] }) => (
  <Stack $gap={6}>
    <h2>Teaching it</h2>
    <Facts>
      <Fact name="Feel it">{exercise.feel.where}</Fact>
      <Fact name="Not there">{exercise.feel.notWhere}</Fact>
      <Fact name="Ends at">{exercise.endPoint}</Fact>
      <Fact name="Legs">{exercise.legLine}</Fact>
      <Fact name="Sides">{sideWords[exercise.sideOrder]}</Fact>
      <Fact name="Trunk">
        {exercise.prepareTrunk === 'none'
          ? 'no bracing: let it yield'
          : 'drawn together lightly on a breath out, then eased'}
      </Fact>
      <Fact name="Before">{exercise.settle}</Fact>
      <Fact name="After">{exercise.release}</Fact>
      <Fact name="In and out">{exercise.transition}</Fact>
      <Fact name="Works">{exercise.regions.map((one) => regionNames[one]).join(', ')}</Fact>
      <Fact name="Stand">{exercise.looks.map(({ view }) => fromWhere[view]).join(', ')}</Fact>
    </Facts>
  </Stack>
);

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

type FaultRowProps = { readonly fault: FaultCard; readonly level: Level; readonly isForClient: boolean };

const capital = (text: string): string => `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}`;
const mostCorrections = 4;

function FaultRow({ fault, level, isForClient }: FaultRowProps) {
  const [all, setAll] = useState(false);
  const { id, name, plain, seen, why, standAt, phases, measures, safety, corrections, excluded } = fault;
  return (
    <li data-fault={id}>
      <div className="pair">
        <FaultSeen fault={fault} level={level} />
      </div>
      <Stack $gap={6}>
        <Row $gap={8}>
          <h3>{capital(plain)}</h3>
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
          {(all ? corrections : corrections.slice(0, mostCorrections)).map((one) => (
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
        <CausesOf fault={fault} />
        {corrections.length > mostCorrections && (
          <Button $look="quiet" onPress={() => setAll(!all)} style={{ justifySelf: 'start', paddingInline: 0 }}>
            {all ? 'Fewer' : `All ${corrections.length} corrections`}
          </Button>
        )}
        {all && isForClient && excluded.length > 0 && (
          <Small>Left out: {excluded.map(({ say, why: reason }) => `“${say}” ${reason}`).join(' ')}</Small>
        )}
      </Stack>
    </li>
  );
}

/** The level clean and with the fault, where the fault can be drawn; else how an eye or a hand tells it. */
function FaultSeen({ fault, level }: Omit<FaultRowProps, 'isForClient'>) {
  const { id, plain, standAt, phases, byEye, block } = fault;
  const clean = phases.includes('start') && !phases.includes('hold') ? startOf(level) : level.top;
  const wrong = drawableFaults.includes(id) ? withFault(clean, id, usualAmount(id)) : clean;
  if (JSON.stringify(wrong) === JSON.stringify(clean))
    return <Small style={{ gridColumn: '1 / -1' }}>{byEye ?? 'By eye or touch.'}</Small>;
  const view = standAt === 'head' ? 'foot' : standAt;
  return (
    <>
      <figure>
        <Figure pose={clean} view={view} label={`${plain}: clean`} small />
        <figcaption>
          <Small>clean</Small>
        </figcaption>
      </figure>
      <figure>
        <Figure pose={wrong} view={view} label={plain} out={block} small />
        <figcaption>
          <Small>{plain}</Small>
        </figcaption>
      </figure>
    </>
  );
}

const CausesOf = ({ fault: { causes } }: { readonly fault: FaultCard }) => (
  <details>
    <summary style={{ cursor: 'pointer', minHeight: 36 }}>
      <Small>What may lie behind it</Small>
    </summary>
    <ul>
      {causes.map(({ name, look, ifSo }) => (
        <li key={name} style={{ padding: '3px 0' }}>
          {capital(name)}.{' '}
          <Small>
            {look} {ifSo}
          </Small>
        </li>
      ))}
    </ul>
  </details>
);

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
