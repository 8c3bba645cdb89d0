import type { Metadata } from 'next';
import { RatingScreen } from '@/features/eye/pages';
import { single } from '@/platform/server/single';
import type { Asked } from '@/platform/server/single';

export const metadata: Metadata = { title: 'Raters' };

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ again?: Asked }> };

export default async function Page({ params, searchParams }: Props) {
  return <RatingScreen id={(await params).id} again={single((await searchParams).again) === '1'} />;
}
