'use client';

// A level as it moves: drawn at any share of the way, by hand or by itself.
import { Pause, Play } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { View } from '@/core/anatomy/positions';
import { poseAt } from '@/core/body/movement';
import { movementOf } from '@/core/body/shown';
import { usualAmount, withFault } from '@/core/body/deviations';
import type { Pose } from '@/core/body/pose';
import { typicalBody as body } from '@/core/body/segments';
import type { Level } from '@/core/knowledge/entries';
import { Button } from '@/design/button';
import { Figure } from '@/design/figure';
import { Row, Small } from '@/design/layout';

/** The pose a share of a whole repetition along: out, a moment at the top, and back. */
export function poseOf(level: Level, share: number): Pose {
  const movement = movementOf(level);
  if (share <= 0.45) return poseAt(body, movement, 'out', share / 0.45);
  if (share <= 0.55) return movement.hold;
  return poseAt(body, movement, 'back', (share - 0.55) / 0.45);
}

const Slide = styled.input`
  flex: 1 1 160px;
  accent-color: var(--info);
  min-height: 44px;
`;

export function Movement({
  level,
  view = 'side',
  fault,
  label,
}: {
  readonly level: Level;
  readonly view?: View;
  readonly fault?: string | undefined;
  readonly label: string;
}) {
  const [share, setShare] = useState(0.5);
  const [plays, setPlays] = useState(false);
  useEffect(() => {
    if (!plays) return;
    const timer = setInterval(() => setShare((before) => (before >= 1 ? 0 : before + 0.0125)), 50);
    return () => clearInterval(timer);
  }, [plays]);
  const pose = useMemo(() => {
    const clean = poseOf(level, share);
    return fault ? withFault(clean, fault, usualAmount(fault)) : clean;
  }, [level, share, fault]);
  return (
    <div>
      <Figure pose={pose} view={view} label={label} {...(level.scene ? { scene: level.scene } : {})} />
      <Row $gap={12}>
        <Button $look="quiet" onPress={() => setPlays(!plays)}>
          {plays ? <Pause size={18} aria-hidden /> : <Play size={18} aria-hidden />}
          {plays ? 'Hold still' : 'Move'}
        </Button>
        <Slide
          type="range"
          min={0}
          max={1}
          step={0.01}
          value={share}
          aria-label="Where in the repetition"
          onChange={({ target }) => {
            setPlays(false);
            setShare(Number(target.value));
          }}
        />
        <Small style={{ width: 74 }}>
          {share < 0.05 ? 'start' : share < 0.45 ? 'out' : share <= 0.55 ? 'top' : 'back'}
        </Small>
      </Row>
    </div>
  );
}
