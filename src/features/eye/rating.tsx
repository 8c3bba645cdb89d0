'use client';

// Reading a session's pictures, one after the other, as often changed as she likes until all are read.
import { ArrowLeft } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { gradeDeg, grades } from '@/core/alignment/by-eye';
import { fromWhere } from '@/core/anatomy/positions';
import { positionOf } from '@/core/body/position';
import { risesAt } from '@/core/eye/lines';
import type { RatingValue, Reading } from '@/core/eye/question';
import type { RatingMethod } from '@/core/eye/raters';
import { isOneOf } from '@/core/keyed';
import { Button } from '@/design/button';
import { Failed, Page, PageHead, Quiet, Row, Stack, TextLink } from '@/design/layout';
import { TiltSlider } from '@/design/tilt-slider';
import { useAsking } from '@/platform/browser/asking';
import { keepReading } from './actions';
import { Estimate } from './answer';
import { MarkBoard } from './marks';
import type { SomePoints } from './marks';
import type { RatingPage } from './raters-read';
import type { ShownQuestion } from './read';
import { SetUp, Shown } from './shown';

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(320px, 1fr);
  gap: 26px 36px;
  padding-top: 18px;
  align-items: start;
  @media (max-width: 980px) {
    grid-template-columns: minmax(0, 1fr);
  }
  figure {
    margin: 0;
    max-width: 280px;
  }
  figcaption {
    color: var(--quiet);
    font-size: 0.92rem;
  }
`;

/** The glass of a method: how far it reaches in steps of its own, and what a place on it counts. */
const glass: Readonly<Record<Exclude<RatingMethod, 'marks'>, { most: number; step: number }>> = {
  tilt: { most: 20, step: 0.5 },
  grade: { most: 2, step: 1 },
};

const degOf = (method: RatingMethod, at: number): number =>
  method === 'grade' ? (isOneOf(grades, at) ? gradeDeg[at] : 0) : at;
const placeOf = (method: RatingMethod, deg: number): number =>
  method === 'grade' ? (grades.find((grade) => gradeDeg[grade] === deg) ?? 0) : deg;

function Vial({
  question,
  method,
  deg,
  onDeg,
}: {
  readonly question: ShownQuestion;
  readonly method: Exclude<RatingMethod, 'marks'>;
  readonly deg: number | undefined;
  readonly onDeg: (deg: number) => void;
}) {
  const { asked, figure } = question;
  const top = figure.frames.at(-1);
  if (asked.kind !== 'tilt' || !top) return null;
  const { view, headEnd } = figure;
  const toward = risesAt(asked.block, { position: positionOf(top), view, headEnd });
  return (
    <TiltSlider
      isStacked
      name={asked.block}
      label={`${asked.block}: ${asked.low} to ${asked.high}`}
      {...glass[method]}
      value={deg === undefined ? undefined : placeOf(method, deg) * toward}
      ends={toward > 0 ? [asked.low, asked.high] : [asked.high, asked.low]}
      onChange={(at) => onDeg(degOf(method, at * toward + 0))}
      measure={asked.measure}
    >
      <Estimate asked={asked} deg={deg} onLevel={() => onDeg(0)} />
    </TiltSlider>
  );
}

type Values = readonly (Reading | null)[];
type ReadProps = { readonly page: RatingPage; readonly reading: NonNullable<RatingPage['reading']> };

const asRead = (one: RatingValue | null): Reading | null =>
  one && (one.points ? { points: one.points } : { deg: one.deg });

/** What is to be kept of a picture: her place on the glass, or two marks. */
function readingOf(method: RatingMethod, own: Reading | undefined, [a, b]: SomePoints): Reading | undefined {
  if (method !== 'marks') return own;
  return a && b ? { points: [[...a], [...b]] } : undefined;
}

/** The pictures one by one, and what she reads in them. */
function useReading({ page, reading }: ReadProps) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const [values, setValues] = useState<Values>(reading.values.map(asRead));
  const [place, setPlace] = useState(() => Math.max(0, reading.values.indexOf(null)));
  const [points, setPoints] = useState<SomePoints>([]);
  const own = values[place] ?? undefined;
  const shownPoints = points.length > 0 ? points : own && 'points' in own ? own.points : [];
  const value = readingOf(page.method, own, shownPoints);
  const change = (next: Reading) => setValues(values.map((one, i) => (i === place ? next : one)));
  const go = (to: number) => {
    setPoints([]);
    setPlace(to);
  };
  const keep = async () => {
    if (!value) return;
    const sent = keepReading({ id: page.id, occasion: reading.occasion, place, value });
    if (!(await ask(sent, 'What you read stands here: press again.')).ok) return;
    change(value);
    if (place + 1 < page.pictures.length) go(place + 1);
    else router.refresh();
  };
  return { place, own, value, points: shownPoints, setPoints, change, go, keep, busy, failed };
}

export function ReadPictures({ page, reading }: ReadProps) {
  const { place, own, value, points, setPoints, change, go, keep, busy, failed } = useReading({ page, reading });
  const question = page.pictures[place];
  if (!question) return null;
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/eye/raters">Raters</TextLink>
          <h1>{page.title}</h1>
          <Quiet>
            {reading.occasion === 2 ? 'Once more, a week later. ' : ''}Nobody sees what you read before all of you have
            read it, and you do not see theirs.
          </Quiet>
        </div>
        <strong className="numeral" style={{ fontSize: '1.5rem' }} data-place={place + 1}>
          {place + 1} of {page.pictures.length}
        </strong>
      </PageHead>
      <Two>
        {page.method === 'marks' ? (
          <MarkBoard key={place} question={question} points={points} onPoints={setPoints} />
        ) : (
          <Shown
            key={place}
            question={question}
            label={`${question.exerciseName}, ${fromWhere[question.figure.view]}`}
          />
        )}
        <Stack $gap={18}>
          <div>
            <h2>{page.method === 'marks' ? 'Mark both ends' : page.measureName}</h2>
            <Quiet>
              {question.exerciseName}, level {question.figure.level}, {fromWhere[question.figure.view]}
            </Quiet>
          </div>
          {page.method !== 'marks' && (
            <>
              <Vial
                key={place}
                question={question}
                method={page.method}
                deg={own && 'deg' in own ? own.deg : undefined}
                onDeg={(deg) => change({ deg })}
              />
              <figure>
                <SetUp question={question} />
                <figcaption>At the start: her own neutral</figcaption>
              </figure>
            </>
          )}
          <Failed>{failed}</Failed>
          <Row>
            <Button isDisabled={place === 0 || busy} onPress={() => go(place - 1)} aria-label="The picture before">
              <ArrowLeft size={20} aria-hidden />
            </Button>
            <Button $look="main" isDisabled={!value || busy} onPress={() => void keep()} style={{ minWidth: 150 }}>
              {place + 1 < page.pictures.length ? 'Next' : 'Done'}
            </Button>
          </Row>
        </Stack>
      </Two>
    </Page>
  );
}
