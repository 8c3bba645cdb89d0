'use client';

import { entriesOf } from '@/core/keyed';
import { useAsking } from '@/platform/browser/asking';
import { useReducer, useState } from 'react';
import { leastFreedom, ownMarking } from '@/core/agreement/repeats';
import type { OwnMarking } from '@/core/agreement/repeats';
import type { View } from '@/core/anatomy/positions';
import { noMarks } from '@/core/anatomy/marks';
import type { Role } from '@/core/alignment/look-values';
import type { Vec2 } from '@/core/geometry';
import { Button } from '@/design/button';
import { Failed, Quiet, Row, Small, Stack } from '@/design/layout';
import { keepRounds } from './actions';
import { useOnce } from '@/platform/browser/once';
import { Canvas } from './canvas';
import { activeAt, draftAt, openBench, placeOf, step, toMarks } from './state';
import type { Sheet } from './state';
import { isExtra, nameOfMark } from '@/core/knowledge/wanted';
import { isLineMark } from '@/core/anatomy/marks';
import type { WantedMarks } from '@/core/knowledge/wanted';

const wantedRounds = 3;

type OwnErrorProps = {
  readonly sheet: Sheet;
  readonly role: Role;
  readonly view: View;
  readonly wanted: WantedMarks;
  readonly known: OwnMarking | null;
  readonly onDone: () => void;
};

/** The same picture marked three times over, each time unseen by the others: what one hand's error is. */
export function OwnError({ sheet, role, view, wanted, known, onDone }: OwnErrorProps) {
  const marks = wanted.filter((id) => !isLineMark(id) && !isExtra(id));
  const place = placeOf(role, view);
  const fresh = () =>
    openBench({
      pictures: [{ ...sheet, role, view, setting: null, marks: noMarks }],
      wanted: { [view]: marks },
      headEnd: 'left',
    });
  const [bench, dispatch] = useReducer(step, undefined, fresh);
  const [rounds, setRounds] = useState<Record<string, Vec2>[]>([]);
  const { failed, ask } = useAsking();
  const once = useOnce();
  const [result, setResult] = useState<OwnMarking>();
  const draft = draftAt(bench, place);
  const active = activeAt(bench, place);
  const count = marks.filter((id) => draft.points[id]).length;
  const next = async () => {
    const done = [...rounds, Object.fromEntries(entriesOf(draft.points))];
    setRounds(done);
    if (done.length < wantedRounds) {
      dispatch({ do: 'load', place, sheet, setting: { headEnd: 'left' } });
      return;
    }
    const plain = done.map((round) => Object.fromEntries(Object.entries(round).map(([id, at]) => [id, [...at]])));
    const kept = await ask(
      keepRounds({ id: once.id(), rounds: plain }),
      'Your marks are still here: press again in a moment.',
    );
    if (!kept.ok) return setRounds(rounds);
    once.kept();
    setResult(ownMarking([done]));
  };
  if (result)
    return (
      <Stack $gap={12} style={{ maxWidth: 620, padding: '22px 0' }}>
        <h2>Your hand: {result.sdPx.toFixed(1)} px</h2>
        <p>
          One mark of yours is off by {result.sdPx.toFixed(1)} pixels (spread, each way), from {result.freedom} repeats;
          1.5 is taken for a hand that is not known.{' '}
          {(known?.freedom ?? 0) + result.freedom >= leastFreedom
            ? 'From now on your own figure is used.'
            : 'A little more of this, and your own figure is used.'}
        </p>
        <Row $gap={14}>
          {Object.entries(result.perLandmark)
            .sort((a, b) => b[1] - a[1])
            .slice(0, 5)
            .map(([name, sd]) => (
              <Small key={name}>
                {name} {sd.toFixed(1)} px
              </Small>
            ))}
        </Row>
        <Button $look="main" onPress={onDone} style={{ justifySelf: 'start' }}>
          Back to the picture
        </Button>
      </Stack>
    );
  return (
    <Stack $gap={12} style={{ paddingTop: 12 }}>
      <div>
        <h2>
          Mark it afresh: {rounds.length + 1} of {wantedRounds}
        </h2>
        <Quiet>
          Set each mark as you would any other day. What you set before is hidden, so that nothing is copied. Now:{' '}
          <strong>{nameOfMark(active)}</strong>.
        </Quiet>
      </div>
      <Canvas
        key={rounds.length}
        place={place}
        sheet={sheet}
        draft={draft}
        wanted={marks}
        active={active}
        marks={toMarks(draft)}
        setup={undefined}
        bands={[]}
        out={new Set()}
        wrong={new Set()}
        dispatch={dispatch}
      />
      <Failed>{failed}</Failed>
      <Row>
        <Button $look="main" isDisabled={count < 3} onPress={() => void next()}>
          {rounds.length + 1 < wantedRounds ? 'Next round' : 'See my error'}
        </Button>
        <Button onPress={onDone}>Leave it</Button>
        <Small>
          {count} of {marks.length} marks set
        </Small>
      </Row>
    </Stack>
  );
}
