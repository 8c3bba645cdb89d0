'use client';

// What stands beside every form of somebody who is not signed in.
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { Figure } from '@/design/figure';
import { Quiet, Stack } from '@/design/layout';
import { narrow } from '@/design/theme';
import { VialStack } from '@/design/vial';

const Split = styled.main`
  min-height: 100vh;
  display: grid;
  grid-template-columns: minmax(0, 1.25fr) minmax(340px, 1fr);
  ${narrow} {
    grid-template-columns: minmax(0, 1fr);
  }
  .face {
    background: var(--panel);
    border-right: 1px solid var(--rule);
    padding: 48px clamp(20px, 5vw, 72px);
    display: grid;
    align-content: center;
    gap: 34px;
    position: sticky;
    top: 0;
    height: 100vh;
  }
  ${narrow} {
    .face {
      border-right: 0;
      border-bottom: 1px solid var(--rule);
      padding-block: 28px;
      position: static;
      height: auto;
      gap: 20px;
    }
    .face .vials {
      display: none;
    }
  }
  .face h1 {
    font-size: clamp(2.4rem, 5vw, 3.6rem);
  }
  .vials {
    max-width: 420px;
  }
  .form {
    padding: 48px clamp(20px, 4vw, 64px);
    display: grid;
    align-content: center;
  }
  form {
    display: grid;
    gap: 18px;
    max-width: 400px;
    width: 100%;
  }
`;

const pose = {
  left: { kind: 'footDown' },
  right: { kind: 'raised', thighDeg: 90, kneeDeg: 90 },
  pelvicTiltDeg: 11,
  ribFlareDeg: 3,
} as const;

export const Front = ({ children }: { readonly children: ReactNode }) => (
  <Split>
    <div className="face">
      <Stack $gap={10}>
        <h1>Level Spine</h1>
        <Quiet>What the pelvis, the ribs and the head did, by how much, what helped, and how many next time.</Quiet>
      </Stack>
      <Figure pose={pose} out="pelvis" label="A leg float with the pelvis tipping into an arch" />
      <div className="vials">
        <VialStack
          label="Example of the three vials"
          readings={[
            { block: 'head', place: { at: 0.05, spread: 0.12 }, state: 'in' },
            { block: 'ribs', place: { at: 0.24, spread: 0.1 }, state: 'in' },
            { block: 'pelvis', place: { at: -0.72, spread: 0.1 }, state: 'out', word: 'an arch' },
          ]}
        />
      </div>
    </div>
    <div className="form">{children}</div>
  </Split>
);
