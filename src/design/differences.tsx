'use client';

import styled from 'styled-components';
import type { Difference } from '@/core/knowledge/own-entries';
import type { Clash } from '@/core/meanwhile';
import { Button } from './button';
import { Notice, Row, Small, Stack } from './layout';

const Table = styled.table`
  border-collapse: collapse;
  table-layout: fixed;
  width: 100%;
  color: var(--ink);
  th,
  td {
    text-align: left;
    vertical-align: top;
    padding: 8px 16px 8px 0;
    border-top: 1px solid var(--rule);
    overflow-wrap: anywhere;
    font-weight: 400;
  }
  thead th {
    font-weight: 650;
    border-top: 0;
  }
  tbody th {
    width: 26%;
    color: var(--quiet);
  }
  del {
    text-decoration-color: var(--out);
  }
`;

/** Where two versions differ, side by side; `strike`: the first one is what goes. */
export function Differences({
  list,
  names,
  strike = true,
}: {
  list: readonly Difference[];
  names: readonly [string, string];
  strike?: boolean;
}) {
  return (
    <Table>
      <thead>
        <tr>
          <th scope="col">Where</th>
          <th scope="col">{names[0]}</th>
          <th scope="col">{names[1]}</th>
        </tr>
      </thead>
      <tbody>
        {list.map(({ path, before, after }) => (
          <tr key={path}>
            <th scope="row">{path.replaceAll('.', ' › ')}</th>
            <td>{before === undefined ? <Small>nothing</Small> : strike ? <del>{before}</del> : before}</td>
            <td>{after ?? <Small>nothing</Small>}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}

const wordOf = (value: unknown): string => {
  if (value === true) return 'yes';
  if (value === false) return 'no';
  return Array.isArray(value) ? value.join(', ') : String(value ?? '');
};

/** Clashes as differences; `nameOf` says what a field is called. */
export const asDifferences = (clashes: readonly Clash[], nameOf = (field: string): string => field): Difference[] =>
  clashes.map(({ field, mine, theirs }) => {
    const [before, after] = [wordOf(theirs), wordOf(mine)];
    return { path: nameOf(field), ...(before ? { before } : {}), ...(after ? { after } : {}) };
  });

/** Somebody else kept the same meanwhile: both side by side, and which of the two stays. Nothing is lost until one is chosen. */
export function Meanwhile({
  by,
  list,
  onMine,
  onTheirs,
}: {
  by?: string | undefined;
  list: readonly Difference[];
  onMine: () => void;
  onTheirs: () => void;
}) {
  return (
    <Notice $tone="out" role="alert">
      <Stack $gap={10} style={{ width: '100%' }}>
        <strong>{by || 'A colleague'} changed this while it was open here. Nothing of yours was kept yet.</strong>
        <Differences list={list} names={['as it stands now', 'as you have it']} strike={false} />
        <Row>
          <Button $look="main" onPress={onMine}>
            Keep mine
          </Button>
          <Button onPress={onTheirs}>Take what stands now</Button>
        </Row>
      </Stack>
    </Notice>
  );
}
