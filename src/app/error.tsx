'use client';

import dynamic from 'next/dynamic';

// Loaded only when it is needed: every page carries this file.
export default dynamic(() => import('@/design/trouble').then(({ Trouble }) => Trouble));
