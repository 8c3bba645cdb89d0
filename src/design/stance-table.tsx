'use client';

// Every disputed point with its choices and their reasons: for a studio, or for one client.
import styled from 'styled-components';
import { Chip, Row, Small, Stack } from './layout';
import { Picker } from './picker';

const List = styled.ul`
  li {
    display: grid;
    grid-template-columns: minmax(0, 1fr) minmax(0, 340px);
    gap: 6px 28px;
    border-top: 1px solid var(--rule);
    padding: 14px 0;
    align-items: center;
  }
  @media (max-width: 720px) {
    li {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

export type StanceChoice = {
  readonly id: string;
  readonly name: string;
  readonly about: string;
  readonly choices: readonly { readonly id: string; readonly name: string; readonly why: string }[];
  /** What holds when nothing is set here. */
  readonly otherwise: string;
};

type StanceTableProps = {
  readonly stances: readonly StanceChoice[];
  readonly set: Readonly<Record<string, string>>;
  /** Whose choice holds otherwise: "the preset", "the studio". */
  readonly otherwiseOf: string;
  readonly isDisabled?: boolean;
  readonly onSet: (stance: string, choice: string | null) => void;
};

export function StanceTable({ stances, set, otherwiseOf, isDisabled = false, onSet }: StanceTableProps) {
  return (
    <List aria-label="Stances">
      {stances.map(({ id, name, about, choices, otherwise }) => {
        const own = set[id];
        const inForce = choices.find((choice) => choice.id === (own ?? otherwise));
        return (
          <li key={id} data-stance={id}>
            <Stack $gap={2}>
              <Row $gap={8}>
                <h3>{name[0]?.toUpperCase() + name.slice(1)}</h3>
                {own !== undefined && own !== otherwise && <Chip $tone="info">changed</Chip>}
              </Row>
              <Small>{about}</Small>
              {inForce && (
                <span>
                  {inForce.name}: <Small>{inForce.why}</Small>
                </span>
              )}
            </Stack>
            <Picker
              label={`Choice: ${name}`}
              isLabelled
              value={own ?? 'otherwise'}
              isDisabled={isDisabled}
              onChange={(choice) => onSet(id, choice === 'otherwise' ? null : choice)}
              choices={[
                {
                  id: 'otherwise',
                  name: `as ${otherwiseOf}: ${choices.find((choice) => choice.id === otherwise)?.name ?? otherwise}`,
                },
                ...choices.map((choice) => ({ id: choice.id, name: choice.name, about: choice.why })),
              ]}
            />
          </li>
        );
      })}
    </List>
  );
}
