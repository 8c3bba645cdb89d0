'use client';

import type { Control, FieldPath, FieldValues } from 'react-hook-form';
import styled from 'styled-components';

/** A field of a form, by its name in it. */
export type Bound<T extends FieldValues, V> = {
  control: Control<T, unknown, V>;
  name: FieldPath<T>;
  label: string;
  help?: string;
};

/** Fields beside each other as there is room. */
export const FormGrid = styled.div`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: 16px;
`;
