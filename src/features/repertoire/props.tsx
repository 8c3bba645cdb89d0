'use client';

import styled from 'styled-components';
import { onProp } from '@/core/figure/props';
import type { Prop } from '@/core/knowledge/entries';
import { Figure } from '@/design/figure';
import { Chip, Page, PageHead, Quiet, Small, Stack, TextLink } from '@/design/layout';

const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  gap: 26px 36px;
  padding-top: 22px;
  @media (max-width: 520px) {
    grid-template-columns: minmax(0, 1fr);
  }
  li {
    border-top: 1px solid var(--rule);
    padding-top: 12px;
  }
  .drawn {
    height: 150px;
    display: grid;
    align-items: end;
  }
  .drawn svg {
    max-height: 150px;
  }
`;

/** Every prop: where it goes, which way round, what it tells the body, and when not. */
export function Props({ props, here }: { props: readonly Prop[]; here: { name: string; props: readonly string[] } }) {
  return (
    <Page>
      <PageHead>
        <div>
          <TextLink href="/repertoire">Repertoire</TextLink>
          <h1>Props</h1>
          <Quiet>Where each goes, which way round, and what it tells the body. You work in: {here.name}.</Quiet>
        </div>
      </PageHead>
      <List>
        {props.map(({ id, name, placement, elsewhere, whichWay, tells, notWhen, drawn }) => (
          <li key={id} data-prop={id}>
            <Stack $gap={6}>
              {drawn && (
                <div className="drawn">
                  <Figure
                    pose={onProp(drawn.pose, drawn)}
                    scene={{ props: [drawn] }}
                    label={`${name} in place`}
                    view={drawn.view ?? 'side'}
                    small
                  />
                </div>
              )}
              <h2>{name[0]?.toUpperCase() + name.slice(1)}</h2>
              <span>
                {placement} {whichWay} {elsewhere}
              </span>
              <Small>It tells: {tells}</Small>
              {notWhen && <span style={{ color: 'var(--out)' }}>{notWhen}</span>}
              {!here.props.includes(id) && (
                <span>
                  <Chip>not in this room</Chip>
                </span>
              )}
            </Stack>
          </li>
        ))}
      </List>
    </Page>
  );
}
