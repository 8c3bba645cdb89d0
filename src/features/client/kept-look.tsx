'use client';

import { ArrowRight } from 'lucide-react';
import styled from 'styled-components';
import { ForTeachers } from '@/platform/browser/role';
import type { KeptReading } from '@/core/knowledge/kept';
import { formatMeasure, nameOf } from '@/core/alignment/words';
import { formatSeconds } from '@/core/progression/dose';
import { ButtonLink } from '@/design/button';
import { Chip, Panel, Quiet, Row, Small, Stack, TextLink } from '@/design/layout';
import { MarkedPicture } from '@/design/marked-picture';
import { fromWhere } from '@/core/anatomy/positions';
import type { LookLine } from './read';

const Sheet = styled(Panel)`
  display: grid;
  grid-template-columns: minmax(0, 1.1fr) minmax(0, 1fr);
  gap: 10px 22px;
  & > header {
    grid-column: 1 / -1;
  }
  .pictures {
    display: grid;
    gap: 10px;
    align-content: start;
  }
  dl {
    display: grid;
    gap: 10px;
    align-content: start;
  }
  dt {
    color: var(--quiet);
    font-size: 0.88rem;
  }
  dd {
    line-height: 1.35;
  }
  .out {
    color: var(--out);
    font-weight: 650;
  }
  .figures {
    white-space: nowrap;
  }
  .change {
    display: flex;
    gap: 9px;
    align-items: center;
    font-size: 1.25rem;
  }
  @media (max-width: 700px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const outcome = { better: 'better', same: 'same, within the error', worse: 'worse' } as const;
type Kept = KeptReading['baseline'];

const outBlocks = (faults: LookLine['faults'], findings: Kept): ReadonlySet<string> =>
  new Set(findings.filter(({ verdict }) => verdict === 'out').flatMap(({ fault }) => faults[fault]?.block ?? []));

const methodWords = { picture: '', hand: ', by hand', eye: ', by eye' } as const;

type FoundProps = {
  readonly result: Pick<KeptReading, 'baseline' | 'methods' | 'seen'>;
  readonly faults: LookLine['faults'];
};

const sideWords = { L: ', left', R: ', right' } as const;
const whenSeen = {
  setup: 'in the set-up, by eye',
  top: 'by eye',
  back: 'on the way back, by eye',
  retest: 'at the retest, by eye',
};

/** Faults that an eye graded as there. */
const SeenByEye = ({ result: { seen }, faults }: FoundProps) =>
  seen.map(
    ({ role, fault, side, severity }) =>
      severity && (
        <div key={`${role} ${fault}`}>
          <span className="out">
            {severity}: {faults[fault]?.plain}
            {side && sideWords[side]}
          </span>{' '}
          <Small>{whenSeen[role]}</Small>
        </div>
      ),
  );

function Found({ result, faults }: FoundProps) {
  const { baseline: findings, methods, seen } = result;
  const byOther = (measure: string) => methodWords[methods[measure] ?? 'picture'];
  const firstOf = (fault: string) => findings.find((one) => one.fault === fault); // two measures may show one fault: the worse stands for it
  const out = findings.filter((one) => one.verdict === 'out' && firstOf(one.fault) === one);
  const unsure = findings.filter(({ verdict }) => verdict === 'unsure');
  if (findings.length === 0 && seen.length === 0) return <>nothing was judged</>;
  return (
    <>
      {out.length === 0 && !seen.some(({ severity }) => severity) && <span>nothing surely out of level</span>}
      {out.map(({ fault, side, severity, measure, value, se }) => (
        <div key={measure}>
          <span className="out">
            {severity}: {faults[fault]?.plain}
            {side && sideWords[side]}
          </span>{' '}
          <Small>
            {nameOf(measure)}
            {byOther(measure)}{' '}
            <span className="figures">
              {formatMeasure(measure, value)} ± {formatMeasure(measure, se, 'error')}
            </span>
          </Small>
        </div>
      ))}
      <SeenByEye result={result} faults={faults} />
      {unsure.map(({ fault, measure, leansNeither }) => (
        <div key={measure}>
          <Small>can’t tell yet: {leansNeither ? nameOf(measure) : faults[fault]?.plain}</Small>
        </div>
      ))}
    </>
  );
}

/** One look as it was kept: pictures with levels, finding, what was tried and its result, dose. An open one can be gone on with. */
export function KeptLook({ look }: { look: LookLine }) {
  const { date, name: called, level, instructor, school, result, faults, pictures, isKept } = look;
  const { setup, top, retest } = pictures;
  const shown = [
    { name: 'top, uncorrected', picture: top ?? setup, findings: result?.baseline ?? [] },
    { name: 'on the way back', picture: pictures.back, findings: result?.back ?? [] },
    { name: 'retest', picture: retest, findings: result?.retest ?? [] },
  ];
  return (
    <Sheet as="article" data-look={look.id}>
      <header>
        <Row $gap={10} style={{ justifyContent: 'space-between' }}>
          <h3>
            {date} · {called}, level {level}
          </h3>
          {isKept ? (
            <Small>
              {school} · {instructor}
            </Small>
          ) : (
            <Row $gap={8}>
              <Chip $tone="info">open</Chip>
              <ForTeachers>
                <ButtonLink href={`/looks/${look.id}`}>Go on with it</ButtonLink>
              </ForTeachers>
            </Row>
          )}
        </Row>
      </header>
      <div className="pictures">
        {Object.keys(pictures).length === 0 && <Quiet>No picture: read by hand and by eye.</Quiet>}
        {shown.map(
          ({ name, picture, findings }) =>
            picture && (
              <figure key={name}>
                <MarkedPicture
                  picture={picture}
                  marks={picture.marks}
                  setup={setup?.marks}
                  out={outBlocks(faults, findings)}
                  label={`${name}: levels drawn on the picture`}
                />
                <Small as="figcaption">
                  {name}
                  {picture.view === 'side' ? '' : `, ${fromWhere[picture.view]}`}
                </Small>
              </figure>
            ),
        )}
        <ForTeachers>
          {look.films.map(({ id, name: of, until }) => (
            <Small key={id}>
              <TextLink href={`/api/films/${id}`} target="_blank">
                Film of {of}
              </TextLink>
              , kept until {until}
            </Small>
          ))}
        </ForTeachers>
        {look.more > 0 && (
          <Small>
            and {look.more} {look.more === 1 ? 'picture' : 'pictures'} from other sides
          </Small>
        )}
      </div>
      {isKept ? (
        <KeptFacts look={look} />
      ) : (
        <Stack>
          <Quiet>Begun and not closed yet. Its marks are kept.</Quiet>
        </Stack>
      )}
    </Sheet>
  );
}

/** Finding, what was tried and how it went, dose. */
const KeptFacts = ({ look: { result, tried, before, faults, dose } }: { readonly look: LookLine }) => (
  <dl>
    <div>
      <dt>finding</dt>
      <dd>
        {result ? <Found result={result} faults={faults} /> : 'kept, but written in a way that can’t be read here'}
      </dd>
    </div>
    <div>
      <dt>correction</dt>
      {before.map(({ say, verdict }) => (
        <dd key={say} data-before={verdict}>
          “{say}” <Small>{outcome[verdict]}</Small>
        </dd>
      ))}
      <dd>{tried ? `“${tried}”` : before.length > 0 ? 'then nothing else' : 'none'}</dd>
    </div>
    {result?.verdict && <Outcome verdict={result.verdict} />}
    {dose && <DoseFact dose={dose} />}
  </dl>
);

const Outcome = ({ verdict }: { readonly verdict: NonNullable<KeptReading['verdict']> }) => (
  <div data-outcome={verdict.verdict}>
    <dt>retest</dt>
    <dd>
      <span className="change numeral">
        {formatMeasure(verdict.measure, verdict.before.value)} <ArrowRight size={17} aria-label="to" />{' '}
        {formatMeasure(verdict.measure, verdict.after.value)}
      </span>
      <strong>{outcome[verdict.verdict]}</strong>{' '}
      <Small>
        {nameOf(verdict.measure)}; least real change {formatMeasure(verdict.measure, verdict.mdc, 'error')}
      </Small>
    </dd>
  </div>
);

const DoseFact = ({ dose }: { readonly dose: NonNullable<LookLine['dose']> }) => (
  <div>
    <dt>dose</dt>
    <dd>
      level {dose.level}, {dose.sets > 1 ? `${dose.sets} × ` : ''}
      {dose.repetitions} {dose.sides === 2 ? 'each side' : 'repetitions'}; {dose.pattern}{' '}
      <Small>
        ({formatSeconds(dose.setS)} a set, {dose.breathsPerMinute.toFixed(1)} breaths a minute)
      </Small>
    </dd>
  </div>
);
