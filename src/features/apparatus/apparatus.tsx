'use client';

import { keysOf } from '@/core/keyed';
import { useAsking } from '@/platform/browser/asking';
import { Pencil, Plus, Scale, Trash2 } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { forceAt, ratedSprings, unitsText } from '@/core/springs/springs';
import type { SpringKind, SpringSet } from '@/core/springs/springs';
import type { SpringApparatus } from '@/core/springs/apparatus';
import { Button, ButtonLink } from '@/design/button';
import { Dialog } from '@/design/dialog';
import { Chip, Columns, Notice, Page, PageHead, Panel, Quiet, Row, Section, Small, Stack } from '@/design/layout';
import { Picker } from '@/design/picker';
import { PlainField } from '@/design/plain-field';
import { addToRoom, takeAway } from './actions';
import { useOnce } from '@/platform/browser/once';
import { Calibrate } from './calibrate';
import { EditRig } from './edit-rig';
import { FindSetting } from './finder';
import type { ApparatusLine, ApparatusPage } from './read';
import { cm, kindNames } from './words';

const Curves = dynamic(() => import('./chosen-curves').then((all) => all.ChosenCurves), {
  ssr: false,
  loading: () => <div style={{ minHeight: 260 }} aria-busy="true" />,
});

const Rooms = styled.nav`
  display: flex;
  flex-wrap: wrap;
  gap: 10px 30px;
  .room {
    display: grid;
    gap: 6px;
  }
  a[aria-current] {
    background: var(--ink);
    border-color: var(--ink);
    color: var(--on-ink);
  }
`;
const Table = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
    width: 100%;
    min-width: 560px;
  }
  th,
  td {
    text-align: right;
    padding: 8px 0 8px 16px;
    border-top: 1px solid var(--rule);
    font-weight: 400;
  }
  thead th {
    border-top: 0;
    color: var(--quiet);
    font-size: 0.88rem;
  }
  th:first-child {
    text-align: left;
    padding-left: 0;
    font-weight: 650;
  }
`;

const atM = 0.2;

/** Rooms and what stands in them; the apparatus in hand with its springs and their forces; springs for a person. */
export function ApparatusPageView({ page, deferring }: { readonly page: ApparatusPage; readonly deferring: string }) {
  const { rooms, chosen, finder } = page;
  const router = useRouter();
  const [adding, setAdding] = useState<{ room: string; name: string; kinds: readonly SpringApparatus[] }>();
  const href = (asked: Readonly<Record<string, string | undefined>>): string => {
    const query = new URLSearchParams(
      Object.entries(asked).flatMap(([key, value]) => (value ? [[key, value]] : [])),
    ).toString();
    return `/apparatus${query ? `?${query}` : ''}`;
  };
  const clientId = finder?.client?.id;
  return (
    <Page>
      <PageHead>
        <div>
          <h1>Apparatus</h1>
          <Quiet>What stands in the rooms, what its springs pull, and which of them for whom.</Quiet>
        </div>
        <ButtonLink href={`/what-if${clientId ? `?client=${clientId}` : ''}`}>What if</ButtonLink>
      </PageHead>
      <Rooms aria-label="Rooms" style={{ margin: '16px 0 22px' }}>
        {rooms.map(({ id, name, apparatus, lacks }) => (
          <div key={id} className="room">
            <Small>{name}</Small>
            <Row>
              {apparatus.map((one) => (
                <ButtonLink
                  key={one.id}
                  href={href({ id: one.id, client: clientId })}
                  aria-current={one.id === chosen?.id ? 'page' : undefined}
                  scroll={false}
                >
                  {one.name} · {kindNames[one.rig.kind].toLowerCase()}
                </ButtonLink>
              ))}
              {id !== '' && (
                <Button
                  $look="quiet"
                  onPress={() => setAdding({ room: id, name, kinds: lacks })}
                  aria-label={`Add to ${name}`}
                >
                  <Plus size={18} aria-hidden />
                  Add
                </Button>
              )}
            </Row>
          </div>
        ))}
      </Rooms>
      {chosen && finder ? (
        <InHand
          key={`${chosen.id} ${finder.exercise} ${finder.level} ${clientId ?? ''}`}
          page={page}
          chosen={chosen}
          finder={finder}
          onAsk={(asked) =>
            router.push(
              href({
                id: chosen.id,
                exercise: asked.exercise ?? finder.exercise,
                level: asked.exercise ? undefined : (asked.level ?? String(finder.level)),
                client: asked.client ?? clientId,
              }),
              { scroll: false },
            )
          }
        />
      ) : (
        <Panel>
          <Stack $gap={10}>
            <h2>No apparatus yet</h2>
            <Quiet>
              Add what stands in a room: its springs come with it, in the trade’s units. A hand scale then tells what
              they pull.
            </Quiet>
          </Stack>
        </Panel>
      )}
      <Quiet style={{ paddingTop: 26, fontSize: '0.88rem' }}>
        {deferring} Look at springs, straps and hooks before anyone gets on; keep to the maker’s limits.
      </Quiet>
      {adding && (
        <AddTo room={adding} onClose={() => setAdding(undefined)} onAdded={(id) => router.push(href({ id }))} />
      )}
    </Page>
  );
}

type InHandProps = {
  readonly page: ApparatusPage;
  readonly chosen: ApparatusLine;
  readonly finder: NonNullable<ApparatusPage['finder']>;
  readonly onAsk: (asked: { readonly exercise?: string; readonly level?: string; readonly client?: string }) => void;
};

function InHand({ page, chosen, finder, onAsk }: InHandProps) {
  const router = useRouter();
  const { rig } = chosen;
  const [set, setSet] = useState<SpringSet>(finder.last ?? finder.offer?.sets[0]?.set ?? {});
  const [open, setOpen] = useState<'edit' | 'remove' | SpringKind>();
  const close = () => setOpen(undefined);
  const fresh = () => {
    close();
    router.refresh();
  };
  const inHand = ratedSprings(rig.springs, set);
  const uncalibrated = rig.springs.filter(({ rate }) => !rate);
  return (
    <Columns $side="370px">
      <Stack $gap={26}>
        <Section aria-label="Springs">
          <Row style={{ justifyContent: 'space-between' }}>
            <Row $gap={10}>
              <h2>{chosen.name}</h2>
              <Chip>{kindNames[rig.kind]}</Chip>
            </Row>
            <Row>
              <Button onPress={() => setOpen('edit')}>
                <Pencil size={18} aria-hidden />
                Change
              </Button>
              <Button $look="quiet" aria-label={`Take ${chosen.name} away`} onPress={() => setOpen('remove')}>
                <Trash2 size={19} aria-hidden />
              </Button>
            </Row>
          </Row>
          <Small>
            {rig.hooks} hooks{rig.inPairs ? ', in pairs' : ''} · travel {cm(rig.travelM)}
            {rig.bars.length > 0 &&
              ` · bar ${rig.bars.map(({ name, heightM }) => `${name} ${cm(heightM)}`).join(', ')}`}{' '}
            · changed {chosen.changedOn}, {chosen.changedBy}
          </Small>
          <Table>
            <table>
              <thead>
                <tr>
                  <th scope="col">Spring</th>
                  <th scope="col">worth</th>
                  <th scope="col">how many</th>
                  <th scope="col">rate</th>
                  <th scope="col">pre-load</th>
                  <th scope="col">at {cm(atM)}</th>
                  <th scope="col">hand scale</th>
                </tr>
              </thead>
              <tbody>
                {rig.springs.map((spring) => {
                  const { id, label, units, count, rate } = spring;
                  return (
                    <tr key={id} data-spring={id}>
                      <th scope="row">{label}</th>
                      <td>{unitsText(units)}</td>
                      <td>{count}</td>
                      <td>
                        {rate ? (
                          <>
                            <b className="numeral">{Math.round(rate.rateNPerM)} N/m</b>{' '}
                            <Small>± {rate.residualN.toFixed(1)} N</Small>
                          </>
                        ) : (
                          <Small>not calibrated</Small>
                        )}
                      </td>
                      <td>{rate ? cm(rate.preloadM) : '–'}</td>
                      <td>{rate ? `${Math.round(forceAt([{ ...rate, count: 1 }], atM))} N` : '–'}</td>
                      <td>
                        <Button $look="quiet" aria-label={`Calibrate ${label}`} onPress={() => setOpen(spring)}>
                          <Scale size={18} aria-hidden />
                          Calibrate
                        </Button>
                      </td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          </Table>
          {uncalibrated.length > 0 && (
            <Notice>
              {uncalibrated.length === rig.springs.length
                ? 'No spring is calibrated: sets are told in relative units, full = 1. Newtons and units are never mixed.'
                : `Not calibrated: ${uncalibrated.map(({ label }) => label).join(', ')}. Sets with these have no force.`}
            </Notice>
          )}
        </Section>
        <Section aria-label="Force curves">
          <h2>Force over travel</h2>
          {uncalibrated.length === rig.springs.length ? (
            <Quiet>A curve stands here once a spring has been calibrated.</Quiet>
          ) : (
            <Panel>
              <Curves rig={rig} set={set} />
              {!inHand.ok && <Small>{inHand.error.message}</Small>}
            </Panel>
          )}
        </Section>
      </Stack>
      <FindSetting
        apparatus={chosen}
        finder={finder}
        clients={page.clients}
        onAsk={onAsk}
        set={set}
        onSet={setSet}
        onKept={() => router.refresh()}
      />
      {open === 'edit' && <EditRig apparatus={chosen} onClose={close} onKept={fresh} />}
      {open === 'remove' && <Remove apparatus={chosen} onClose={close} onGone={() => router.push('/apparatus')} />}
      {typeof open === 'object' && <Calibrate apparatus={chosen} spring={open} onClose={close} onKept={fresh} />}
    </Columns>
  );
}

function Remove({
  apparatus: { id, name },
  onClose,
  onGone,
}: {
  readonly apparatus: ApparatusLine;
  readonly onClose: () => void;
  readonly onGone: () => void;
}) {
  const [trouble, setTrouble] = useState<string>();
  return (
    <Dialog title={`Take ${name} away?`} isOpen onClose={onClose}>
      <Stack $gap={14}>
        <p>Its calibrations go with it, and what was set on it for clients.</p>
        {trouble && <Notice role="alert">{trouble}</Notice>}
        <Row>
          <Button
            $look="danger"
            onPress={async () => {
              const result = await takeAway({ id });
              if (result.ok) onGone();
              else setTrouble(result.error.message);
            }}
          >
            Take it away
          </Button>
          <Button onPress={onClose}>Leave it</Button>
        </Row>
      </Stack>
    </Dialog>
  );
}

const allKinds = keysOf(kindNames);

function AddTo({
  room: { room, name: roomName, kinds },
  onClose,
  onAdded,
}: {
  readonly room: { readonly room: string; readonly name: string; readonly kinds: readonly SpringApparatus[] };
  readonly onClose: () => void;
  readonly onAdded: (id: string) => void;
}) {
  const [name, setName] = useState('');
  const once = useOnce();
  const [kind, setKind] = useState<SpringApparatus>(kinds[0] ?? 'reformer');
  const { failed: trouble, setFailed: setTrouble, ask } = useAsking();
  const add = async () => {
    if (!name.trim()) return setTrouble('Give it a name, to tell it from the others.');
    const result = await ask(addToRoom({ id: once.id(), room, name, kind }));
    if (!result.ok) return;
    once.kept();
    onClose();
    onAdded(result.value);
  };
  return (
    <Dialog title={`Add to ${roomName}`} isOpen onClose={onClose}>
      <Stack $gap={14}>
        <PlainField label="Name" value={name} onChange={setName} error={trouble} />
        <Picker
          label="Kind"
          value={kind}
          onChange={(id) => setKind(allKinds.find((one) => one === id) ?? 'reformer')}
          choices={allKinds.map((id) => ({ id, name: kindNames[id] }))}
        />
        <Row>
          <Button $look="main" onPress={() => void add()}>
            Add it
          </Button>
          <Button onPress={onClose}>Leave it</Button>
        </Row>
      </Stack>
    </Dialog>
  );
}
