'use client';

import { useAsking, withoutPath } from '@/platform/browser/asking';
import { answered } from '@/core/result';
import { Plus, Trash2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { apparatuses } from '@/core/knowledge/load-tags';
import type { Result } from '@/core/result';
import { formatInterval } from '@/core/alignment/words';
import { Button } from '@/design/button';
import { asDifferences, Meanwhile } from '@/design/differences';
import { Notice, Page, PageHead, Panel, Quiet, Row, Section, Small, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { StanceTable } from '@/design/stance-table';
import { apparatusNames, unitChoices } from '@/design/words';
import type { Room } from '@/data/types';
import { setRooms as keepRooms, setSchool, setStance, setTolerance, setUnits } from './actions';
import type { KeptRooms } from './actions';
import type { StudioPage, ToleranceLine } from './read';
import { optionsOf } from '@/design/choice';
import { Ticks } from '@/design/tick';

const Tolerances = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
    width: 100%;
    min-width: 620px;
  }
  th,
  td {
    text-align: left;
    padding: 6px 16px 6px 0;
    border-top: 1px solid var(--rule);
    font-weight: 400;
    vertical-align: middle;
  }
  thead th {
    border-top: 0;
    font-weight: 650;
  }
  input {
    width: 84px;
    min-height: 44px;
    padding: 6px 10px;
    border: 1.5px solid var(--rule-strong);
    border-radius: 10px;
    background: var(--panel);
  }
`;

/** School and stances with their reasons, tolerances, and what stands in each room. */
export function Studio({ page }: { page: StudioPage }) {
  const { studio, schools, stances, tolerances, props, mayChange } = page;
  const router = useRouter();
  const { failed, setFailed, ask } = useAsking();
  const run = async (work: Promise<Result<null>>): Promise<boolean> => {
    const result = await ask(work);
    router.refresh();
    return result.ok;
  };
  return (
    <Page>
      <PageHead>
        <div>
          <h1>{studio.name}</h1>
          <Quiet>
            How this studio works: what it asks, what it allows, what stands in its rooms. A client’s own way, and one
            set for a single exercise, go before it.
          </Quiet>
        </div>
      </PageHead>
      {!mayChange && <Notice style={{ marginTop: 16 }}>A lead instructor can change these.</Notice>}
      {failed && (
        <Notice $tone="out" role="alert" style={{ marginTop: 16 }}>
          {failed}
        </Notice>
      )}
      <Stack $gap={36} style={{ paddingTop: 24 }}>
        <Section aria-label="School">
          <h2>School</h2>
          <div style={{ maxWidth: 420 }}>
            <Picker
              label="Preset"
              value={studio.school}
              isDisabled={!mayChange}
              onChange={(school) => void run(setSchool({ school }))}
              choices={schools}
            />
          </div>
          <Quiet>{schools.find(({ id }) => id === studio.school)?.about} The product takes no side.</Quiet>
        </Section>
        <Section aria-label="Units">
          <h2>Units</h2>
          <div style={{ maxWidth: 420 }}>
            <Picker
              label="Bodies are measured in"
              value={studio.units}
              isDisabled={!mayChange}
              onChange={(id) => void run(setUnits({ units: id }))}
              choices={unitChoices}
            />
          </div>
        </Section>
        <Section aria-label="Stances">
          <h2>Stances</h2>
          <StanceTable
            stances={stances}
            set={studio.stances}
            otherwiseOf="the preset"
            isDisabled={!mayChange}
            onSet={(stance, choice) => void run(setStance({ stance, choice }))}
          />
        </Section>
        <Section aria-label="Tolerances">
          <h2>Tolerances</h2>
          <Quiet>Practice conventions to start from, not medical norms. A stance or an exercise may set its own.</Quiet>
          <Tolerances tabIndex={0} role="region" aria-label="Table of tolerances">
            <table>
              <thead>
                <tr>
                  <th scope="col">Measure</th>
                  <th scope="col">Usual</th>
                  <th scope="col">From</th>
                  <th scope="col">To</th>
                  <th scope="col">Change</th>
                </tr>
              </thead>
              <tbody>
                {tolerances.map((line) => (
                  <Tolerance
                    key={`${line.measure} ${JSON.stringify(line.own)}`}
                    line={line}
                    mayChange={mayChange}
                    onSet={(interval) => void run(setTolerance({ measure: line.measure, interval }))}
                    onWrong={setFailed}
                  />
                ))}
              </tbody>
            </table>
          </Tolerances>
        </Section>
        <Rooms
          key={JSON.stringify(studio.rooms)}
          rooms={studio.rooms}
          props={props}
          mayChange={mayChange}
          onFailed={setFailed}
          onKept={() => router.refresh()}
        />
        {page.backups && <Backups {...page.backups} />}
      </Stack>
    </Page>
  );
}

const Backups = ({ made, proven, isOld }: NonNullable<StudioPage['backups']>) => (
  <Section aria-label="Backups">
    <h2>Backups</h2>
    {isOld && (
      <Notice $tone="out">
        {made
          ? 'No backup has been proven for a week.'
          : 'There is no backup yet: what is kept here stands on one disk alone.'}
      </Notice>
    )}
    {made && <span>The last one was made {made}.</span>}
    {proven && <span>The last one that was read back and proven is from {proven}.</span>}
    <Quiet>
      On the server, <code>npm run backup</code> writes everything into one file and proves it. With BACKUP_EVERY_HOURS
      set, the start command does so by itself. Keep a copy elsewhere.
    </Quiet>
  </Section>
);

const text = (value: number | null | undefined): string => (value === null || value === undefined ? '' : String(value));
/** A number typed with point or comma; nothing typed is an open end. */
const read = (typed: string): number | null | undefined => {
  if (!typed.trim()) return null;
  const value = Number(typed.trim().replace(',', '.').replace('−', '-'));
  return Number.isFinite(value) ? value : undefined;
};

function Tolerance({
  line: { measure, name, usual, own, against },
  mayChange,
  onSet,
  onWrong,
}: {
  line: ToleranceLine;
  mayChange: boolean;
  onSet: (interval: [number | null, number | null] | null) => void;
  onWrong: (message: string) => void;
}) {
  const [lo, setLo] = useState(text((own ?? usual)[0]));
  const [hi, setHi] = useState(text((own ?? usual)[1]));
  const keep = () => {
    const [a, b] = [read(lo), read(hi)];
    if (a === undefined || b === undefined) return onWrong(`${name}: write a number, or leave the end open.`);
    onSet([a, b]);
  };
  return (
    <tr data-measure={measure}>
      <th scope="row">
        {name} <Small>{against}</Small>
      </th>
      <td>
        <Small>{formatInterval(measure, [usual[0], usual[1]])}</Small>
      </td>
      <td>
        <input
          aria-label={`${name}, from`}
          inputMode="decimal"
          value={lo}
          disabled={!mayChange}
          onChange={({ target }) => setLo(target.value)}
        />
      </td>
      <td>
        <input
          aria-label={`${name}, to`}
          inputMode="decimal"
          value={hi}
          disabled={!mayChange}
          onChange={({ target }) => setHi(target.value)}
        />
      </td>
      <td>
        {mayChange && (
          <Row $gap={4}>
            <Button $look="quiet" onPress={keep} aria-label={`Set ${name}`}>
              Set
            </Button>
            {own && (
              <Button $look="quiet" onPress={() => onSet(null)} aria-label={`Usual ${name} again`}>
                Usual
              </Button>
            )}
          </Row>
        )}
      </td>
    </tr>
  );
}

function Rooms({
  rooms: first,
  props,
  mayChange,
  onFailed,
  onKept,
}: {
  rooms: readonly Room[];
  props: StudioPage['props'];
  mayChange: boolean;
  onFailed: (message: string | undefined) => void;
  onKept: () => void;
}) {
  const [base, setBase] = useState(first);
  const [rooms, setRooms] = useState(first);
  const [meanwhile, setMeanwhile] = useState<Extract<KeptRooms, { meanwhile: unknown }>>();
  const keep = async (from: readonly Room[], over?: readonly Room[]) => {
    const wanted = over ?? rooms;
    const result = await answered(keepRooms({ base: from, rooms: wanted }));
    if (!result.ok) return onFailed(withoutPath(result.error.message));
    if ('meanwhile' in result.value) return setMeanwhile(result.value);
    setMeanwhile(undefined);
    setBase(wanted);
    onFailed(undefined);
    onKept();
  };
  const change = (id: string, by: Partial<Room>) =>
    setRooms(rooms.map((room) => (room.id === id ? { ...room, ...by } : room)));
  return (
    <Section aria-label="Rooms">
      <h2>Rooms</h2>
      <Quiet>Corrections ask only for props that stand in the room where one works.</Quiet>
      {rooms.map((room) => (
        <Panel key={room.id} data-room={room.id}>
          <Stack $gap={10}>
            <Row style={{ alignItems: 'end', justifyContent: 'space-between' }}>
              <div style={{ width: 300, maxWidth: '100%' }}>
                <PlainField label="Name of the room" value={room.name} onChange={(name) => change(room.id, { name })} />
              </div>
              {rooms.length > 1 && mayChange && (
                <Button $look="quiet" onPress={() => setRooms(rooms.filter(({ id }) => id !== room.id))}>
                  <Trash2 size={17} aria-hidden />
                  Remove
                </Button>
              )}
            </Row>
            <h3>Apparatus</h3>
            <Ticks
              label={`Apparatus in ${room.name}`}
              isDisabled={!mayChange}
              options={optionsOf(apparatuses, apparatusNames)}
              values={room.apparatus}
              onChange={(apparatus) => change(room.id, { apparatus })}
            />
            <h3>Props</h3>
            <Ticks
              label={`Props in ${room.name}`}
              isDisabled={!mayChange}
              options={props}
              values={room.props}
              onChange={(ids) => change(room.id, { props: ids })}
            />
          </Stack>
        </Panel>
      ))}
      {meanwhile && (
        <Meanwhile
          list={asDifferences(meanwhile.meanwhile)}
          onMine={() => void keep(meanwhile.rooms)}
          onTheirs={() => {
            setBase(meanwhile.rooms);
            setRooms(meanwhile.rooms);
            setMeanwhile(undefined);
          }}
        />
      )}
      {mayChange && (
        <Row>
          <Button
            onPress={() =>
              setRooms([
                ...rooms,
                {
                  id: `room${rooms.length + 1}x${Math.floor(performance.now())}`,
                  name: '',
                  props: [],
                  apparatus: ['mat'],
                },
              ])
            }
          >
            <Plus size={17} aria-hidden />
            Another room
          </Button>
          <Button $look="main" onPress={() => void keep(base)}>
            Keep the rooms
          </Button>
        </Row>
      )}
    </Section>
  );
}
