'use client';

import dynamic from 'next/dynamic';

const NotFound = dynamic(() => import('@/design/trouble').then((all) => all.NotFound));

export default function Missing() {
  return <NotFound />;
}
