import { ownPage } from './own-page';

test.each([
  ['/clients/abc?page=2#history', '/clients/abc?page=2#history'],
  ['/floor?client=1', '/floor?client=1'],
  ['/', '/'],
])('%s is a page of ours', (to, wanted) => {
  expect(ownPage(to)).toBe(wanted);
});

test.each([
  '/\t/evil.example',
  '/\n//evil.example',
  '//evil.example',
  '/\\evil.example',
  '/%09/evil.example',
  'https://evil.example',
  'javascript:alert(1)',
  '/.//evil.example',
  '/clients//../..//evil.example',
  '/api/clients',
  '/unknown',
  'clients',
  '',
  undefined,
  ['/clients', '//evil.example'],
])('%j leads to Today', (to) => {
  expect(ownPage(to)).toBe('/');
});
