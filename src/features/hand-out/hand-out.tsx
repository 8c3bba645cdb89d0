'use client';

import { CalendarPlus, FileDown, Printer } from 'lucide-react';
import styled from 'styled-components';
import { Button, ButtonLink } from '@/design/button';
import { Page, Quiet, Row } from '@/design/layout';
import { weekdays } from './words';
import type { HandOut } from './read';

const Sheet = styled.article`
  max-width: 860px;
  margin: 18px auto 0;
  background: #fff;
  color: #1c2a2f;
  border: 1px solid var(--rule);
  border-radius: 14px;
  padding: 40px clamp(18px, 5vw, 56px);
  display: grid;
  gap: 26px;
  font-size: 1.08rem;
  header {
    display: grid;
    gap: 4px;
    border-bottom: 2px solid #1c2a2f;
    padding-bottom: 14px;
  }
  .week {
    margin-top: 10px;
    display: grid;
    grid-template-columns: repeat(7, 1fr);
    gap: 6px;
    text-align: center;
  }
  .week li {
    border: 1.5px solid #dcd7c9;
    border-radius: 10px;
    padding: 6px 2px;
    color: #424e53;
  }
  .week li[data-on] {
    border: 2.5px solid #1c2a2f;
    color: #1c2a2f;
    font-weight: 700;
  }
  .exercise {
    display: grid;
    grid-template-columns: minmax(0, 300px) minmax(0, 1fr);
    gap: 10px 28px;
    border-top: 1px solid #dcd7c9;
    padding-top: 18px;
    break-inside: avoid;
  }
  .exercise svg {
    width: 100%;
    height: auto;
    display: block;
  }
  .many {
    font-size: 1.3rem;
    font-weight: 700;
  }
  .cue {
    font-size: 1.3rem;
    line-height: 1.25;
  }
  .stop {
    border: 2px solid #8f300c;
    border-radius: 12px;
    padding: 14px 18px;
    break-inside: avoid;
  }
  .stop h2 {
    color: #8f300c;
  }
  .stop ul {
    columns: 2;
    list-style: disc;
    padding-left: 20px;
  }
  .exercise > div {
    display: grid;
    gap: 6px;
    align-content: start;
  }
  dl {
    display: grid;
    grid-template-columns: max-content minmax(0, 1fr);
    gap: 4px 14px;
  }
  dt {
    color: #424e53;
  }
  @media (max-width: 620px) {
    .exercise {
      grid-template-columns: minmax(0, 1fr);
    }
    .stop ul {
      columns: 1;
    }
  }
  @media print {
    border: 0;
    padding: 0;
    max-width: none;
  }
`;

/** The client's own page: plain words, drawn exercises, the week, and when to stop. */
export function HandOutPage({ page }: { readonly page: HandOut }) {
  const { client, studio, instructor, on, days, at, words, next, exercises, stopFor, sessionId, clientId } = page;
  return (
    <Page>
      <Row className="no-print" style={{ justifyContent: 'space-between', maxWidth: 860, margin: '0 auto' }}>
        <ButtonLink href={`/clients/${clientId}`}>Back to {client}</ButtonLink>
        <Row>
          {days.length > 0 && (
            <ButtonLink href={`/api/hand-out/${sessionId}?as=calendar`} prefetch={false} download>
              <CalendarPlus size={19} aria-hidden />
              Calendar file
            </ButtonLink>
          )}
          <ButtonLink href={`/api/hand-out/${sessionId}?as=pdf`} prefetch={false} download>
            <FileDown size={19} aria-hidden />
            PDF
          </ButtonLink>
          <Button $look="main" onPress={() => window.print()}>
            <Printer size={19} aria-hidden />
            Print
          </Button>
        </Row>
      </Row>
      <Sheet aria-label="Hand-out">
        <header>
          <h1>Your practice, {client}</h1>
          <span>
            From {on} with {instructor}, {studio}
          </span>
          {next && <b>See you again on {next}.</b>}
        </header>
        {words && <p className="cue">{words}</p>}
        {days.length > 0 && (
          <section>
            <h2>
              {days.length} {days.length === 1 ? 'day' : 'days'} a week, at {at}
            </h2>
            <ul className="week">
              {weekdays.map((name, i) => (
                <li key={name} data-on={days.includes(i) ? '' : undefined}>
                  {name}
                  {days.includes(i) ? ' ✓' : ''}
                </li>
              ))}
            </ul>
          </section>
        )}
        {exercises.length === 0 && <Quiet>Nothing to practise at home this time.</Quiet>}
        {exercises.map(({ id, name, plain, how, many, breath, feel, notFeel, cue, pictures }) => (
          <section key={id} className="exercise" aria-label={name}>
            <div>
              {pictures.map((svg) => (
                <div key={svg} dangerouslySetInnerHTML={{ __html: svg }} />
              ))}
            </div>
            <div>
              <h2>{name}</h2>
              <span>{plain}.</span>
              <span className="many">{many}</span>
              {cue && <p className="cue">“{cue}”</p>}
              <dl>
                <dt>Now</dt>
                <dd>{how}</dd>
                <dt>Breath</dt>
                <dd>{breath}</dd>
                <dt>Feel it</dt>
                <dd>{feel}</dd>
                <dt>Not</dt>
                <dd>{notFeel}</dd>
              </dl>
            </div>
          </section>
        ))}
        <section className="stop">
          <h2>Stop at once, and ask for medical help, with:</h2>
          <ul>
            {stopFor.map((sign) => (
              <li key={sign}>{sign}</li>
            ))}
          </ul>
          <p>Fewer and clean is better than more. If anything hurts, leave it out and tell {instructor}.</p>
        </section>
      </Sheet>
    </Page>
  );
}
