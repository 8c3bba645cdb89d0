'use client';

import { ShieldCheck } from 'lucide-react';
import { useState } from 'react';
import { KeepMark } from '../head';
import { Leave, Tap, Warn, Wrapping } from '../parts';
import { uncheckedOf } from '../state';
import { apparatusCheck } from '../words';
import { Bar, Exercise, Frame, Head, hereOf } from './frame';
import type { ClassProps } from './frame';
import { openFor } from './going-on';
import { begins, planFor } from './state';

/** Before it begins: who is here. Everybody is, but those who are taken out; a stop sign keeps her out. */
export function ClassBegin({ link, state, of }: ClassProps) {
  const { pack, threads } = state;
  const [absent, setAbsent] = useState<readonly string[]>(
    threads.filter(({ client }) => client.acting.stopped !== undefined).map(({ client }) => client.id),
  );
  const present = threads.filter(({ client }) => !absent.includes(client.id));
  const [isBusy, setBusy] = useState(false);
  const [checked, setChecked] = useState<readonly string[]>([]);
  const planned = present.flatMap(({ client, session }) => planFor(pack, of, client, session.id));
  const unchecked = uncheckedOf(pack, planned, checked);
  const begin = async () => {
    setBusy(true);
    for (const thread of present) await link.tap(begins(pack, of, thread), thread.client.id);
    for (const apparatus of checked) await link.tap({ kind: 'checked', apparatus }, present[0]?.client.id);
    const [first] = of.order;
    if (first) for (const { client } of present) await openFor(link, client.id, undefined, first);
  };
  return (
    <Frame>
      <Head>
        <Leave href="/">Today</Leave>
        <span className="title" />
        <KeepMark state={state} here={hereOf(of.id)} onAside={() => undefined} />
      </Head>
      <Exercise>
        <h1>{of.title}</h1>
        <p>
          {of.time} · {of.minutes} min · {of.order.length} exercises
          {!of.isPlanned && ', the beginners’ ones that everybody may do'}
        </p>
      </Exercise>
      <div style={{ padding: '6px 20px', overflow: 'auto' }}>
        {of.note && <p>{of.note}</p>}
        {!of.isPlanned && (
          <p style={{ padding: '4px 0 10px' }}>
            Nobody planned this class. <Leave href={`/book/classes/${of.id}`}>Plan it</Leave>, or begin as it is.
          </p>
        )}
        {of.order.length === 0 && (
          <Warn>Nothing that may be done is common to all of them. Plan two groups, or take somebody out.</Warn>
        )}
        <h2 style={{ padding: '6px 0 8px' }}>Who is here?</h2>
        <Wrapping role="group" aria-label="Who is here">
          {threads.map(({ client }) => {
            const isHere = !absent.includes(client.id);
            return (
              <Tap
                key={client.id}
                $look={isHere ? 'chosen' : 'plain'}
                aria-pressed={isHere}
                disabled={client.acting.stopped !== undefined}
                onClick={() => setAbsent(isHere ? [...absent, client.id] : absent.filter((id) => id !== client.id))}
              >
                {client.name}
                {client.acting.stopped !== undefined && ' (stop sign on file)'}
              </Tap>
            );
          })}
        </Wrapping>
      </div>
      <Bar>
        {unchecked.map((apparatus) => (
          <Tap key={apparatus} onClick={() => setChecked([...checked, apparatus])}>
            <ShieldCheck size={24} aria-hidden />
            {apparatusCheck(apparatus)}
          </Tap>
        ))}
        <Tap
          className="next"
          $look="main"
          disabled={unchecked.length > 0 || present.length === 0 || of.order.length === 0 || isBusy}
          onClick={() => void begin()}
        >
          Begin with {present.length}
        </Tap>
      </Bar>
    </Frame>
  );
}
