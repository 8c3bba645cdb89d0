'use client';

// A picture that shows how far a joint goes tells a range of the client's own: kept with a press.
import { useState } from 'react';
import type { Level } from '@/core/knowledge/entries';
import { rangeFigures, rangeRules, rangeWords } from '@/core/knowledge/ranges';
import type { RangeFigure, RangeSide } from '@/core/knowledge/ranges';
import type { LookReading } from '@/core/knowledge/look';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Failed, Row, Small, Stack } from '@/design/layout';
import { useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { keepRanges } from '@/platform/server/ranges';

const sides = [
  { id: 'L', name: 'left' },
  { id: 'R', name: 'right' },
] as const;

type RangesHereProps = {
  readonly level: Level;
  readonly reading: LookReading;
  readonly clientId: string;
  readonly today: string;
};

export function RangesHere({ level, reading, clientId, today }: RangesHereProps) {
  const figures = rangeFigures(level, reading.values.top);
  if (figures.length === 0) return null;
  return (
    <Stack as="section" $gap={6} aria-label="Own ranges in this picture">
      <h3>Own ranges in this picture</h3>
      <Small>Only where she was taken to her own end, without pain: kept, levels and causes go by it.</Small>
      {figures.map((figure) => (
        <OneFigure key={`${figure.range} ${figure.side}`} figure={figure} clientId={clientId} today={today} />
      ))}
    </Stack>
  );
}

type OneFigureProps = { readonly figure: RangeFigure; readonly clientId: string; readonly today: string };

function OneFigure({ figure: { range, side: known, value }, clientId, today }: OneFigureProps) {
  const rule = rangeRules[range];
  const { name, isPaired } = rule;
  const once = useOnce();
  const { busy, failed, ask } = useAsking();
  const [side, setSide] = useState<RangeSide | undefined>(isPaired ? known : 'both');
  const [isKept, setKept] = useState(false);
  const keep = async () => {
    if (!side) return;
    const one = { id: once.id(), range, side, value: Math.round(value), method: 'picture' as const };
    if ((await ask(keepRanges({ clientId, takenOn: today, ranges: [one] }))).ok) setKept(true);
  };
  return (
    <Row $gap={10} data-range={range}>
      <span>
        {name} <b className="numeral">{rangeWords(Math.round(value), rule)}</b>
      </span>
      {isPaired && !known && (
        <OneOf
          label={`Which side: ${name.toLowerCase()}`}
          chosen="tray"
          options={sides}
          value={side === 'both' ? undefined : side}
          onChange={setSide}
        />
      )}
      <Button isDisabled={busy || isKept || !side} onPress={() => void keep()}>
        {isKept ? 'Kept' : 'Keep as her own'}
      </Button>
      <Failed>{failed}</Failed>
    </Row>
  );
}
