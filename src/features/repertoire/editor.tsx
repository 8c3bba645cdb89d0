'use client';

import { Redo2, RotateCcw, Undo2 } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect, useReducer, useState } from 'react';
import { Tab, TabList, TabPanel, Tabs } from 'react-aria-components';
import styled from 'styled-components';
import type { ExerciseEntry } from '@/core/knowledge/entries';
import { writeEntry } from '@/core/knowledge/files';
import type { FileError } from '@/core/knowledge/files';
import { differences } from '@/core/knowledge/own-entries';
import { Button, ButtonLink } from '@/design/button';
import { Differences, Meanwhile } from '@/design/differences';
import { Chip, Failed, Notice, Page, PageHead, Quiet, Row, Small, Stack } from '@/design/layout';
import { useAsking } from '@/platform/browser/asking';
import { keepEntry, keepEntryText, revertEntry } from './actions';
import type { Meanwhile as Changed } from './actions';
import { edit, openEdit } from './edit-state';
import type { EditAct } from './edit-state';
import { ExerciseFields } from './exercise-fields';
import type { EditorPage } from './read';
import { ownWords } from './words';

const Steps = styled(TabList)`
  display: flex;
  gap: 6px;
  padding: 14px 0;
  border-bottom: 1px solid var(--rule);
  margin-bottom: 18px;
  .step {
    padding: 10px 16px;
    border-radius: 11px;
    min-height: 44px;
    cursor: pointer;
    outline-offset: 2px;
  }
  .step[data-selected] {
    background: var(--ink);
    color: var(--on-ink);
    font-weight: 650;
  }
`;

const Text = styled.textarea`
  width: 100%;
  min-height: 60vh;
  padding: 14px;
  border: 1.5px solid var(--rule-strong);
  border-radius: 12px;
  background: var(--panel);
  font-family: ui-monospace, monospace;
  font-size: 0.9rem;
  line-height: 1.45;
  tab-size: 2;
`;

const stays = 'What you changed stays here; try again in a moment.';

type EditorProps = { readonly page: EditorPage; readonly isNew: boolean };
type Way = 'fields' | 'text' | 'differs';
const ways: Readonly<Record<Way, string>> = { fields: 'In fields', text: 'As text', differs: 'What differs' };
const isWay = (key: unknown): key is Way => typeof key === 'string' && Object.hasOwn(ways, key);

/** Ctrl + Z and Ctrl + Shift + Z, outside of fields that undo their own typing. */
function useUndoKeys(act: (act: EditAct) => void): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      if (event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      act({ do: event.shiftKey ? 'redo' : 'undo' });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [act]);
}

// Of this kind, since only exercises have fields, and every change is made by those.
// eslint-disable-next-line @typescript-eslint/consistent-type-assertions -- see above
const asExercise = (entry: unknown): ExerciseEntry => entry as ExerciseEntry;

/** An entry in the editor: what stands in it, and what came of keeping it. */
function useEditor({ page, isNew }: EditorProps) {
  const { kind, id, shipped } = page;
  const router = useRouter();
  const [held, act] = useReducer(edit, page.entry, openEdit);
  const [text, setText] = useState<string>();
  const [errors, setErrors] = useState<readonly FileError[]>([]);
  const [meanwhile, setMeanwhile] = useState<Changed>();
  const { busy, failed, ask } = useAsking();
  useUndoKeys(act);
  const pageOf = (one: string) => (kind === 'exercises' ? `/repertoire/${one}` : '/repertoire/entries');
  const keep = async (over = page.revision) => {
    setErrors([]);
    setMeanwhile(undefined);
    const shared = { kind, mustBeNew: isNew, revision: over };
    const asked = text === undefined ? keepEntry({ ...shared, entry: held.now }) : keepEntryText({ ...shared, text });
    const result = await ask(asked, stays);
    if (!result.ok) return;
    if ('errors' in result.value) return setErrors(result.value.errors);
    if ('differs' in result.value) return setMeanwhile(result.value);
    router.push(pageOf(result.value.id));
  };
  const revert = async () => {
    const result = await ask(revertEntry({ kind, id }), stays);
    if (result.ok) router.push(shipped ? pageOf(id) : '/repertoire/entries');
  };
  const leave = isNew ? '/repertoire/entries' : pageOf(id);
  return { held, act, text, setText, errors, meanwhile, busy, failed, keep, revert, leave };
}

type Model = ReturnType<typeof useEditor>;

/** The studio's own version of an entry: in fields where there are some, as text for everything, and what differs. */
export function Editor({ page, isNew }: EditorProps) {
  const model = useEditor({ page, isNew });
  const { held, act, setText } = model;
  const hasFields = page.kind === 'exercises';
  const [at, setAt] = useState<Way>(hasFields ? 'fields' : 'text');
  const go = (way: unknown) => {
    if (!isWay(way)) return;
    setAt(way);
    if (way !== 'text') setText(undefined);
  };
  const offered = (['fields', 'text', 'differs'] as const).filter((way) => way !== 'fields' || hasFields);
  return (
    <Page>
      <EditorHead page={page} isNew={isNew} model={model} isText={at === 'text'} />
      <WhatCame page={page} model={model} />
      <Tabs selectedKey={at} onSelectionChange={go}>
        <Steps aria-label="Ways to edit">
          {offered.map((way) => (
            <Tab key={way} id={way} className="step">
              {ways[way]}
            </Tab>
          ))}
        </Steps>
        {hasFields && (
          <TabPanel id="fields">
            <ExerciseFields
              entry={asExercise(held.now)}
              isNew={isNew}
              faults={page.faults}
              props={page.props}
              onChange={(entry, about) => act({ do: 'set', entry, about })}
            />
          </TabPanel>
        )}
        <TabPanel id="text">
          <Stack $gap={8}>
            <Quiet>
              YAML, as in the file format. Everything an entry has can be changed here; errors come back with their
              line.
            </Quiet>
            <Text
              aria-label="The entry as text"
              spellCheck={false}
              value={model.text ?? writeEntry(held.now)}
              onChange={({ target }) => setText(target.value)}
            />
          </Stack>
        </TabPanel>
        <TabPanel id="differs">
          <WhatDiffers shipped={page.shipped} now={held.now} />
        </TabPanel>
      </Tabs>
    </Page>
  );
}

function WhatDiffers({ shipped, now }: { readonly shipped: EditorPage['shipped']; readonly now: unknown }) {
  if (!shipped) return <Quiet>There is no shipped entry of this id to compare with.</Quiet>;
  const changes = differences(shipped, now);
  if (changes.length === 0) return <Quiet>Nothing differs from what ships.</Quiet>;
  return <Differences list={changes} names={['shipped', 'the studio’s']} />;
}

type HeadProps = EditorProps & { readonly model: Model; readonly isText: boolean };

function EditorHead({ page: { name, state, changedBy, shipped }, isNew, model, isText }: HeadProps) {
  const { held, act, busy, keep, revert, leave } = model;
  return (
    <PageHead>
      <div>
        <h1>{name}</h1>
        <Row $gap={8} style={{ paddingTop: 6 }}>
          {isNew ? <Chip $tone="info">a new entry</Chip> : <Chip>{state ? ownWords[state] : 'as shipped'}</Chip>}
          {changedBy && <Small>last changed by {changedBy}</Small>}
        </Row>
      </div>
      <Row>
        <Button
          $look="quiet"
          onPress={() => act({ do: 'undo' })}
          isDisabled={held.past.length === 0 || isText}
          aria-label="Undo"
        >
          <Undo2 size={18} aria-hidden />
        </Button>
        <Button
          $look="quiet"
          onPress={() => act({ do: 'redo' })}
          isDisabled={held.future.length === 0 || isText}
          aria-label="Redo"
        >
          <Redo2 size={18} aria-hidden />
        </Button>
        {state && (
          <Button onPress={() => void revert()}>
            <RotateCcw size={17} aria-hidden />
            {shipped ? 'Back to the shipped one' : 'Delete'}
          </Button>
        )}
        <ButtonLink href={leave}>Leave</ButtonLink>
        <Button $look="main" onPress={() => void keep()} isDisabled={busy}>
          {busy ? 'Checking…' : 'Keep'}
        </Button>
      </Row>
    </PageHead>
  );
}

const mostErrors = 12;

/** What an upgrade brought, what went wrong, what a colleague changed meanwhile. */
function WhatCame({ page, model }: { readonly page: EditorPage; readonly model: Model }) {
  const { failed, meanwhile, errors, text, keep } = model;
  return (
    <>
      {page.state === 'shippedChanged' && (
        <Notice style={{ marginTop: 14 }}>
          <Stack $gap={4}>
            <strong>An upgrade has brought another text than this version was made from. Yours stays in force.</strong>
            <Differences list={page.upgrade} names={['shipped before', 'shipped now']} />
          </Stack>
        </Notice>
      )}
      <Failed>{failed}</Failed>
      {meanwhile && (
        <Meanwhile
          by={meanwhile.changedBy}
          list={meanwhile.differs}
          onMine={() => void keep(meanwhile.revision)}
          onTheirs={() => window.location.reload()}
        />
      )}
      {errors.length > 0 && (
        <Notice $tone="out" role="alert" style={{ marginTop: 14 }}>
          <Stack $gap={4}>
            <strong>
              Not kept yet: {errors.length === 1 ? 'one thing is' : `${errors.length} things are`} not right.
            </strong>
            <ul>
              {errors.slice(0, mostErrors).map(({ line, path, message }) => (
                <li key={`${path} ${message}`}>
                  {text !== undefined && line > 0 ? `Line ${line}: ` : ''}
                  {path && <code>{path}</code>} {message}
                </li>
              ))}
            </ul>
          </Stack>
        </Notice>
      )}
    </>
  );
}
