'use client';

// One person on the board: who, at which level, what to mind and what to watch; a press turns it over to what can be tapped.
import { Check, HeartPulse, MessageCircle, MoreHorizontal, TriangleAlert, X } from 'lucide-react';
import styled from 'styled-components';
import { levelText } from '@/core/load/rungs';
import type { Payload } from '@/core/progression/events';
import { fromWhere } from '@/core/anatomy/positions';
import { Tap } from '../parts';
import type { Face } from './state';
import { repetition } from './state';

const Card = styled.li<{ $here: Face['here']; $isAlert: boolean; $isLarge: boolean }>`
  font-size: ${({ $isLarge }) => ($isLarge ? 1.24 : 1.05)}rem;
  position: relative;
  display: grid;
  min-width: 0;
  min-height: 0;
  border: 1.5px solid ${({ $isAlert }) => ($isAlert ? 'var(--out)' : 'var(--rule-strong)')};
  border-radius: 16px;
  background: ${({ $here }) => ($here === 'here' ? 'var(--panel)' : 'transparent')};
  border-style: ${({ $here }) => ($here === 'here' ? 'solid' : 'dashed')};
  overflow: hidden;
  & > button {
    all: unset;
    box-sizing: border-box;
    min-width: 0;
    display: grid;
    align-content: start;
    gap: 3px;
    padding: 9px 13px 10px;
    cursor: pointer;
    min-height: 112px;
  }
  & > button:focus-visible {
    outline: 3px solid var(--info);
    outline-offset: -3px;
    border-radius: 14px;
  }
  .top {
    display: flex;
    align-items: baseline;
    justify-content: space-between;
    gap: 8px;
  }
  .name {
    font: 700 ${({ $isLarge }) => ($isLarge ? 2.2 : 1.75)}rem / 1.05 var(--head);
    font-stretch: 84%;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    min-width: 0;
  }
  .level {
    flex: none;
    font: 700 1.5rem/1 var(--head);
  }
  .level small {
    font: 500 0.85rem/1 var(--text);
    color: var(--quiet);
  }
  .caution {
    color: var(--out);
    font-weight: 650;
  }
  .caution,
  .watch {
    line-height: 1.2;
    display: -webkit-box;
    -webkit-box-orient: vertical;
    -webkit-line-clamp: 2;
    overflow: hidden;
  }
  .watch.safety {
    color: var(--out);
  }
  .quiet {
    color: var(--quiet);
  }
  .counts {
    position: absolute;
    right: 12px;
    bottom: 8px;
    display: flex;
    gap: 10px;
    font: 700 1.15rem/1 var(--head);
  }
  .counts span {
    display: inline-flex;
    align-items: center;
    gap: 3px;
    background: var(--panel);
  }
  .counts .lost,
  .counts .pain {
    color: var(--out);
  }
`;

const Turned = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  padding: 7px;
  align-content: stretch;
  min-height: 0;
  .who {
    grid-column: 1 / -1;
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 6px;
    min-width: 0;
  }
  .who b {
    font: 700 1.15rem/1.1 var(--head);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  .who span {
    display: flex;
    gap: 2px;
  }
  button {
    min-height: 52px;
    min-width: 48px;
    padding: 4px 8px;
  }
  .who button {
    min-height: 44px;
  }
`;

type FaceProps = {
  readonly face: Face;
  /** Its key: 1 to 9, 0, and so on. */
  readonly digit: string | undefined;
  readonly isOpen: boolean;
  /** Few enough that each has room. */
  readonly isLarge: boolean;
  readonly onOpen: (isOpen: boolean) => void;
  readonly onTap: (what: Payload) => void;
  readonly onMore: () => void;
  readonly onPain: () => void;
  readonly onHere: () => void;
};

/** `Neck trouble: no weight through the head` short enough for a card. */
const first = (changes: readonly string[]): string | undefined => changes[0];

export function FaceCard(props: FaceProps) {
  const { face, digit, isOpen, isLarge, onOpen, onHere } = props;
  const { short, here, item, out, changes, client } = face;
  const isAlert = changes.length > 0 || out !== null || client.acting.stopped !== undefined;
  const press = () => (here === 'here' ? onOpen(true) : onHere());
  return (
    <Card
      $here={here}
      $isLarge={isLarge}
      $isAlert={isAlert && here === 'here'}
      data-face={client.name}
      data-here={here}
    >
      {isOpen && here === 'here' ? (
        <Back {...props} />
      ) : (
        <button type="button" onClick={press} aria-label={labelOf(face)} aria-keyshortcuts={digit}>
          <span className="top">
            <span className="name">{short}</span>
            {item && here === 'here' && (
              <span className="level">
                <small>level</small> {levelText(item.level)}
              </span>
            )}
          </span>
          {isLarge && item && here === 'here' && <span className="quiet">{item.levelName.toLowerCase()}</span>}
          <Says face={face} />
        </button>
      )}
      {!isOpen && here === 'here' && <Counts face={face} />}
    </Card>
  );
}

const labelOf = ({ client, here, clean, lost }: Face): string =>
  here === 'notYet'
    ? `${client.name} is here`
    : here === 'left'
      ? `${client.name} has left`
      : `${client.name}: ${clean} clean, ${lost} lost`;

/** What is said of her: what keeps her out, what is changed, what to watch. */
function Says({ face: { here, out, changes, watch, trying, client } }: { readonly face: Face }) {
  if (here === 'notYet')
    return <span className="quiet">{client.acting.stopped ? 'A stop sign is on file.' : 'not here yet'}</span>;
  if (here === 'left') return <span className="quiet">has left</span>;
  if (out !== null)
    return (
      <>
        <span className="caution">Not this one.</span>
        <span className="watch quiet">{out}</span>
      </>
    );
  return (
    <>
      {changes.length > 0 && (
        <span className="caution">
          <TriangleAlert size={16} aria-hidden style={{ verticalAlign: '-2px' }} /> {first(changes)}
        </span>
      )}
      {trying ? (
        <span className="watch">“{trying.say}”</span>
      ) : (
        watch && (
          <span className={`watch ${watch.safety ? 'safety' : ''}`}>
            {watch.plain}, {fromWhere[watch.standAt]}
          </span>
        )
      )}
    </>
  );
}

const Counts = ({ face: { clean, lost, pain } }: { readonly face: Face }) => (
  <span className="counts" aria-hidden>
    {clean > 0 && (
      <span>
        <Check size={17} /> {clean}
      </span>
    )}
    {lost > 0 && (
      <span className="lost">
        <X size={17} /> {lost}
      </span>
    )}
    {pain !== null && (
      <span className="pain">
        <HeartPulse size={17} /> {pain}
      </span>
    )}
  </span>
);

/** What can be tapped of her: clean, lost, corrected, pain; while something is tried, whether it helped. */
function Back({ face, onOpen, onTap, onMore, onPain }: FaceProps) {
  const { short, item, trying, view } = face;
  const tap = (what: Payload | undefined) => {
    if (what) onTap(what);
    onOpen(false);
  };
  const option = view?.option;
  const tried: Payload | undefined =
    item && view?.fault && option
      ? { kind: 'tried', item: item.item, fault: view.fault.id, correction: option.correction }
      : undefined;
  return (
    <Turned role="group" aria-label={face.client.name}>
      <div className="who">
        <b>{short}</b>
        <span>
          <Tap $look="bare" onClick={onMore} aria-label="More">
            <MoreHorizontal size={22} aria-hidden />
          </Tap>
          <Tap $look="bare" onClick={() => onOpen(false)} aria-label="Back">
            <X size={22} aria-hidden />
          </Tap>
        </span>
      </div>
      {trying ? (
        (['better', 'same', 'worse'] as const).map((verdict) => (
          <Tap key={verdict} onClick={() => tap({ kind: 'judged', of: trying.id, verdict })}>
            {verdict === 'better' ? 'It helped' : verdict === 'same' ? 'The same' : 'Worse'}
          </Tap>
        ))
      ) : item ? (
        <>
          <Tap $look="main" onClick={() => tap(repetition(item, true))}>
            <Check size={22} aria-hidden />
            Clean
          </Tap>
          <Tap $look="out" onClick={() => tap(repetition(item, false))}>
            <X size={22} aria-hidden />
            Lost
          </Tap>
          <Tap disabled={!tried} onClick={() => tap(tried)}>
            <MessageCircle size={20} aria-hidden />
            Corrected
          </Tap>
          <Tap onClick={onPain}>
            <HeartPulse size={20} aria-hidden />
            Pain
          </Tap>
        </>
      ) : (
        <Tap onClick={onMore}>More</Tap>
      )}
    </Turned>
  );
}
