'use client';

// How far this client's own joints go: taken by hand or by eye, left and right apart, and every time kept.
import { Undo2, X } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { entriesOf } from '@/core/keyed';
import type { Pose } from '@/core/body/pose';
import { newestRanges, rangeRules, rangeWords } from '@/core/knowledge/ranges';
import type { RangeId, RangeMethod, RangeSide } from '@/core/knowledge/ranges';
import type { RangeCard } from '@/data/types';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Figure } from '@/design/figure';
import { Failed, Page, PageHead, Panel, Quiet, Row, Ruled, Small, Stack, TextLink } from '@/design/layout';
import { readWithin } from '@/design/number-text';
import { PlainField } from '@/design/plain-field';
import { useAsking } from '@/platform/browser/asking';
import { useOnce } from '@/platform/browser/once';
import { keepRanges, strikeOutRange } from '@/platform/server/ranges';

type Card = RangeCard & { readonly day: string };
type RangesProps = {
  readonly client: { readonly id: string; readonly name: string };
  readonly today: string;
  readonly ranges: readonly Card[];
};

const sideNames: Readonly<Record<RangeSide, string>> = { L: 'Left', R: 'Right', both: 'Both' };
const methodNames: Readonly<Record<RangeMethod, string>> = { picture: 'picture', hand: 'by hand', eye: 'by eye' };
const taken = [
  { id: 'hand', name: 'By hand' },
  { id: 'eye', name: 'By eye' },
] as const;

/** The test itself, drawn. */
const poses: Readonly<Record<RangeId, Pose>> = {
  straightLegRaise: { left: { kind: 'along' }, right: { kind: 'raised', thighDeg: 75, kneeDeg: 0 } },
  hipExtension: { position: 'prone', left: { kind: 'along' }, right: { kind: 'raised', thighDeg: -14, kneeDeg: 0 } },
  shoulderFlexion: {
    left: { kind: 'footDown' },
    right: { kind: 'footDown' },
    leftArm: { kind: 'reaching', liftDeg: 165 },
    rightArm: { kind: 'reaching', liftDeg: 165 },
  },
  curl: {
    left: { kind: 'footDown' },
    right: { kind: 'footDown' },
    thoracicFlexDeg: 30,
    lumbarFlexDeg: 6,
    neckFlexDeg: 16,
  },
};

const Four = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 480px), 1fr));
  gap: 18px;
  padding-top: 18px;
  .figures {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
    gap: 8px 18px;
  }
  .value {
    font-size: 1.9rem;
  }
  .fields {
    display: grid;
    grid-template-columns: repeat(auto-fit, minmax(110px, 1fr));
    gap: 12px;
  }
  li {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 10px;
    padding: 4px 0;
  }
  li[data-struck] span {
    text-decoration: line-through;
  }
`;

/** Four ranges, each with what is known, and how it is taken anew. */
export function ClientRanges({ client, today, ranges }: RangesProps) {
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href={`/clients/${client.id}`}>{client.name}</TextLink>
          <h1>Own ranges</h1>
          <Quiet>
            How far this client’s joints go by themselves. Levels that ask more say so, and causes are weighed by it. A
            range is taken without pain and without force; it is no diagnosis.
          </Quiet>
        </div>
      </PageHead>
      <Four>
        {entriesOf(rangeRules).map(([range]) => (
          <OneRange
            key={range}
            range={range}
            clientId={client.id}
            today={today}
            cards={ranges.filter((one) => one.range === range)}
          />
        ))}
      </Four>
    </Page>
  );
}

type OneRangeProps = {
  readonly range: RangeId;
  readonly clientId: string;
  readonly today: string;
  readonly cards: readonly Card[];
};

function OneRange({ range, clientId, today, cards }: OneRangeProps) {
  const rule = rangeRules[range];
  const { name, how, usual, se, isPaired } = rule;
  const sides: readonly RangeSide[] = isPaired ? ['L', 'R'] : ['both'];
  const newest = newestRanges(cards);
  return (
    <Panel as="section" aria-label={name} data-range={range}>
      <Stack $gap={12}>
        <h2>{name}</h2>
        <Figure pose={poses[range]} label={`${name}: how it is taken`} small />
        <Quiet>{how}</Quiet>
        <div className="figures">
          {sides.map((side) => {
            const own = newest.find((one) => one.side === side);
            return (
              <div key={side} data-side={side}>
                {isPaired && <Small>{sideNames[side]}</Small>}
                <div className="numeral value">{own ? rangeWords(own.value, rule) : '–'}</div>
                <Small>{own ? `± ${rangeWords(se[own.method], rule)}, ${methodNames[own.method]}` : 'not taken'}</Small>
              </div>
            );
          })}
        </div>
        <Small>Most levels count on {rangeWords(usual, rule)}. A convention.</Small>
        <TakeAnew range={range} clientId={clientId} today={today} sides={sides} />
        <Before cards={cards} />
      </Stack>
    </Panel>
  );
}

type TakeAnewProps = Pick<OneRangeProps, 'range' | 'clientId' | 'today'> & { readonly sides: readonly RangeSide[] };

function TakeAnew({ range, clientId, today, sides }: TakeAnewProps) {
  const { unit, limits } = rangeRules[range];
  const router = useRouter();
  const ids = { first: useOnce(), second: useOnce() };
  const { busy, failed, ask } = useAsking();
  const [typed, setTyped] = useState<Readonly<Partial<Record<RangeSide, string>>>>({});
  const [method, setMethod] = useState<'hand' | 'eye'>('hand');
  const [takenOn, setTakenOn] = useState(today);
  const [isAsked, setAsked] = useState(false);
  const [least, most] = limits;
  const read = (side: RangeSide) =>
    readWithin(typed[side] ?? '', { least, most, unit: unit === '°' ? 'degrees' : 'mm' });
  const filled = sides.filter((side) => (typed[side] ?? '').trim() !== '');
  const wrong = (side: RangeSide): string | undefined => {
    const value = read(side);
    return isAsked && (filled.includes(side) || filled.length === 0) && typeof value === 'string' ? value : undefined;
  };
  const keep = async () => {
    setAsked(true);
    const values = filled.map((side) => ({ side, value: read(side) }));
    const good = values.flatMap(({ side, value }) =>
      typeof value === 'number'
        ? [{ id: (side === 'R' ? ids.second : ids.first).id(), range, side, value, method }]
        : [],
    );
    if (good.length === 0 || good.length < values.length) return;
    const result = await ask(keepRanges({ clientId, takenOn, ranges: good }));
    if (!result.ok) return;
    ids.first.kept();
    ids.second.kept();
    setTyped({});
    setAsked(false);
    router.refresh();
  };
  return (
    <Stack $gap={12}>
      <div className="fields">
        {sides.map((side) => (
          <PlainField
            key={side}
            label={side === 'both' ? `Height, ${unit}` : `${sideNames[side]}, ${unit}`}
            value={typed[side] ?? ''}
            onChange={(value) => setTyped({ ...typed, [side]: value })}
            inputMode="decimal"
            error={wrong(side)}
          />
        ))}
        <PlainField label="Taken on" type="date" value={takenOn} onChange={setTakenOn} />
      </div>
      <Row $gap={12}>
        <OneOf label="How it was taken" chosen="tray" options={taken} value={method} onChange={setMethod} />
        <Button isDisabled={busy} onPress={() => void keep()}>
          Keep
        </Button>
      </Row>
      <Failed>{failed}</Failed>
    </Stack>
  );
}

/** Every time that it was taken; what was taken wrongly is struck out, and can be put back. */
function Before({ cards }: { readonly cards: readonly Card[] }) {
  const router = useRouter();
  const { busy, failed, ask } = useAsking();
  const strike = async (id: string, isStruck: boolean) => {
    if ((await ask(strikeOutRange({ id, isStruck }))).ok) router.refresh();
  };
  if (cards.length === 0) return null;
  return (
    <>
      <Ruled aria-label="Taken before">
        {cards.map(({ id, day, side, value, method, madeBy, isStruck, range }) => (
          <li key={id} data-struck={isStruck ? '' : undefined}>
            <span>
              <Small>{day}</Small> {side === 'both' ? '' : `${sideNames[side].toLowerCase()} `}
              <b>{rangeWords(value, rangeRules[range])}</b>{' '}
              <Small>
                {methodNames[method]}, {madeBy}
              </Small>
            </span>
            <Button $look="quiet" isDisabled={busy} onPress={() => void strike(id, !isStruck)}>
              {isStruck ? <Undo2 size={18} aria-hidden /> : <X size={18} aria-hidden />}
              {isStruck ? 'Put back' : 'Strike out'}
            </Button>
          </li>
        ))}
      </Ruled>
      <Failed>{failed}</Failed>
    </>
  );
}
