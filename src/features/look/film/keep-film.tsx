'use client';

// The film itself, kept in the studio until a day where she asks for it and the client has agreed; shown again, or let go.
import { Archive, Film, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { v7 as newId } from 'uuid';
import { isOneOf } from '@/core/keyed';
import { filmTypes, keptForDays, megabytes, mostFilmBytes } from '@/core/motion/kept-film';
import type { KeptForDays } from '@/core/motion/kept-film';
import type { Vec2 } from '@/core/geometry';
import { answered, failure } from '@/core/result';
import type { Result } from '@/core/result';
import { Button } from '@/design/button';
import { OneOf } from '@/design/choice';
import { Dialog } from '@/design/dialog';
import { Failed, Quiet, Row, Section, TextLink } from '@/design/layout';
import { useAsking } from '@/platform/browser/asking';
import { fetchFilm, sendPieces, stopped, sumOf } from '@/platform/browser/film/keep';
import type { Told } from '@/platform/browser/film/keep';
import { beginFilm, dropFilm, endFilm } from '../actions';
import type { BenchOpening, KeptFilm } from '../read';
import type { FilmDesk, FilmState, SetOf } from './desk';
import { Working } from './working';

export type KeepFilmProps = {
  readonly desk: FilmDesk;
  readonly state: FilmState;
  readonly opening: Pick<BenchOpening, 'lookId' | 'clientId' | 'filmConsent'>;
  readonly role: SetOf;
  /** Marks as they were set, in some moment of the film. */
  readonly marks: Readonly<Record<string, Vec2>>;
};

const words: Readonly<Record<KeptForDays, string>> = { 30: '30 days', 90: '90 days', 365: 'a year' };
const choices = keptForDays.map((id) => ({ id, name: words[id] }));
const notKept = 'The film is not kept yet. Try again in a moment.';

/** Sends the film; the answer says until when it is kept. */
async function keep(
  file: File,
  { desk, opening, role }: KeepFilmProps,
  days: KeptForDays,
  told: Told,
): Promise<Result<KeptFilm>> {
  const type = file.type.split(';')[0] ?? '';
  if (!isOneOf(filmTypes, type))
    return failure('kind', 'Films as MP4, MOV or WebM can be kept; this one is none of them.');
  const id = newId();
  const { turn } = desk.now();
  const asked = { id, lookId: opening.lookId, role, type, turn, size: file.size, days };
  const begun = await answered(beginFilm(asked), notKept);
  if (!begun.ok) return begun;
  const sent = await sendPieces(id, file, told);
  if (!sent.ok) return sent;
  const sha256 = await sumOf(file);
  return told.signal.aborted ? stopped : answered(endFilm({ id, sha256 }), notKept);
}

/** Whether the film itself is kept, until when, and what can be done about it. */
export function KeepFilm(props: KeepFilmProps) {
  const { state, desk } = props;
  const { moving, kept } = state;
  return (
    <Section aria-label="The film itself">
      <h2>The film itself</h2>
      {moving ? (
        <Working
          words={moving.what === 'keeping' ? 'Keeping the film' : 'Fetching the film'}
          share={moving.share}
          onCancel={() => desk.stopMoving()}
        />
      ) : kept ? (
        <Kept {...props} kept={kept} />
      ) : (
        <NotKept {...props} />
      )}
    </Section>
  );
}

function NotKept(props: KeepFilmProps) {
  const { desk, opening } = props;
  const [days, setDays] = useState<KeptForDays>(90);
  const [failed, setFailed] = useState<string>();
  const file = desk.original;
  if (!file) return <Quiet>It was not kept; this is what was followed in it.</Quiet>;
  if (!opening.filmConsent)
    return (
      <Quiet>
        It stays on this device. It can be kept in the studio once the client has agreed to pictures:{' '}
        <TextLink href={`/clients/${opening.clientId}/papers`}>Papers</TextLink>
      </Quiet>
    );
  if (file.size > mostFilmBytes)
    return (
      <Quiet>
        It stays on this device: of {megabytes(file.size)}, it is more than the studio keeps ({megabytes(mostFilmBytes)}
        ).
      </Quiet>
    );
  const send = async () => {
    setFailed(undefined);
    const result = await desk.move('keeping', (told) => keep(file, props, days, told));
    if (!result.ok) return setFailed(result.error.message);
    if (desk.original === file) desk.keptAs(result.value);
  };
  return (
    <>
      <Quiet>It stays on this device, and goes with this page. What was followed in it is kept.</Quiet>
      <Row $gap={10}>
        <OneOf label="Keep it for" options={choices} value={days} onChange={setDays} />
        <Button onPress={() => void send()}>
          <Archive size={18} aria-hidden />
          Keep the film, {megabytes(file.size)}
        </Button>
      </Row>
      <Failed>{failed}</Failed>
    </>
  );
}

function Kept({ desk, state, marks, kept }: KeepFilmProps & { readonly kept: KeptFilm }) {
  const [asks, setAsks] = useState(false);
  const { busy, failed, setFailed, ask } = useAsking();
  const { id, type, size, turn, until } = kept;
  const show = async () => {
    setFailed(undefined);
    const come = await desk.move('fetching', (told) => fetchFilm(id, type, size, told));
    if (!come.ok) return setFailed(come.error.message);
    await desk.show(come.value, turn, marks);
  };
  const letGo = async () => {
    const result = await ask(dropFilm({ id }));
    if (!result.ok && result.error.code !== 'notFound') return;
    setAsks(false);
    desk.keptAs(undefined);
  };
  return (
    <>
      <Quiet>
        Kept until <b>{until}</b>, {megabytes(size)}; then it goes by itself.
      </Quiet>
      <Row $gap={10}>
        {!state.info && (
          <Button onPress={() => void show()}>
            <Film size={18} aria-hidden />
            Show the film
          </Button>
        )}
        <Button $look="quiet" onPress={() => setAsks(true)}>
          <Trash2 size={18} aria-hidden />
          Let it go
        </Button>
      </Row>
      <Failed>{failed}</Failed>
      <Dialog title="Let the film go?" isOpen={asks} onClose={() => setAsks(false)}>
        <p>The film goes for good. The stills, what was followed in it, and all that it told stay.</p>
        <Row>
          <Button $look="main" isDisabled={busy} onPress={() => void letGo()}>
            Let it go
          </Button>
          <Button onPress={() => setAsks(false)}>Keep it</Button>
        </Row>
      </Dialog>
    </>
  );
}
