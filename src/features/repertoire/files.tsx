'use client';

import { Download, FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import type { FileEntry, FileError } from '@/core/knowledge/files';
import { Button, ButtonLink } from '@/design/button';
import { Chip, Notice, Page, PageHead, Quiet, Row, Ruled, Section, Small, Stack, TextLink } from '@/design/layout';
import { keepFile, previewFile } from './actions';
import { Differences } from '@/design/differences';

type Read = {
  readonly name: string;
  readonly text: string;
  readonly entries?: readonly FileEntry[];
  readonly errors?: readonly FileError[];
};

const gone = 'The server does not answer. Nothing was changed; try again in a moment.';

/** The repertoire as a file: out whole or only the own part; in with a preview, every error by its line, all or nothing. */
export function Files() {
  const router = useRouter();
  const [read, setRead] = useState<Read>();
  const [failed, setFailed] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [kept, setKept] = useState<number>();
  const open = async (file: File | undefined) => {
    if (!file) return;
    setFailed(undefined);
    setKept(undefined);
    setBusy(true);
    const text = await file.text();
    const result = await previewFile({ text }).catch(() => undefined);
    setBusy(false);
    if (!result?.ok) return setFailed(result?.error.message ?? gone);
    setRead({
      name: file.name,
      text,
      ...(result.value.ok ? { entries: result.value.entries } : { errors: result.value.errors }),
    });
  };
  const keep = async () => {
    if (!read) return;
    setBusy(true);
    const result = await keepFile({ text: read.text }).catch(() => undefined);
    setBusy(false);
    if (!result?.ok) return setFailed(result?.error.message ?? gone);
    if ('errors' in result.value) return setRead({ ...read, errors: result.value.errors });
    setKept(result.value.kept);
    setRead(undefined);
    router.refresh();
  };
  const changing = read?.entries?.filter(({ state }) => state !== 'same') ?? [];
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/repertoire">Repertoire</TextLink>
          <h1>Files</h1>
          <Quiet>The repertoire as JSON or YAML. The format is described in docs/formats.md.</Quiet>
        </div>
      </PageHead>
      <Section aria-label="Out" style={{ paddingTop: 20 }}>
        <h2>Out</h2>
        <Row>
          {(
            [
              ['all', 'yaml', 'All, YAML'],
              ['all', 'json', 'All, JSON'],
              ['own', 'yaml', 'Own versions, YAML'],
              ['own', 'json', 'Own versions, JSON'],
            ] as const
          ).map(([what, as, name]) => (
            <ButtonLink key={name} href={`/api/repertoire?what=${what}&as=${as}`} prefetch={false} download>
              <Download size={17} aria-hidden />
              {name}
            </ButtonLink>
          ))}
        </Row>
      </Section>
      <Section aria-label="In">
        <h2>In</h2>
        <FileTrigger acceptedFileTypes={['.json', '.yaml', '.yml']} onSelect={(files) => void open(files?.[0])}>
          <Button isDisabled={busy} style={{ justifySelf: 'start' }}>
            <FileUp size={18} aria-hidden />
            {busy ? 'Reading…' : 'Choose a file'}
          </Button>
        </FileTrigger>
        {failed && (
          <Notice $tone="out" role="alert">
            {failed}
          </Notice>
        )}
        {kept !== undefined && (
          <Notice role="status">
            {kept === 0
              ? 'Nothing in it differs from what is in force.'
              : `${kept} ${kept === 1 ? 'entry' : 'entries'} kept as the studio’s own.`}
          </Notice>
        )}
        {read?.errors && (
          <Notice $tone="out" role="alert">
            <Stack $gap={4}>
              <strong>
                {read.name}: {read.errors.length === 1 ? 'one thing is' : `${read.errors.length} things are`} not right.
                Nothing was kept.
              </strong>
              <ul>
                {read.errors.slice(0, 30).map(({ line, path, message }) => (
                  <li key={`${line} ${path} ${message}`}>
                    Line {line}: {message} {path && <code>{path}</code>}
                  </li>
                ))}
              </ul>
            </Stack>
          </Notice>
        )}
        {read?.entries && (
          <Stack>
            <h3>
              {read.name}:{' '}
              {changing.length === 0
                ? 'nothing differs'
                : `${changing.length} of ${read.entries.length} entries would change`}
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
              <Button $look="main" onPress={() => void keep()} isDisabled={busy || changing.length === 0}>
                Keep them as the studio’s own
              </Button>
              <Button onPress={() => setRead(undefined)}>Leave it</Button>
            </Row>
          </Stack>
        )}
      </Section>
    </Page>
  );
}
