'use client';

// The same pelvis from the wrong place: raise the lens or swing it, and see how much tilt it fakes.
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { poseBody } from '@/core/body/skeleton';
import { typicalBody } from '@/core/body/segments';
import { cameraAt, elsewhereSize, poseFor, readFrom } from '@/core/eye/elsewhere';
import type { ElsewhereView } from '@/core/eye/elsewhere';
import { pinhole } from '@/core/figure/camera';
import { matHalf } from '@/core/figure/true-marks';
import type { Vec3 } from '@/core/geometry';
import { drawScene } from '@/core/figure/scene';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Part } from '@/design/figure';
import { Columns, Page, PageHead, Quiet, Small, Stack, TextLink } from '@/design/layout';
import { Slider, Sliders } from '@/design/slider';

const Drawing = styled.svg`
  display: block;
  width: 100%;
  height: auto;
  max-height: 62vh;
`;
const Table = styled.table`
  border-collapse: collapse;
  td,
  th {
    padding: 6px 18px 6px 0;
    text-align: left;
    border-top: 1px solid var(--rule);
  }
`;

const viewOptions = [
  { id: 'side', name: 'Beside her: tilt' },
  { id: 'foot', name: 'At her feet: roll' },
] as const;
const asked = [5, 10, 20, 30] as const;

const words: Readonly<Record<ElsewhereView, { readonly low: string; readonly high: string; readonly swung: string }>> =
  {
    side: { low: 'tucked', high: 'arched', swung: 'Swung toward her feet' },
    foot: { low: 'rolled with the left side up', high: 'rolled with the right side up', swung: 'Swung to her right' },
  };

const matCorners: readonly Vec3[] = [
  [1000, -matHalf, 0],
  [1000, matHalf, 0],
  [-860, matHalf, 0],
  [-860, -matHalf, 0],
];

const tiltText = (view: ElsewhereView, deg: number | undefined): string => {
  if (deg === undefined) return 'not to be told';
  const whole = Math.round(deg);
  return whole === 0 ? 'level' : `${Math.abs(whole)}° ${whole > 0 ? words[view].high : words[view].low}`;
};

/** A body as a lens sees it from a place. */
function Seen({
  view,
  turnedDeg,
  raisedDeg,
  swungDeg,
}: {
  readonly view: ElsewhereView;
  readonly turnedDeg: number;
  readonly raisedDeg: number;
  readonly swungDeg: number;
}) {
  const { shapes, mat } = useMemo(() => {
    const body = poseBody(typicalBody, poseFor(view, turnedDeg));
    const eye = pinhole(cameraAt({ view, raisedDeg, swungDeg }));
    return { shapes: drawScene(body, eye), mat: matCorners.map((corner) => eye.see(corner).at.join(' ')).join('L') };
  }, [view, turnedDeg, raisedDeg, swungDeg]);
  return (
    <Drawing
      viewBox={`0 0 ${elsewhereSize.wide} ${elsewhereSize.high}`}
      role="img"
      aria-label={`The pelvis ${tiltText(view, turnedDeg)}, from a lens raised ${raisedDeg}° and swung ${swungDeg}°`}
    >
      <path d={`M${mat}Z`} fill="var(--mat)" opacity={0.5} stroke="var(--mat)" strokeWidth={3} />
      {shapes.map((shape, i) => (
        <Part key={i} shape={shape} out={undefined} small={false} weight={2.6} />
      ))}
    </Drawing>
  );
}

export function FromElsewhere() {
  const [view, setView] = useState<ElsewhereView>('side');
  const [turnedDeg, setTurned] = useState(0);
  const [raisedDeg, setRaised] = useState(0);
  const [swungDeg, setSwung] = useState(0);
  const [isTold, setTold] = useState(false);
  const reads = readFrom(turnedDeg, { view, raisedDeg, swungDeg });
  const fakes = reads === undefined ? undefined : reads - turnedDeg;
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/eye">Your eye</TextLink>
          <h1>From the wrong place</h1>
          <Quiet>A lens that stands too high sees the near hip bone lower than it is. How much is that?</Quiet>
        </div>
        <OneOf label="Where you stand" options={viewOptions} value={view} onChange={setView} />
      </PageHead>
      <Columns>
        <Seen {...{ view, turnedDeg, raisedDeg, swungDeg }} />
        <Stack $gap={18}>
          <div role="status">
            <p>
              It is <strong>{tiltText(view, turnedDeg)}</strong>.
            </p>
            <p style={{ fontSize: '1.3rem' }} data-reads={Math.round(reads ?? 0)}>
              From here it looks <strong>{tiltText(view, reads)}</strong>.
            </p>
            <Quiet>
              {fakes !== undefined && Math.abs(fakes) >= 1
                ? `The place fakes ${Math.round(Math.abs(fakes))}°.`
                : 'The place fakes nothing.'}
            </Quiet>
          </div>
          <Sliders>
            <Slider name="Lens raised" value={raisedDeg} onChange={setRaised} limit={[-5, 40]} />
            <Slider name={words[view].swung} value={swungDeg} onChange={setSwung} limit={[-30, 30]} />
            <Slider name="The pelvis itself" value={turnedDeg} onChange={setTurned} limit={[-15, 15]} />
          </Sliders>
          <div>
            <h2>A level pelvis, the lens raised</h2>
            <Table>
              <tbody>
                {asked.map((deg) => (
                  <tr key={deg}>
                    <th scope="row">{deg}°</th>
                    <td>
                      {isTold ? `looks ${tiltText(view, readFrom(0, { view, raisedDeg: deg, swungDeg: 0 }))}` : '?'}
                    </td>
                  </tr>
                ))}
              </tbody>
            </Table>
            {!isTold && (
              <Button onPress={() => setTold(true)} style={{ marginTop: 10 }}>
                I have guessed: tell me
              </Button>
            )}
          </div>
          <Small>
            A drawn body of usual size, {2.2} m away: the pubic bone lies in the middle, the hip bone nearer to you. A
            phone on the floor or a low stool is right; standing over her is not.
          </Small>
        </Stack>
      </Columns>
    </Page>
  );
}
