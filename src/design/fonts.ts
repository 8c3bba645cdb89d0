// Type that ships with the application: the Latin part is fetched with the page, the rest where a name needs it; until then a
// face of the same widths stands in, so that nothing moves.
import localFont from 'next/font/local';

const head = localFont({
  src: '../../node_modules/@fontsource-variable/archivo/files/archivo-latin-wdth-normal.woff2',
  weight: '100 900',
  declarations: [{ prop: 'font-stretch', value: '62% 125%' }],
  adjustFontFallback: 'Arial',
});
const headExt = localFont({
  src: '../../node_modules/@fontsource-variable/archivo/files/archivo-latin-ext-wdth-normal.woff2',
  weight: '100 900',
  declarations: [
    { prop: 'font-stretch', value: '62% 125%' },
    {
      prop: 'unicode-range',
      value:
        'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF',
    },
  ],
  preload: false,
  adjustFontFallback: false,
});
const text = localFont({
  src: '../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2',
  weight: '200 800',
  adjustFontFallback: 'Arial',
});
const textExt = localFont({
  src: '../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2',
  weight: '200 800',
  declarations: [
    {
      prop: 'unicode-range',
      value:
        'U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF',
    },
  ],
  preload: false,
  adjustFontFallback: false,
});

type Face = { readonly style: { readonly fontFamily: string } };

/** The face, its rarer letters, then what stands in for it. */
function familyOf({ style: { fontFamily } }: Face, ext: Face): string {
  const [own = '', ...standIns] = fontFamily.split(', ');
  return [own, ext.style.fontFamily, ...standIns, 'system-ui', 'sans-serif'].join(', ');
}

/** What `--head` and `--text` stand for: a rule for the page's root. */
export const fontRule = `:root { --head: ${familyOf(head, headExt)}; --text: ${familyOf(text, textExt)}; }`;
