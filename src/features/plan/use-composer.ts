'use client';

import { useEffect, useRef, useState } from 'react';
import type { Colliding } from '@/core/planning/compose';
import { isColliding } from '@/core/planning/compose';
import type { Lesson } from '@/core/planning/lesson';
import { composeAside } from './compose';
import type { Proof } from './plan-side';
import type { Sheet } from './state';

const effortMs = 2000;

/** The composer, one at a time: a new wish ends what was under way. */
export function useComposer(onOrder: (order: readonly string[]) => void) {
  const [isComposing, setComposing] = useState(false);
  const [proof, setProof] = useState<Proof>();
  const [colliding, setColliding] = useState<Colliding>();
  const [failed, setFailed] = useState<string>();
  const running = useRef<AbortController>(undefined);
  useEffect(() => () => running.current?.abort(), []);
  const compose = async (lesson: Lesson, { locked, leftOut }: Sheet) => {
    running.current?.abort();
    const own = new AbortController();
    running.current = own;
    setComposing(true);
    const told = await composeAside(lesson, { locked, leftOut }, effortMs, own.signal);
    if (own.signal.aborted) return;
    setComposing(false);
    setFailed(told.ok ? undefined : told.error.message);
    if (!told.ok) return;
    setColliding(isColliding(told.value) ? told.value : undefined);
    if (isColliding(told.value)) return setProof(undefined);
    const { value, bound, gapPct, order } = told.value;
    setProof({ value, bound, gapPct });
    onOrder(order);
  };
  return { compose, isComposing, proof, colliding, failed };
}
