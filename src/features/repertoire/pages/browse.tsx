import { StillFigure } from '@/design/drawing';
import { requireWho } from '@/platform/server/session';
import { Browse } from '../browse';
import { readBrowse } from '../read';

export async function BrowseScreen({ client }: { readonly client?: string | undefined }) {
  const { lines, ...page } = await readBrowse(await requireWho(), client);
  // Drawn here: nothing of them moves, and the page needs no body to be read.
  const figures = Object.fromEntries(
    lines.map(({ id, name, shown: { top, scene } }) => [
      id,
      <StillFigure key={id} pose={top} label={name} small {...(scene ? { scene } : {})} />,
    ]),
  );
  return <Browse {...page} lines={lines.map(({ shown: _, ...line }) => line)} figures={figures} />;
}
