import { findRepertoire } from '@/data/stores/studio';
import { requireWho } from '@/platform/server/session';
import { Glossary } from '../glossary';

export async function GlossaryScreen() {
  const { glossary } = await findRepertoire(await requireWho());
  return <Glossary terms={glossary} />;
}
