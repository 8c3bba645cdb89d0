import JSZip from 'jszip';
import { measureAll, openFiles, readMarks } from './read-files';

const facts = { position: 'supine', view: 'side', headEnd: 'left', markingSdPx: 1.5 } as const;
const table = [
  'picture,mark,x,y,mm',
  ...['setup.jpg', 'top.jpg'].flatMap((name) => [
    `${name},mat1,100,1000,`,
    `${name},mat2,2100,1000,`,
    `${name},known1,500,1010,1000`,
    `${name},known2,1500,1010,`,
    `${name},PS,1100,700,`,
    `${name},ASIS,1000,${name === 'top.jpg' ? '682.367' : '700'},`,
  ]),
  'bare.jpg,ASIS,5,5,',
].join('\n');

async function zipped(files: Readonly<Record<string, string>>): Promise<File> {
  const zip = new JSZip();
  for (const [name, text] of Object.entries(files)) zip.file(name, text);
  return new File([await zip.generateAsync({ type: 'arraybuffer' })], 'day.zip');
}

test('a zip of pictures and a table gives a row a picture; what lacks marks says so', async () => {
  const opened = await openFiles([
    await zipped({ 'day/marks.csv': table, 'day/top.jpg': 'x', 'day/lost.jpg': 'x', '__MACOSX/top.jpg': 'x' }),
  ]);
  if (!opened.ok) throw new Error(opened.error.message);
  const marks = await readMarks(opened.value);
  if (!marks.ok) throw new Error(marks.error.message);
  const rows = measureAll(
    opened.value.map(({ name }) => name),
    marks.value,
    facts,
  );
  const tilt = (name: string) => {
    const row = rows.find(({ picture }) => picture === name);
    if (!row) return 'no such row';
    return row.result.ok ? row.result.value.measures.pelvicTilt?.value : row.result.error.code;
  };
  expect(tilt('setup.jpg')).toBeCloseTo(0, 6);
  expect(tilt('top.jpg')).toBeCloseTo(9.8, 3); // 17.633 px over 100, the hip bone 4 % nearer to a lens aimed at the set-up's pelvis
  expect(tilt('lost.jpg')).toBe('noMarks');
  expect(tilt('bare.jpg')).toBe('noMatLine');
  expect(rows).toHaveLength(4);
});

test('a file that is no zip, one with nothing in it, and a bad table are told', async () => {
  expect(await openFiles([new File(['no'], 'a.zip')])).toMatchObject({ error: { code: 'notZip' } });
  expect(await openFiles([await zipped({ 'readme.txt': 'x' })])).toMatchObject({ error: { code: 'empty' } });
  const opened = await openFiles([new File(['picture,mark,x,y\na,NOSE,1,2'], 'marks.csv')]);
  expect(opened.ok && (await readMarks(opened.value))).toMatchObject({
    error: { code: 'unknownMark', path: 'line 2' },
  });
});
