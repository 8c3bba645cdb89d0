'use client';

import { Download, FileUp } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Button, ButtonLink } from '@/design/button';
import { FormGrid } from '@/design/form-grid';
import { Chip, Failed, Page, PageHead, Quiet, Row, Section, Small, TextLink } from '@/design/layout';
import { answered } from '@/core/result';
import { Picker } from '@/design/picker';
import { keepTable } from './actions';
import { csvFields, csvNames, guessMapping, mostTableBytes, previewRows, readTable, rowsAtOnce } from './csv';
import type { Mapping, Table, PreviewRow } from './csv';

const Preview = styled.div`
  overflow-x: auto;
  table {
    border-collapse: collapse;
    width: 100%;
    min-width: 760px;
  }
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 7px 14px 7px 0;
    border-top: 1px solid var(--rule);
    font-weight: 400;
    overflow-wrap: anywhere;
  }
  thead th {
    font-weight: 650;
    border-top: 0;
  }
  tr[data-wrong] td {
    color: var(--out);
  }
`;

const none = 'none';
const mostShown = 200;

/** Clients out as CSV; in by three steps: file, which column is what, what would be kept. */
export function ClientFiles({
  conditions,
  names,
}: {
  conditions: readonly { readonly id: string; readonly name: string }[];
  names: readonly string[];
}) {
  const router = useRouter();
  const [file, setFile] = useState<{ name: string; table: Table }>();
  const [mapping, setMapping] = useState<Mapping>({});
  const [failed, setFailed] = useState<string>();
  const [busy, setBusy] = useState(false);
  const [sent, setSent] = useState(0);
  const rows = useMemo(
    () =>
      file
        ? previewRows(file.table, mapping, { conditions, names: new Set(names.map((one) => one.toLowerCase())) })
        : [],
    [file, mapping, conditions, names],
  );
  const good = rows.filter(({ errors, isKnown }) => errors.length === 0 && !isKnown);
  const open = async (chosen: File | undefined) => {
    if (!chosen) return;
    if (chosen.size > mostTableBytes) return setFailed(`${chosen.name}: the file is larger than 8 MB.`);
    const read = readTable(await chosen.text());
    if (!read.ok) {
      setFile(undefined);
      return setFailed(`${chosen.name}: ${read.error.message}`);
    }
    setFailed(undefined);
    setFile({ name: chosen.name, table: read.value });
    setMapping(guessMapping(read.value.columns));
  };
  const keep = async () => {
    setBusy(true);
    setSent(0);
    let done = 0;
    for (let from = 0; from < good.length; from += rowsAtOnce) {
      const clients = good.slice(from, from + rowsAtOnce).map(({ typed }) => typed);
      const result = await answered(keepTable({ clients }), '');
      if (!result.ok) {
        setBusy(false);
        const kept =
          done === 0 ? 'Nobody was kept' : `${done} were kept, and are passed over when the file is sent again`;
        return setFailed(`${result.error.message.trim()} ${kept}.`);
      }
      done += result.value.kept;
      setSent(from + clients.length);
    }
    setBusy(false);
    router.push('/clients');
    router.refresh();
  };
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/clients">Clients</TextLink>
          <h1>Clients as a table</h1>
          <Quiet>CSV, with a line for each client. Looks, doses and clearances stay here.</Quiet>
        </div>
      </PageHead>
      <Section aria-label="Out" style={{ paddingTop: 20 }}>
        <h2>Out</h2>
        <ButtonLink href="/api/clients" prefetch={false} download style={{ justifySelf: 'start' }}>
          <Download size={17} aria-hidden />
          All clients, CSV
        </ButtonLink>
      </Section>
      <Section aria-label="In">
        <h2>In</h2>
        <FileTrigger acceptedFileTypes={['.csv', 'text/csv']} onSelect={(files) => void open(files?.[0])}>
          <Button style={{ justifySelf: 'start' }}>
            <FileUp size={18} aria-hidden />
            {file ? 'Another file' : 'Choose a file'}
          </Button>
        </FileTrigger>
        <Failed>{failed}</Failed>
        {file && (
          <>
            <Columns table={file.table} mapping={mapping} onMapping={setMapping} />
            <h3>
              {good.length} of {rows.length} would be kept
            </h3>
            {rows.some(({ errors, isKnown }) => errors.length > 0 || isKnown) && (
              <Quiet>
                Lines that are not right, and people already on the books, are left out; the file stays as it is.
              </Quiet>
            )}
            <Lines rows={rows} conditions={conditions} />
            <Row>
              <Button $look="main" onPress={() => void keep()} isDisabled={busy || good.length === 0}>
                {busy
                  ? `Keeping ${sent} of ${good.length}…`
                  : `Keep ${good.length} ${good.length === 1 ? 'client' : 'clients'}`}
              </Button>
              <Button onPress={() => setFile(undefined)}>Leave it</Button>
            </Row>
          </>
        )}
      </Section>
    </Page>
  );
}

type ColumnsProps = {
  readonly table: Table;
  readonly mapping: Mapping;
  readonly onMapping: (mapping: Mapping) => void;
};

function Columns({ table, mapping, onMapping }: ColumnsProps) {
  const choices = [{ id: none, name: 'not in this file' }, ...table.columns.map((one) => ({ id: one, name: one }))];
  return (
    <>
      <h3>Which column is what</h3>
      <FormGrid>
        {csvFields.map((field) => (
          <Picker
            key={field}
            label={csvNames[field]}
            value={mapping[field] ?? none}
            onChange={(column) => {
              const { [field]: _, ...others } = mapping;
              onMapping(column === none ? others : { ...others, [field]: column });
            }}
            choices={choices}
          />
        ))}
      </FormGrid>
    </>
  );
}

const heads = ['Line', 'Name', 'Born', 'cm', 'kg', 'Cautions', 'What happens'] as const;

type LinesProps = {
  readonly rows: readonly PreviewRow[];
  readonly conditions: readonly { readonly id: string; readonly name: string }[];
};

/** Each line as it would be kept, with what is wrong in it. */
function Lines({ rows, conditions }: LinesProps) {
  const nameOf = (id: string) => conditions.find((one) => one.id === id)?.name ?? id;
  return (
    <>
      <Preview tabIndex={0} role="region" aria-label="Preview">
        <table>
          <thead>
            <tr>
              {heads.map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.slice(0, mostShown).map(({ line, typed, errors, isKnown }) => (
              <tr key={line} data-wrong={errors.length > 0 ? '' : undefined}>
                <td>{line}</td>
                <td>{typed.name || <Small>none</Small>}</td>
                <td>{typed.birthYear}</td>
                <td>{typed.heightCm}</td>
                <td>{typed.massKg}</td>
                <td>{typed.conditions.map(nameOf).join('; ')}</td>
                <td>
                  {errors.length > 0 ? errors.join('; ') : isKnown ? <Chip>on the books already</Chip> : 'is kept'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Preview>
      {rows.length > mostShown && <Small>and {rows.length - mostShown} lines more</Small>}
    </>
  );
}
