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
import { Chip, Notice, Page, PageHead, Quiet, Row, Small, Stack } from '@/design/layout';
import { keepEntry, keepEntryText, revertEntry } from './actions';
import type { Meanwhile as Changed } from './actions';
import { edit, openEdit } from './edit-state';
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

const gone = 'The server does not answer. What you changed stays here; try again in a moment.';

type EditorProps = { readonly page: EditorPage; readonly isNew: boolean };

/** The studio's own version of an entry: in fields where there are some, as text for everything, and what differs. */
export function Editor({ page, isNew }: EditorProps) {
  const { kind, id, name, shipped, state, upgrade, changedBy } = page;
  const router = useRouter();
  const [held, act] = useReducer(edit, page.entry, openEdit);
  const [text, setText] = useState<string>();
  const [errors, setErrors] = useState<readonly FileError[]>([]);
  const [failed, setFailed] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [meanwhile, setMeanwhile] = useState<Changed>();
  const hasFields = kind === 'exercises';
  const [at, setAt] = useState(hasFields ? 'fields' : 'text');
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return;
      if (event.target instanceof HTMLTextAreaElement || event.target instanceof HTMLInputElement) return;
      event.preventDefault();
      act({ do: event.shiftKey ? 'redo' : 'undo' });
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const whole = text ?? writeEntry(held.now);
  const where = kind === 'exercises' ? `/repertoire/${id}` : '/repertoire/entries';
  const keep = async (over = page.revision) => {
    setBusy(true);
    setErrors([]);
    setFailed(undefined);
    setMeanwhile(undefined);
    const result = await (
      text === undefined
        ? keepEntry({ kind, entry: held.now, mustBeNew: isNew, revision: over })
        : keepEntryText({ kind, text, mustBeNew: isNew, revision: over })
    ).catch(() => undefined);
    setBusy(false);
    if (!result?.ok) return setFailed(result?.error.message ?? gone);
    if ('errors' in result.value) return setErrors(result.value.errors);
    if ('differs' in result.value) return setMeanwhile(result.value);
    router.push(kind === 'exercises' ? `/repertoire/${result.value.id}` : '/repertoire/entries');
  };
  const revert = async () => {
    const result = await revertEntry({ kind, id }).catch(() => undefined);
    if (!result?.ok) return setFailed(result?.error.message ?? gone);
    router.push(shipped ? where : '/repertoire/entries');
  };
  const changes = shipped ? differences(shipped, held.now) : [];
  return (
    <Page>
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
            isDisabled={held.past.length === 0 || at === 'text'}
            aria-label="Undo"
          >
            <Undo2 size={18} aria-hidden />
          </Button>
          <Button
            $look="quiet"
            onPress={() => act({ do: 'redo' })}
            isDisabled={held.future.length === 0 || at === 'text'}
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
          <ButtonLink href={isNew ? '/repertoire/entries' : where}>Leave</ButtonLink>
          <Button $look="main" onPress={() => void keep()} isDisabled={busy}>
            {busy ? 'Checking…' : 'Keep'}
          </Button>
        </Row>
      </PageHead>
      {state === 'shippedChanged' && (
        <Notice style={{ marginTop: 14 }}>
          <Stack $gap={4}>
            <strong>An upgrade has brought another text than this version was made from. Yours stays in force.</strong>
            <Differences list={upgrade} names={['shipped before', 'shipped now']} />
          </Stack>
        </Notice>
      )}
      {failed && (
        <Notice $tone="out" role="alert" style={{ marginTop: 14 }}>
          {failed}
        </Notice>
      )}
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
              {errors.slice(0, 12).map(({ line, path, message }) => (
                <li key={`${path} ${message}`}>
                  {text !== undefined && line > 0 ? `Line ${line}: ` : ''}
                  {path && <code>{path}</code>} {message}
                </li>
              ))}
            </ul>
          </Stack>
        </Notice>
      )}
      <Tabs
        selectedKey={at}
        onSelectionChange={(key) => {
          setAt(String(key));
          if (key !== 'text') setText(undefined);
        }}
      >
        <Steps aria-label="Ways to edit">
          {hasFields && (
            <Tab id="fields" className="step">
              In fields
            </Tab>
          )}
          <Tab id="text" className="step">
            As text
          </Tab>
          <Tab id="differs" className="step">
            What differs
          </Tab>
        </Steps>
        {hasFields && (
          <TabPanel id="fields">
            <ExerciseFields
              entry={held.now as ExerciseEntry}
              isNew={isNew}
              faults={page.faults}
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
              value={whole}
              onChange={({ target }) => setText(target.value)}
            />
          </Stack>
        </TabPanel>
        <TabPanel id="differs">
          {shipped ? (
            changes.length > 0 ? (
              <Differences list={changes} names={['shipped', 'the studio’s']} />
            ) : (
              <Quiet>Nothing differs from what ships.</Quiet>
            )
          ) : (
            <Quiet>There is no shipped entry of this id to compare with.</Quiet>
          )}
        </TabPanel>
      </Tabs>
    </Page>
  );
}
