'use client';

// A device beside the instructor's own: a code joins it to what she has in hand, and it watches as a camera or lies as a level.
import { useEffect, useState, useSyncExternalStore } from 'react';
import { ScanEye, Smartphone } from 'lucide-react';
import styled from 'styled-components';
import { Button } from '@/design/button';
import { Notice, Page, Quiet, Row, Small, Stack } from '@/design/layout';
import { PlainField } from '@/design/plain-field';
import { BesideDevice } from '@/platform/browser/beside';
import type { DeviceState } from '@/platform/browser/beside';
import { BesideEye } from './eye';
import { BesideLevel } from './level';

const Code = styled.form`
  display: grid;
  gap: 16px;
  max-width: 420px;
  padding-top: 12px;
  input {
    font-size: 2rem;
    letter-spacing: 0.18em;
    text-transform: uppercase;
    font-variant-numeric: tabular-nums;
  }
`;

type As = 'eye' | 'level';

export function BesidePage() {
  const [device] = useState(() => new BesideDevice());
  const state = useSyncExternalStore(device.subscribe, device.now, device.now);
  const [as, setAs] = useState<As>();
  useEffect(() => () => device.close(), [device]);
  return (
    <Page>
      <Stack $gap={18} style={{ paddingTop: 24 }}>
        <Standing state={state} />
        {state.stage === 'joined' && state.wants ? (
          as === 'eye' && state.wants.watch ? (
            <BesideEye device={device} watch={state.wants.watch} onBack={() => setAs(undefined)} />
          ) : as === 'level' ? (
            <BesideLevel device={device} position={state.wants.position} onBack={() => setAs(undefined)} />
          ) : (
            <Choosing canWatch={state.wants.watch !== null} onAs={setAs} />
          )
        ) : (
          <Entering device={device} state={state} />
        )}
      </Stack>
    </Page>
  );
}

/** What it is joined to, and whether what it says arrives. */
function Standing({ state: { stage, wants, waiting, isOffline } }: { readonly state: DeviceState }) {
  if (stage !== 'joined' || !wants)
    return (
      <div>
        <h1>A device beside</h1>
        <Quiet>
          It watches as a camera, or lies on the pelvis as a level, and tells the session or the look that shows the
          code.
        </Quiet>
      </div>
    );
  return (
    <div>
      <h1>{wants.name}</h1>
      <Row $gap={14}>
        <Quiet>{wants.levelName}</Quiet>
        <Small role="status" data-beside={isOffline ? 'offline' : 'joined'}>
          {isOffline ? 'No connection: ' : 'Joined. '}
          {waiting > 0 ? `${waiting} kept here until it is back` : isOffline ? 'what it tells is kept here' : ''}
        </Small>
      </Row>
    </div>
  );
}

function Entering({ device, state }: { readonly device: BesideDevice; readonly state: DeviceState }) {
  const [code, setCode] = useState('');
  return (
    <Code
      onSubmit={(event) => {
        event.preventDefault();
        void device.join(code);
      }}
    >
      <PlainField
        label="Code"
        value={code}
        onChange={setCode}
        help="Six letters and figures, shown on the Floor or at the bench under “Another device”."
        {...(state.trouble ? { error: state.trouble } : {})}
      />
      <Row>
        <Button $look="main" type="submit" isDisabled={state.stage === 'joining'}>
          {state.stage === 'joining' ? 'Joining…' : 'Join'}
        </Button>
      </Row>
    </Code>
  );
}

const Choosing = ({ canWatch, onAs }: { readonly canWatch: boolean; readonly onAs: (as: As) => void }) => (
  <Stack $gap={14}>
    <h2>What is this device to be?</h2>
    <Row>
      {canWatch && (
        <Button $look="main" onPress={() => onAs('eye')}>
          <ScanEye size={22} aria-hidden />A camera that watches
        </Button>
      )}
      <Button $look={canWatch ? 'plain' : 'main'} onPress={() => onAs('level')}>
        <Smartphone size={22} aria-hidden />A level on the pelvis
      </Button>
    </Row>
    <Notice>Nothing of the client is shown here but the exercise. No picture leaves this device.</Notice>
  </Stack>
);
