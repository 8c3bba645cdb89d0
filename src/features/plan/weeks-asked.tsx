'use client';

import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import * as v from 'valibot';
import { mostWeeks, weeksAsked } from '@/core/planning/weeks';
import type { WeeksAsked } from '@/core/planning/weeks';
import { Button } from '@/design/button';
import { Panel, Row, Stack } from '@/design/layout';
import { DayBoxField } from '@/design/month';
import { NumberField } from '@/design/number-field';
import { dayText } from './words';

type AskedProps = {
  readonly asked: WeeksAsked;
  readonly today: string;
  readonly onChange: (by: Partial<WeeksAsked>) => void;
};

/** How many weeks, how long at home, and when she is away. */
export function AskedWeeks({ asked, today, onChange }: AskedProps) {
  const [from, setFrom] = useState('');
  const [to, setTo] = useState('');
  const [failed, setFailed] = useState<string>();
  const add = () => {
    const pauses = [...asked.pauses, { from, to: to || from }];
    const read = v.safeParse(weeksAsked, { ...asked, pauses });
    if (!from || !read.success) return setFailed(from ? 'It ends before it begins.' : 'Say when it begins.');
    setFailed(undefined);
    setFrom('');
    setTo('');
    onChange({ pauses: pauses.toSorted((a, b) => a.from.localeCompare(b.from)) });
  };
  return (
    <Panel>
      <Stack $gap={14}>
        <Row $gap={14}>
          <NumberField
            label="Weeks"
            limits={{ least: 2, most: mostWeeks, whole: true }}
            value={asked.weeks}
            mayBeEmpty={false}
            onRead={(weeks) => weeks !== null && onChange({ weeks })}
          />
          <NumberField
            label="At home, a day"
            limits={{ least: 0, most: 60, whole: true, unit: 'min' }}
            value={asked.homeMinutes}
            mayBeEmpty={false}
            onRead={(homeMinutes) => homeMinutes !== null && onChange({ homeMinutes })}
          />
        </Row>
        <strong>Pauses</strong>
        {asked.pauses.map((one) => (
          <Row key={`${one.from} ${one.to}`} $gap={6}>
            <span>
              {dayText(one.from)} to {dayText(one.to)}
            </span>
            <Button
              $look="quiet"
              aria-label={`No pause from ${dayText(one.from)}`}
              onPress={() => onChange({ pauses: asked.pauses.filter((other) => other !== one) })}
            >
              <X size={18} aria-hidden />
            </Button>
          </Row>
        ))}
        <DayBoxField label="Away from" value={from} onChange={setFrom} error={failed} />
        <DayBoxField label="to" value={to} onChange={setTo} help={`Today is ${dayText(today)}.`} />
        <Row>
          <Button onPress={add}>
            <Plus size={18} aria-hidden />
            Add the pause
          </Button>
        </Row>
      </Stack>
    </Panel>
  );
}
