import { areas, mayOpen, pageAt } from './areas';

test.each([
  ['/', 'Today', 'Today'],
  ['/eye/raters', 'Today', 'Your eye'],
  ['/book', 'Plan', 'Book'],
  ['/book/files', 'Plan', 'Calendars'],
  ['/clients/0198/plan', 'Clients', 'Clients'],
  ['/looks/0198', 'Clients', 'Clients'],
  ['/repertoire/legFloat', 'Repertoire', 'Exercises'],
  ['/repertoire/files', 'Studio', 'Files'],
  ['/what-if', 'Repertoire', 'What if'],
  ['/apparatus', 'Studio', 'Apparatus'],
  ['/studio/people', 'Studio', 'People'],
])('%s belongs to %s, %s', (path, area, page) =>
  expect([pageAt(path)?.area.name, pageAt(path)?.page.name]).toEqual([area, page]),
);
test('a page outside all areas belongs to none; only beginnings of whole parts count', () =>
  expect([pageAt('/me'), pageAt('/bookends'), pageAt('/studios')]).toEqual([undefined, undefined, undefined]));
test('a guest opens clients and the repertoire alone; what leads read, instructors are not offered', () => {
  const open = (reader: 'guest' | 'instructor') =>
    areas.flatMap(({ pages }) => pages.filter((page) => mayOpen(page, reader)).map(({ href }) => href));
  expect(open('guest')).toEqual(['/clients', '/repertoire', '/repertoire/props', '/repertoire/glossary']);
  expect(open('instructor')).not.toContain('/studio/record');
});
