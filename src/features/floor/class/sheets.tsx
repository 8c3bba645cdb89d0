'use client';

import { levelText } from '@/core/load/rungs';
import type { Payload } from '@/core/progression/events';
import { Leave, Sheet, Small, Tap, Warn, Wrapping } from '../parts';
import { AsideSheet, PainSheet, StopSheet } from '../sheets';
import type { ClassProps } from './frame';
import type { Face } from './state';

/** What is open over the board. */
export type Open =
  | { readonly kind: 'face'; readonly client: string }
  | { readonly kind: 'pain' | 'more' | 'stop'; readonly client: string }
  | { readonly kind: 'aside' }
  | { readonly kind: 'order' };

type SheetsProps = ClassProps & {
  readonly open: Open | undefined;
  readonly exercise: string | undefined;
  readonly faces: readonly Face[];
  readonly onOpen: (open: Open | undefined) => void;
  readonly onGo: (exercise: string) => void;
};

/** What comes up over the board. */
export function BoardSheets({ link, state, of, open, exercise, faces, onOpen, onGo }: SheetsProps) {
  const { pack } = state;
  const onClose = () => onOpen(undefined);
  if (!open || open.kind === 'face') return null;
  if (open.kind === 'aside')
    return <AsideSheet aside={state.aside} onClose={onClose} onDrop={() => void link.dropAside()} />;
  if (open.kind === 'order')
    return (
      <Sheet title="Exercises of this class" onClose={onClose}>
        {of.order.map((id) => (
          <Tap key={id} $look={id === exercise ? 'chosen' : 'plain'} onClick={() => onGo(id)}>
            {pack.repertoire.exercises.find((one) => one.id === id)?.name ?? id}
          </Tap>
        ))}
      </Sheet>
    );
  const { kind, client } = open;
  const face = faces.find((one) => one.client.id === client);
  if (!face) return null;
  const onStop = () => onOpen({ kind: 'stop', client });
  const record = (what: Payload) => link.tap(what, face.client.id);
  if (kind === 'pain')
    return face.item ? <PainSheet record={record} onClose={onClose} item={face.item.item} onStop={onStop} /> : null;
  if (kind === 'stop') return <StopSheet pack={pack} client={face.client} record={record} onClose={onClose} />;
  return <MoreSheet face={face} record={record} onClose={onClose} onStop={onStop} />;
}

type MoreProps = {
  readonly face: Face;
  readonly record: (what: Payload) => Promise<string>;
  readonly onClose: () => void;
  readonly onStop: () => void;
};

/** All that is known of her here, and the ways out: a stop sign, leaving early, the Floor of her own. */
function MoreSheet({ face, record, onClose, onStop }: MoreProps) {
  const { client, item, view, changes, say } = face;
  return (
    <Sheet title={client.name} onClose={onClose}>
      {item && (
        <p>
          Level {levelText(item.level)}, {item.levelName.toLowerCase()}
        </p>
      )}
      {changes.map((change) => (
        <Warn key={change}>{change}</Warn>
      ))}
      {view && view.watch.length > 0 && (
        <ul>
          {view.watch.map(({ fault, plain, because }) => (
            <li key={fault}>
              {plain} <Small>({because})</Small>
            </li>
          ))}
        </ul>
      )}
      {say && <p>“{say}”</p>}
      <Wrapping>
        <Tap $look="out" onClick={onStop}>
          Stop sign
        </Tap>
        <Tap
          onClick={() => {
            void record({ kind: 'ended' });
            onClose();
          }}
        >
          Stops here
        </Tap>
        <Leave href={`/floor?client=${client.id}`}>Floor of one’s own</Leave>
      </Wrapping>
    </Sheet>
  );
}
