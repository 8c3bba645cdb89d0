'use client';

import styled from 'styled-components';
import { StandingChip } from '@/design/standing';
import { SetUpList } from '@/design/set-up-list';
import { Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { fromWhere } from '@/core/anatomy/positions';
import type { ExercisePage, TaughtAt } from './read';
import { kindNames } from './words';
import { regionNames } from '@/core/knowledge/kinds';

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

type ToTeachProps = { readonly page: ExercisePage; readonly level: number; readonly query: string };

/** Cautions, set-up, and everything else to teach from. */
export const ToTeach = ({
  page: { exercise, first, prepares, follows, forms, atLevel },
  level,
  query,
}: ToTeachProps) => (
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
    <SetUpList setUp={atLevel[level]?.setUp ?? []} />
    <Teaching exercise={exercise} level={level} here={atLevel[level]} />
    <OtherWays forms={forms[level] ?? []} />
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

/** Forms of the level in hand; what stands against one is said with it. */
const OtherWays = ({ forms }: { readonly forms: ExercisePage['forms'][number] }) =>
  forms.length > 0 && (
    <Stack $gap={6}>
      <h2>Other ways</h2>
      <ul aria-label="Other ways of this level" style={{ display: 'grid', gap: 8 }}>
        {forms.map(({ name, change, prop, standing, why }) => (
          <li key={name} data-form={standing}>
            <b>{name}</b>
            {prop && <Small> with the {prop.toLowerCase()}</Small>}{' '}
            {standing !== 'fine' && <StandingChip standing={standing} />}
            <br />
            {change} {why && <Small>{why}.</Small>}
          </li>
        ))}
      </ul>
    </Stack>
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

type TeachingProps = {
  readonly exercise: ExercisePage['exercise'];
  readonly level: number;
  readonly here: TaughtAt | undefined;
};

function Teaching({ exercise, level, here }: TeachingProps) {
  const rung = exercise.levels.find(({ number }) => number === level);
  return (
    <Stack $gap={6}>
      <h2>Teaching it</h2>
      <Facts>
        <Fact name="Feel it">{exercise.feel.where}</Fact>
        <Fact name="Not there">{exercise.feel.notWhere}</Fact>
        <Fact name="Ends at">{rung?.endPoint ?? exercise.endPoint}</Fact>
        <Fact name="Hands">{here?.hands}</Fact>
        <Fact name="Legs">{here?.legs}</Fact>
        <Fact name="Sides">{sideWords[exercise.sideOrder]}</Fact>
        <Fact name="Trunk">
          {exercise.prepareTrunk === 'none'
            ? 'no bracing: let it yield'
            : 'drawn together lightly on a breath out, then eased'}
        </Fact>
        <Fact name="Before">{exercise.settle}</Fact>
        <Fact name="After">{exercise.release}</Fact>
        <Fact name="Spotter">{here?.spotter}</Fact>
        <Fact name="In and out">{exercise.transition}</Fact>
        <Fact name="Works">{exercise.regions.map((one) => regionNames[one]).join(', ')}</Fact>
        <Fact name="Stand">{exercise.looks.map(({ view }) => fromWhere[view]).join(', ')}</Fact>
      </Facts>
    </Stack>
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
