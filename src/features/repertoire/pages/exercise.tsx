import { notFound } from 'next/navigation';
import { requireWho } from '@/platform/server/session';
import { ExerciseScreen } from '../exercise';
import { readExercise } from '../read';

export async function ExercisePageScreen({
  id,
  client,
}: {
  readonly id: string;
  readonly client?: string | undefined;
}) {
  const read = await readExercise(await requireWho(), id, client);
  return read.ok ? <ExerciseScreen page={read.value} /> : notFound();
}
