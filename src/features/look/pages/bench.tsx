import { notFound, redirect } from 'next/navigation';
import { RepertoireProvider } from '@/platform/browser/repertoire';
import { requireTeacher } from '@/platform/server/session';
import { LookBench } from '../bench';
import { GoneLook } from '../gone';
import { readBench } from '../read';

/** The bench of an open look; a kept one is shown on the client's page. */
export async function LookScreen({ id }: { id: string }) {
  const read = await readBench(await requireTeacher(), id);
  if (!read.ok) notFound();
  if ('kept' in read.value) redirect(`/clients/${read.value.clientId}?part=looks#history`);
  if ('gone' in read.value) return <GoneLook {...read.value} />;
  return (
    <RepertoireProvider value={read.value.repertoire}>
      <LookBench opening={read.value} />
    </RepertoireProvider>
  );
}
