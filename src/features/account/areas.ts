// The product's pages, by what she does: five areas, each with its pages.
export type PageOf = {
  readonly href: string;
  readonly name: string;
  /** Who may open it, besides instructors. */
  readonly for?: 'guests' | 'leads';
};
export type Area = { readonly name: string; readonly pages: readonly [PageOf, ...PageOf[]] };

export const areas: readonly Area[] = [
  {
    name: 'Today',
    pages: [
      { href: '/', name: 'Today' },
      { href: '/eye', name: 'Your eye' },
    ],
  },
  {
    name: 'Plan',
    pages: [
      { href: '/book', name: 'Book' },
      { href: '/book/files', name: 'Calendars' },
    ],
  },
  {
    name: 'Clients',
    pages: [
      { href: '/clients', name: 'Clients', for: 'guests' },
      { href: '/clients/new', name: 'New client' },
      { href: '/clients/files', name: 'Tables' },
    ],
  },
  {
    name: 'Repertoire',
    pages: [
      { href: '/repertoire', name: 'Exercises', for: 'guests' },
      { href: '/repertoire/entries', name: 'Own entries' },
      { href: '/repertoire/props', name: 'Props', for: 'guests' },
      { href: '/repertoire/glossary', name: 'Glossary', for: 'guests' },
      { href: '/what-if', name: 'What if' },
    ],
  },
  {
    name: 'Studio',
    pages: [
      { href: '/studio', name: 'Rules and rooms' },
      { href: '/apparatus', name: 'Apparatus' },
      { href: '/batch', name: 'Many pictures' },
      { href: '/studio/people', name: 'People' },
      { href: '/studio/papers', name: 'Papers' },
      { href: '/repertoire/files', name: 'Files' },
      { href: '/studio/record', name: 'The record', for: 'leads' },
      { href: '/studio/keeping', name: 'How long', for: 'leads' },
    ],
  },
];

/** Pages that stand in no list, and the page that they belong to. */
const within: readonly (readonly [string, string])[] = [
  ['/looks', '/clients'],
  ['/sessions', '/clients'],
];

const isUnder = (path: string, href: string): boolean =>
  href === '/' ? path === '/' : path === href || path.startsWith(`${href}/`);

/** The page of an area that an address belongs to: the one with the longest address of those above it. */
export function pageAt(path: string): { readonly area: Area; readonly page: PageOf } | undefined {
  const at = within.find(([below]) => isUnder(path, below))?.[1] ?? path;
  const all = areas.flatMap((area) => area.pages.map((page) => ({ area, page })));
  return all
    .filter(({ page }) => isUnder(at, page.href))
    .toSorted((a, b) => b.page.href.length - a.page.href.length)[0];
}

export type Reader = 'guest' | 'instructor' | 'lead';
export const mayOpen = ({ for: whom }: PageOf, reader: Reader): boolean =>
  reader === 'lead' || (reader === 'instructor' ? whom !== 'leads' : whom === 'guests');
