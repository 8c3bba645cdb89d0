const base = 'http://own.invalid';
/** Pages that one may be sent to after signing in, by the first part of their path. */
const known = [
  '',
  'clients',
  'looks',
  'sessions',
  'repertoire',
  'apparatus',
  'what-if',
  'batch',
  'studio',
  'floor',
  'me',
];

/** Where to go on after signing in: a page of ours as an address without its host, or Today for anything else. */
export function ownPage(to: unknown): string {
  if (typeof to !== 'string' || !to.startsWith('/') || !URL.canParse(to, base)) return '/';
  const { origin, pathname, search, hash } = new URL(to, base);
  if (origin !== base || !known.includes(pathname.split('/')[1] ?? '')) return '/';
  return /^\/(?!\/)[\w./~%-]*$/.test(pathname) ? `${pathname}${search}${hash}` : '/';
}
