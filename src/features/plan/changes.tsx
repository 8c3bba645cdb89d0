'use client';

import styled from 'styled-components';

/** What cautions change, line by line. */
export const Changes = styled.span`
  display: grid;
  gap: 2px;
  .out {
    color: var(--out);
    font-size: 0.94rem;
  }
`;

/** What would stand under most of the lines. */
export function InMost({ words }: { readonly words: ReadonlySet<string> }) {
  if (words.size === 0) return null;
  return (
    <Changes>
      {[...words].map((one) => (
        <span key={one} className="out">
          In most of them: {one}
        </span>
      ))}
    </Changes>
  );
}
