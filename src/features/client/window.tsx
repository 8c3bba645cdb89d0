'use client';

import { useState } from 'react';
import styled from 'styled-components';
import type { Body } from '@/core/body/segments';
import type { KnownLoad } from '@/core/load/capacity';
import { fanOf } from '@/core/load/fan';
import type { Ray } from '@/core/load/fan';
import type { SafeWindow } from '@/core/load/window';
import { ButtonLink } from '@/design/button';
import { Fan } from '@/design/fan';
import { Chip, Panel, Quiet, Row, Section, Small, Stack } from '@/design/layout';
import { narrow } from '@/design/theme';

const Two = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(0, 1fr);
  gap: 6px 26px;
  align-items: center;
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
`;
const Rays = styled.ul`
  display: grid;
  button {
    display: grid;
    grid-template-columns: 3.6em minmax(0, 1fr);
    gap: 0 12px;
    width: 100%;
    min-height: 52px;
    padding: 7px 10px;
    text-align: left;
    align-items: center;
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: none;
    color: inherit;
    font: inherit;
    cursor: pointer;
  }
  li:last-child button {
    border-bottom: 0;
  }
  button[aria-pressed='true'] {
    background: var(--panel-deep, color-mix(in srgb, var(--fluid) 22%, transparent));
    border-radius: 10px;
  }
  .deg {
    font-family: var(--head);
    font-stretch: 88%;
    font-weight: 700;
    font-size: 1.5rem;
  }
`;

const sureWords = { wide: 'known only roughly', fair: 'known fairly well', good: 'known well' } as const;

/** What was seen, in two sentences: where the figure comes from, and whether it has moved. */
function Evidence({ legs, from }: { legs: SafeWindow | undefined; from: 'window' | 'level' }) {
  if (!legs)
    return <Small>No repetition with a leg off the mat has been seen yet: this is the level that is owned.</Small>;
  const { sightings, hardestHeld, easiestLost, sure, trend } = legs;
  return (
    <Small>
      From {sightings} {sightings === 1 ? 'sighting' : 'sightings'}
      {hardestHeld === null ? '' : `, held up to ${hardestHeld.toFixed(1)} %`}
      {easiestLost === null ? ', never lost so far' : `, lost from ${easiestLost.toFixed(1)} %`}.{' '}
      {from === 'window'
        ? ''
        : sure === 'wide'
          ? 'Too few to tell an edge: the highest that was held is taken. '
          : 'The level that is owned is taken. '}
      {trend
        ? trend.isReal
          ? `${trend.gain > 0 ? 'More' : 'Less'} is held than before: ${trend.gain > 0 ? '+' : '−'}${Math.abs(trend.gain).toFixed(1)} %.`
          : `Against earlier sessions ${trend.gain > 0 ? '+' : '−'}${Math.abs(trend.gain).toFixed(1)} %: within the error, no real change yet.`
        : ''}
    </Small>
  );
}

export type LoadPage = {
  readonly body: Body;
  readonly isTypical: boolean;
  readonly load: KnownLoad;
  readonly clientId: string;
};

/** How low the legs may go for this person, in every form, drawn and in words. */
export function SafeWindowSection({ body, isTypical, load: { windows, capacity }, clientId }: LoadPage) {
  const [chosen, setChosen] = useState<string>();
  const rays = capacity ? fanOf(body, capacity.pct, capacity.mightPct) : [];
  // The first form in which there is an edge to be seen.
  const first = rays.find(({ thighDeg }) => thighDeg !== null && thighDeg > 5);
  const ray: Ray | undefined = rays.find(({ id }) => id === chosen) ?? first ?? rays[0];
  return (
    <Section aria-label="Safe window" style={{ marginTop: 30 }}>
      <Row style={{ justifyContent: 'space-between' }}>
        <Row $gap={10}>
          <h2>Safe window</h2>
          {capacity && <Chip>{windows.legs ? sureWords[windows.legs.sure] : 'from the level owned'}</Chip>}
        </Row>
        <ButtonLink href={`/what-if?client=${clientId}`}>What if</ButtonLink>
      </Row>
      {!capacity || !ray ? (
        <Quiet>
          Nothing is known yet of how low the legs may go. The first repetitions with a leg off the mat, on the Floor or
          in a look, begin to tell.
        </Quiet>
      ) : (
        <Panel>
          <Stack $gap={12}>
            <Two>
              <Fan body={body} ray={ray} />
              <Rays aria-label="Forms">
                {rays.map((one) => (
                  <li key={one.id}>
                    <button type="button" aria-pressed={one.id === ray.id} onClick={() => setChosen(one.id)}>
                      <span className="deg">{one.thighDeg === null ? '–' : `${Math.round(one.thighDeg)}°`}</span>
                      <span>
                        {one.name}
                        <br />
                        <Small>
                          {one.words}
                          {one.thighDeg !== null && one.mightDeg !== null && one.thighDeg - one.mightDeg >= 3
                            ? `; perhaps down to ${Math.round(one.mightDeg)}°`
                            : ''}
                        </Small>
                      </span>
                    </button>
                  </li>
                ))}
              </Rays>
            </Two>
            <p>
              {capacity.from === 'window' ? 'Held nine times in ten up to ' : 'Has held '}
              <b className="numeral">{capacity.pct.toFixed(1)} %</b> of weight × stature with pelvis and ribs level.
              Each form is the same demand.
            </p>
            <Evidence legs={windows.legs} from={capacity.from} />
            <Small>
              The thigh’s angle over the mat; 90° is straight up. Reckoned from body segments
              {isTypical ? ' of a body of usual size, since height or weight are not on file' : ''}. With the head down
              a little less is held: 85 %, a convention. Pain, cautions and what you see come first.
            </Small>
            <Others windows={windows} />
          </Stack>
        </Panel>
      )}
    </Section>
  );
}

const otherWindows = [
  ['circle', 'Circles', 'leg open to'],
  ['bridge', 'Bridge', 'trunk lifted to'],
  ['legBehind', 'On hands and knees', 'leg behind lifted to'],
] as const;

function Others({ windows }: Pick<KnownLoad, 'windows'>) {
  const known = otherWindows.flatMap(([family, name, words]) => {
    const found = windows[family];
    return found ? [{ family, name, words, found }] : [];
  });
  if (known.length === 0) return null;
  return (
    <Row $gap={22} aria-label="Other windows">
      {known.map(({ family, name, words, found }) => (
        <span key={family} data-window={family}>
          <b>{name}</b>: {words} {Math.round(found.limit)}°{' '}
          <Small>
            ({sureWords[found.sure]}, {found.sightings} {found.sightings === 1 ? 'sighting' : 'sightings'})
          </Small>
        </span>
      ))}
    </Row>
  );
}
