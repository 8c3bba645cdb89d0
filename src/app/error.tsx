'use client';

export { Trouble as default } from '@/design/trouble';
