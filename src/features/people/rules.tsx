'use client';

// What a lead says of everybody who works here: which clients they see, and by what they sign in.
import type { Result } from '@/core/result';
import { OneOf } from '@/design/choice';
import { Notice, Section, Small, Stack, TextLink } from '@/design/layout';
import { askForSecond, setSight } from './actions';
import type { PeoplePage } from './person';

type RulesProps = {
  readonly page: PeoplePage;
  readonly isBusy: boolean;
  readonly onRule: (work: Promise<Result<null>>) => void;
};

/** Clients that nobody looks after are found by leads alone, where instructors see their own. */
const nobodysWords = (count: number): string =>
  count === 1
    ? 'One client is nobody’s: only leads find her until she is given to somebody.'
    : `${count} clients are nobody’s: only leads find them until they are given to somebody.`;

export function Rules({ page: { sees, nobodys, wantsSecond, hasSecond, people }, isBusy, onRule }: RulesProps) {
  const without = people.filter((one) => !one.left && !one.hasSecond).length;
  return (
    <>
      <Section aria-label="Whose clients">
        <h2>Instructors see</h2>
        <OneOf
          label="Instructors see"
          value={sees}
          options={[
            { id: 'all', name: 'all clients' },
            { id: 'own', name: 'their own' },
          ]}
          onChange={(next) => !isBusy && onRule(setSight({ sees: next }))}
        />
        <Small>
          {sees === 'own'
            ? 'Each sees her own clients and those that are shared with her for a time; leads see all.'
            : 'Guests see only what is shared with them, whatever stands here.'}
        </Small>
        {sees === 'own' && nobodys > 0 && <Notice>{nobodysWords(nobodys)}</Notice>}
      </Section>
      <Section aria-label="Signing in">
        <h2>Signing in</h2>
        <Stack $gap={8}>
          {(hasSecond || wantsSecond) && (
            <OneOf
              label="Everybody signs in with"
              value={wantsSecond ? 'both' : 'password'}
              options={[
                { id: 'password', name: 'a password' },
                { id: 'both', name: 'a password and a second factor' },
              ]}
              onChange={(next) => !isBusy && onRule(askForSecond({ wanted: next === 'both' }))}
            />
          )}
          {!hasSecond && !wantsSecond ? (
            <Small>
              <TextLink href="/second">Set up a second factor of your own</TextLink> before you ask everybody for one.
            </Small>
          ) : (
            <Small>
              {without === 0
                ? 'Everybody here has one.'
                : wantsSecond
                  ? `${without} here ${without === 1 ? 'has' : 'have'} none yet: it is set up at the next page that is opened.`
                  : `${without} here ${without === 1 ? 'has' : 'have'} none yet.`}
            </Small>
          )}
        </Stack>
      </Section>
    </>
  );
}
