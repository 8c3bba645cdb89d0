import { csvNames, guessMapping, mostRows, previewRows, readTable, writeTable } from './csv';

const conditions = [
  { id: 'neck', name: 'neck pain or neck surgery' },
  { id: 'wrist', name: 'wrist trouble' },
];
const known = { conditions, names: new Set(['perrin shoal']) };
const table = (text: string) => {
  const read = readTable(text);
  if (!read.ok) throw new Error(read.error.message);
  return read.value;
};
const preview = (text: string) => {
  const read = table(text);
  return previewRows(read, guessMapping(read.columns), known);
};

test('what goes out comes in as the same', () => {
  const client = {
    name: 'Ottoline Weir, the younger',
    goal: 'Row "eight" again',
    birthYear: 1980,
    heightM: 1.715,
    massKg: 66,
    sex: 'f' as const,
    touchConsent: true,
    note: 'two\nlines',
    conditions: ['neck', 'wrist'],
  };
  const [row] = preview(`\uFEFF${writeTable([client], conditions)}`);
  expect(row).toMatchObject({
    line: 2,
    errors: [],
    isKnown: false,
    typed: {
      name: client.name,
      goal: client.goal,
      birthYear: '1980',
      heightCm: '171.5',
      massKg: '66',
      sex: 'f',
      touchConsent: true,
      note: 'two\nlines',
      conditions: ['neck', 'wrist'],
    },
  });
});
test('columns of other people’s tables are guessed by their names, each once', () => {
  expect(guessMapping(['Client', 'Born', 'Height (cm)', 'Weight kg', 'Remarks', 'Colour'])).toEqual({
    name: 'Client',
    birthYear: 'Born',
    heightCm: 'Height (cm)',
    massKg: 'Weight kg',
    note: 'Remarks',
  });
});
test('semicolons between columns are understood', () =>
  expect(table('Name;Height\nAda Fen;170').rows).toEqual([{ Name: 'Ada Fen', Height: '170' }]));
test('each thing that is not right is told in words, on its line', () => {
  const rows = preview(
    'Name,Birth year,Height cm,Sex,Touch,Cautions\n,1980,170,f,yes,\nAda Fen,80,999,x,maybe,neck pain or neck surgery; gout\nBo Reed,1990,170,m,no,Wrist trouble\nbo reed,1990,170,m,no,\nPerrin Shoal,1990,,,,',
  );
  expect(rows.map(({ line, errors, isKnown }) => [line, errors.length, isKnown])).toEqual([
    [2, 1, false],
    [3, 5, false],
    [4, 0, false],
    [5, 1, false],
    [6, 0, true],
  ]);
  expect(rows[0]?.errors[0]).toBe('Name: Type a name.');
  expect(rows[1]?.errors).toEqual(
    expect.arrayContaining([
      'the caution “gout” is not known',
      '“x” is neither f nor m',
      '“maybe” is neither yes nor no',
    ]),
  );
  expect(rows[2]?.typed.conditions).toEqual(['wrist']);
  expect(rows[3]?.errors).toEqual(['this name stands in the file twice']);
});
test('a cell that a spreadsheet would run is written as text', () => {
  const text = writeTable(
    [
      {
        name: '=1+1',
        goal: '@x',
        birthYear: null,
        heightM: null,
        massKg: null,
        sex: null,
        touchConsent: false,
        note: '-2',
        conditions: [],
      },
    ],
    conditions,
  );
  expect(text.split('\r\n')[1]).toBe("'=1+1,'@x,,,,,no,,'-2");
  expect(text.split('\r\n')[0]).toContain(csvNames.touchConsent);
});
test('no table, a broken one, too large a one', () => {
  expect(readTable('')).toMatchObject({ ok: false });
  expect(readTable('Name\n"Ada')).toMatchObject({ ok: false, error: { code: 'csv' } });
  expect(readTable(`Name\n${'Ada\n'.repeat(mostRows + 1)}`)).toMatchObject({ ok: false, error: { code: 'tooMany' } });
});
