import { requireWho } from '@/platform/server/session';
import { Browse } from '../browse';
import { readBrowse } from '../read';

export async function BrowseScreen({ client }: { readonly client?: string | undefined }) {
  return <Browse {...await readBrowse(await requireWho(), client)} />;
}
