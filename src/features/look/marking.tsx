'use client';

import { ArrowRight } from 'lucide-react';
import { useRef, useState } from 'react';
import type { Dispatch } from 'react';
import styled from 'styled-components';
import type { LookReading, Role } from '@/core/alignment/look';
import type { Pose } from '@/core/body/pose';
import { Button } from '@/design/button';
import { Notice, Row, Small, Stack } from '@/design/layout';
import { narrow } from '@/design/theme';
import { Canvas } from './canvas';
import { Numbers, outBlocks, Vials } from './numbers';
import { Palette } from './palette';
import { PictureSource } from './picture-source';
import type { BenchOpening } from './read';
import { Verdict } from './retest';
import { toMarks } from './state';
import type { Bench as BenchState, BenchAct } from './state';

const Bench = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) 372px;
  gap: 26px;
  padding-top: 16px;
  .column {
    display: grid;
    gap: 12px;
    align-content: start;
    min-width: 0;
  }
  ${narrow} {
    display: flex;
    flex-direction: column;
    gap: 14px;
    .column {
      display: contents;
    }
    .column > * {
      order: 4;
    }
    .seen {
      order: 1;
    }
    .told {
      order: 2;
    }
    .set {
      order: 3;
    }
    .told [role='list'] {
      grid-template-columns: repeat(3, minmax(0, 1fr));
      gap: 14px;
    }
    .told [role='listitem'] {
      grid-template-columns: auto minmax(0, 1fr);
      gap: 4px 8px;
      align-items: start;
    }
    .told .glass {
      grid-column: 1 / -1;
      grid-row: 1;
    }
    .told .reading {
      text-align: right;
    }
  }
`;

const atRest: Pose = { left: { kind: 'footDown' }, right: { kind: 'footDown' } };

const hints: Readonly<Record<Role, string>> = {
  setup: 'First the set-up picture: lying ready, before anything moves',
  top: 'Now the picture at the top of the movement, uncorrected',
  retest: 'The same picture again, after the correction',
};

/** Marks named by an error's path (`landmarks.ASIS`, `matLine`). */
function wrongMarks(path: string): ReadonlySet<string> {
  const name = path.split('.').at(-1) ?? '';
  if (name === 'matLine') return new Set(['mat1', 'mat2']);
  if (path.includes('scale')) return new Set(['known1', 'known2']);
  return new Set([name.replace(/_[LR]$/, '')]);
}

type MarkingProps = {
  readonly role: Role;
  readonly bench: BenchState;
  readonly dispatch: Dispatch<BenchAct>;
  readonly reading: LookReading;
  readonly headEnd: 'left' | 'right';
  /** The top of the level looked at. */
  readonly topPose: Pose;
  readonly clientId: string;
  readonly samples: BenchOpening['demoPictures'];
  readonly correction: string | null;
  readonly onDone: () => void;
};

const doneNames: Readonly<Record<Role, string>> = {
  setup: 'Now the top',
  top: 'See findings',
  retest: 'Go on to the dose',
};

/** One picture of the look: where it comes from, the marks on it, what they say. */
export function Marking({
  role,
  bench,
  dispatch,
  reading,
  headEnd,
  topPose,
  clientId,
  samples,
  correction,
  onDone,
}: MarkingProps) {
  const sheet = bench.sheets[role];
  const canvas = useRef<HTMLDivElement>(null);
  const [changing, setChanging] = useState(false);
  if (!sheet || changing)
    return (
      <Stack style={{ paddingTop: 16 }}>
        <PictureSource
          clientId={clientId}
          samples={samples}
          hint={hints[role]}
          onPicture={(picture) => {
            dispatch({ do: 'load', role, sheet: picture });
            setChanging(false);
          }}
        />
        {changing && (
          <Button onPress={() => setChanging(false)} style={{ justifySelf: 'start' }}>
            Keep the picture that is here
          </Button>
        )}
      </Stack>
    );
  const read = reading.pictures[role];
  const judged = role === 'setup' ? reading.setup : role === 'top' ? reading.baseline : reading.retest;
  const error = read.state === 'wrong' ? read.error : read.state === 'read' ? read.wrong : undefined;
  const atFault = error?.path.startsWith('neutral') ? 'In the set-up picture: ' : '';
  const wrong = error && !atFault ? wrongMarks(error.path) : new Set<string>();
  return (
    <Bench>
      <div className="column" ref={canvas}>
        <div className="seen">
          <Canvas
            role={role}
            sheet={sheet}
            draft={bench.drafts[role]}
            active={bench.active[role]}
            marks={toMarks(bench.drafts[role])}
            setup={role === 'setup' ? undefined : toMarks(bench.drafts.setup)}
            out={outBlocks(judged)}
            wrong={wrong}
            dispatch={dispatch}
          />
        </div>
        {error && (
          <Notice $tone="out" role="alert" className="told">
            {atFault}
            {error.message}
          </Notice>
        )}
        <Stack $gap={12} className="set">
          <Palette
            role={role}
            bench={bench}
            wrong={wrong}
            dispatch={dispatch}
            pose={role === 'setup' ? atRest : topPose}
            headEnd={headEnd}
            onChosen={() => canvas.current?.querySelector<SVGSVGElement>('svg.sheet')?.focus()}
          />
        </Stack>
      </div>
      <div className="column">
        {role === 'retest' && reading.verdict && (
          <div className="told">
            <Verdict verdict={reading.verdict} correction={correction} />
          </div>
        )}
        <div className="told">
          <Vials role={role} read={read} judged={judged} headEnd={headEnd} />
        </div>
        <Numbers role={role} read={read} judged={judged} />
        <Row>
          <Button $look="main" onPress={onDone}>
            {doneNames[role]}
            <ArrowRight size={19} aria-hidden />
          </Button>
          <Button $look="quiet" onPress={() => setChanging(true)}>
            Another picture
          </Button>
        </Row>
        <Small>
          {sheet.title} · {sheet.originalWidth} × {sheet.originalHeight} px, head at the {headEnd}
        </Small>
      </div>
    </Bench>
  );
}
