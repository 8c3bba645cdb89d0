'use client';

import { Printer } from 'lucide-react';
import { ButtonLink } from '@/design/button';
import { Quiet, Row, Ruled, Section, Small, Stack, TextLink } from '@/design/layout';
import type { Progress } from './progress';

/** Every session taught on the Floor, newest first; each opens as it was. */
export function Sessions({ progress: { sessions } }: { readonly progress: Progress }) {
  return (
    <Section aria-label="Sessions" style={{ marginTop: 30 }}>
      <h2>Sessions</h2>
      {sessions.length === 0 ? (
        <Quiet>None taught on the Floor yet.</Quiet>
      ) : (
        <Ruled>
          {sessions.map(({ id, date, instructor, minutes, isOpen, isWrapped, lines }) => (
            <li key={id} style={{ padding: '12px 0' }}>
              <Row style={{ justifyContent: 'space-between' }}>
                <Stack $gap={2}>
                  <TextLink href={`/sessions/${id}`}>
                    {date}
                    {isOpen ? ', still open' : `, ${minutes} min`}
                  </TextLink>
                  <Small>with {instructor}</Small>
                </Stack>
                {isWrapped && (
                  <ButtonLink href={`/sessions/${id}/hand-out`} aria-label={`Hand-out of ${date}`}>
                    <Printer size={18} aria-hidden />
                    Hand-out
                  </ButtonLink>
                )}
              </Row>
              {lines.map((line) => (
                <div key={line}>{line}</div>
              ))}
            </li>
          ))}
        </Ruled>
      )}
    </Section>
  );
}
