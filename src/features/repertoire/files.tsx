'use client';

import { Download, FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { FileEntry, FileError } from '@/core/knowledge/files';
import { Button, ButtonLink } from '@/design/button';
import {
  Chip,
  Failed,
  Notice,
  Page,
  PageHead,
  Quiet,
  Row,
  Ruled,
  Section,
  Small,
  Stack,
  TextLink,
} from '@/design/layout';
import { useAsking } from '@/platform/browser/asking';
import { keepFile, previewFile } from './actions';
import { Differences } from '@/design/differences';

type Read = {
  readonly name: string;
  readonly text: string;
  readonly entries?: readonly FileEntry[];
  readonly errors?: readonly FileError[];
};

const unchanged = 'Nothing was changed; try again in a moment.';

/** The repertoire as a file: out whole or only the own part; in with a preview, every error by its line, all or nothing. */
export function Files() {
  const router = useRouter();
  const [read, setRead] = useState<Read>();
  const [kept, setKept] = useState<number>();
  const { busy, failed, ask } = useAsking();
  const open = async (file: File | undefined) => {
    if (!file) return;
    setKept(undefined);
    const text = await file.text();
    const result = await ask(previewFile({ text }), unchanged);
    if (!result.ok) return;
    const found = result.value.ok ? { entries: result.value.entries } : { errors: result.value.errors };
    setRead({ name: file.name, text, ...found });
  };
  const keep = async () => {
    if (!read) return;
    const result = await ask(keepFile({ text: read.text }), unchanged);
    if (!result.ok) return;
    if ('errors' in result.value) return setRead({ ...read, errors: result.value.errors });
    setKept(result.value.kept);
    setRead(undefined);
    router.refresh();
  };
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/repertoire">Repertoire</TextLink>
          <h1>Files</h1>
          <Quiet>The repertoire as JSON or YAML. The format is described in docs/formats.md.</Quiet>
        </div>
      </PageHead>
      <FilesOut />
      <Section aria-label="In">
        <h2>In</h2>
        <FileTrigger acceptedFileTypes={['.json', '.yaml', '.yml']} onSelect={(files) => void open(files?.[0])}>
          <Button isDisabled={busy} style={{ justifySelf: 'start' }}>
            <FileUp size={18} aria-hidden />
            {busy ? 'Reading…' : 'Choose a file'}
          </Button>
        </FileTrigger>
        <Failed>{failed}</Failed>
        {kept !== undefined && (
          <Notice role="status">
            {kept === 0
              ? 'Nothing in it differs from what is in force.'
              : `${kept} ${kept === 1 ? 'entry' : 'entries'} kept as the studio’s own.`}
          </Notice>
        )}
        {read?.errors && <Wrong name={read.name} errors={read.errors} />}
        {read?.entries && (
          <WouldChange
            name={read.name}
            entries={read.entries}
            busy={busy}
            onKeep={() => void keep()}
            onLeave={() => setRead(undefined)}
          />
        )}
      </Section>
    </Page>
  );
}

const outs = [
  ['all', 'yaml', 'All, YAML'],
  ['all', 'json', 'All, JSON'],
  ['own', 'yaml', 'Own versions, YAML'],
  ['own', 'json', 'Own versions, JSON'],
] as const;

const FilesOut = () => (
  <Section aria-label="Out" style={{ paddingTop: 20 }}>
    <h2>Out</h2>
    <Row>
      {outs.map(([what, as, name]) => (
        <ButtonLink key={name} href={`/api/repertoire?what=${what}&as=${as}`} prefetch={false} download>
          <Download size={17} aria-hidden />
          {name}
        </ButtonLink>
      ))}
    </Row>
  </Section>
);

const Wrong = ({ name, errors }: { readonly name: string; readonly errors: readonly FileError[] }) => (
  <Notice $tone="out" role="alert">
    <Stack $gap={4}>
      <strong>
        {name}: {errors.length === 1 ? 'one thing is' : `${errors.length} things are`} not right. Nothing was kept.
      </strong>
      <ul>
        {errors.slice(0, 30).map(({ line, path, message }) => (
          <li key={`${line} ${path} ${message}`}>
            Line {line}: {message} {path && <code>{path}</code>}
          </li>
        ))}
      </ul>
    </Stack>
  </Notice>
);

type WouldChangeProps = {
  readonly name: string;
  readonly entries: readonly FileEntry[];
  readonly busy: boolean;
  readonly onKeep: () => void;
  readonly onLeave: () => void;
};

function WouldChange({ name, entries, busy, onKeep, onLeave }: WouldChangeProps) {
  const changing = entries.filter(({ state }) => state !== 'same');
  return (
    <Stack>
      <h3>
        {name}:{' '}
        {changing.length === 0 ? 'nothing differs' : `${changing.length} of ${entries.length} entries would change`}
      </h3>
      <Ruled aria-label="What would change">
        {changing.map(({ kind, id, state, differences }) => (
          <li key={`${kind} ${id}`}>
            <Row $gap={8}>
              <strong>{id}</strong>
              <Small>{kind}</Small>
              <Chip $tone="info">{state === 'new' ? 'new' : `${differences.length} changed`}</Chip>
            </Row>
            {state === 'changed' && (
              <details>
                <summary style={{ minHeight: 36, cursor: 'pointer' }}>What differs</summary>
                <Differences list={differences} names={['in force', 'in the file']} />
              </details>
            )}
          </li>
        ))}
      </Ruled>
      <Row>
        <Button $look="main" onPress={onKeep} isDisabled={busy || changing.length === 0}>
          Keep them as the studio’s own
        </Button>
        <Button onPress={onLeave}>Leave it</Button>
      </Row>
    </Stack>
  );
}
