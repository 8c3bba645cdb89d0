// A camera on the Floor, another device as the eye, a phone as a level: watched in the real interface by the simulated ones.
import mariadb from 'mariadb';
import { By, openChrome, phone } from './chrome';
import type { Chrome } from './chrome';
import { handsOn } from './hands';
import { databaseUrl, killHouse, openHouse } from './house';
import type { House } from './house';

let house: House;
let chrome: Chrome;
let other: Chrome;
const { signIn, findNothingToImprove } = handsOn(() => chrome);
const beside = handsOn(() => other);

beforeAll(async () => {
  house = await openHouse();
  chrome = await openChrome(house.address);
  other = await openChrome(house.address);
  await signIn();
  await chrome.seesExactly('Today', 'h1');
});
afterAll(async () => {
  await chrome?.close();
  await other?.close();
  await house?.end('SIGINT');
});

const name = 'Ila Coamings';
let client = '';
const openFloor = async () => {
  await chrome.go('/clients');
  await chrome.pressOn(By.linkText(name));
  await chrome.seesExactly(name, 'h1');
  client = new URL(await chrome.driver.getCurrentUrl()).pathname.split('/').at(-1) ?? '';
  await chrome.go(`/floor?client=${client}`);
};
const openSheet = async () => {
  await chrome.press('Watch');
  await chrome.press('Camera');
  await chrome.seesExactly('A camera watches', 'h2');
};
/** Takes a choice of the browser's own list, as typing its first letters does. */
const select = async (label: string, option: string) => {
  const list = await chrome.find(By.xpath(`//label[starts-with(normalize-space(.), '${label}')]//select`));
  await list.sendKeys(option);
};
const counted = async () => {
  return chrome.driver.executeScript<[number, number]>(
    `const all = [...document.querySelectorAll('[data-side]')];
     const sum = (what) => all.reduce((before, { dataset }) => before + Number(dataset[what]), 0);
     return [sum('done'), sum('clean')];`,
  );
};
const watching = async () => {
  await chrome.find(By.css('[data-stage="watching"]'));
  await chrome.press('Back to the exercise');
};

/** What the newest session's events say of its repetitions. */
async function seenInDatabase(): Promise<
  { verdict: string; by: string; confirmed: boolean; measure?: string | undefined }[]
> {
  const connection = await mariadb.createConnection(`${databaseUrl()}?connectTimeout=60000`);
  try {
    const rows = await connection.query<{ event: string | { what: Seen } }[]>(
      `SELECT event FROM session_events WHERE kind = 'seen' AND session_id =
       (SELECT id FROM taught_sessions WHERE client_id = ? ORDER BY started_at DESC LIMIT 1) ORDER BY n`,
      [client],
    );
    return rows.map(({ event }) => {
      const { what } = typeof event === 'string' ? (JSON.parse(event) as { what: Seen }) : event;
      return { verdict: what.verdict, by: what.by, confirmed: what.confirmed, measure: what.reason?.measure };
    });
  } finally {
    await connection.end();
  }
}
type Seen = { verdict: string; by: string; confirmed: boolean; reason: { measure: string } | null };

describe('a camera on the Floor', () => {
  test('is opened for the exercise in hand, with where it stands; nothing to improve', async () => {
    await openFloor();
    await chrome.press('Well');
    await chrome.press('Begin');
    await chrome.pressOn(By.xpath("//nav//button[contains(., 'Leg float')]"));
    await chrome.seesExactly('Leg float', 'h1');
    await chrome.sees('One leg to tabletop');
    await openSheet();
    await chrome.sees('level with the pelvis');
    await findNothingToImprove('a camera watches');
    await select('In the simulated set', 'an arch');
    await chrome.press('Simulated camera');
    await watching();
  });

  test('her view shows a figure, the vials and one word, in a window of its own', async () => {
    const own = await chrome.driver.getWindowHandle();
    await chrome.driver.switchTo().newWindow('window');
    await chrome.go('/floor/mirror');
    await chrome.find(By.css('[data-word]'));
    await chrome.find(By.css('svg[aria-label="You, mirrored"] path'));
    expect(['Level', 'Wait', 'Pelvis', 'Rest']).toContain(await chrome.text('.word'));
    await chrome.driver.close();
    await chrome.driver.switchTo().window(own);
  });

  test('counts ten repetitions, two of them lost to an arch, while the server is killed and comes back', async () => {
    await chrome.until('two are counted', async () => ((await counted())[0] ?? 0) >= 2);
    await killHouse(house);
    await chrome.until('the fourth is told as lost', async () =>
      chrome.has(By.css('[aria-label="Seen by the camera"][data-verdict="lost"]')),
    );
    await chrome.sees('an arch, on the way out');
    await findNothingToImprove('what the camera saw');
    await chrome.find(By.css('[data-keeping="waiting"][data-line="down"]'));
    for (const count of [5, 6, 7, 8, 9, 10])
      await chrome.until(`${count} are counted`, async () => ((await counted())[0] ?? 0) >= count);
    expect(await counted()).toEqual([10, 8]);
    await chrome.sees('it feeds no next level');
    await openSheet(); // without the server it can be put off, and opened again
    await chrome.press('Camera off');
    await chrome.press('Simulated camera');
    await watching();
    await openSheet();
    await chrome.press('Camera off');
    await chrome.press('Close');
    expect(await counted()).toEqual([10, 8]);
    house = await openHouse();
    await chrome.find(By.css('[data-keeping="sent"][data-line="open"]'));
    const seen = await seenInDatabase();
    expect(seen.map(({ verdict }) => verdict).join(' ')).toBe(
      'clean clean clean lost clean clean clean lost clean clean',
    );
    expect(seen[3]).toEqual({
      ...{ verdict: 'lost', by: 'simulatedCamera', confirmed: false },
      measure: 'pelvicTiltStrip',
    });
  });

  test('undo takes one back', async () => {
    await chrome.press('Undo');
    await chrome.until('nine are counted', async () => (await counted())[0] === 9);
  });

  test('asked to propose, it counts nothing until she answers; her own tap stands instead', async () => {
    await openSheet();
    await chrome.pressOn(By.xpath("//label[contains(., 'It taps each repetition')]/input"));
    await select('In the simulated set', 'nothing goes wrong');
    await chrome.press('Simulated camera');
    await watching();
    await chrome.sees('not counted until you answer');
    expect(await counted()).toEqual([9, 7]);
    await chrome.press('Clean, yes');
    await chrome.until('ten are counted', async () => (await counted())[0] === 10);
    await chrome.sees('not counted until you answer');
    await (await chrome.find(By.css('body'))).sendKeys('l');
    await chrome.sees('What was lost?');
    await chrome.press('Just lost');
    await chrome.until('eleven are counted, hers as lost', async () => (await counted()).join() === '11,8');
  });

  test('a picture that stands still is told, and told no more once it comes again', async () => {
    const still = By.xpath("//*[contains(., 'No new picture comes from the camera')]");
    await chrome.driver.executeScript(
      'window.sends = Worker.prototype.postMessage; Worker.prototype.postMessage = () => undefined',
    );
    await chrome.find(still);
    await chrome.driver.executeScript('Worker.prototype.postMessage = window.sends');
    await openSheet();
    await chrome.press('Camera off');
    await chrome.press('Simulated camera');
    await watching();
    expect(await chrome.has(still)).toBe(false);
  });
});

describe('another device', () => {
  const joinOn = async (code: string) => {
    await other.go('/beside');
    await other.type('Code', code);
    await other.press('Join');
  };
  let code = '';
  test('is joined by a code; a wrong one says so, and keeps what was typed', async () => {
    await openSheet();
    await chrome.press('Camera off');
    await chrome.pressOn(By.xpath("//label[contains(., 'It taps each repetition')]/input"));
    await chrome.press('Another device');
    code = (await (await chrome.find(By.css('[data-code]'))).getAttribute('data-code')) ?? '';
    await joinOn('ABCDEF');
    await other.sees('There is no such code');
    await beside.findNothingToImprove('a device beside');
    await joinOn(code);
    await other.seesExactly('What is this device to be?', 'h2');
    await chrome.sees('The other device has joined');
    await chrome.press('Close');
  });

  test('as a second eye it counts into the session', async () => {
    const [before = 0] = await counted();
    await other.press('A camera that watches');
    await other.press('Simulated camera');
    await other.find(By.css('[data-stage="watching"]'));
    await chrome.until('two more are counted', async () => ((await counted())[0] ?? 0) >= before + 2);
    await other.press('Camera off');
  });

  test('as a level on the pelvis it hands over a set, drawn on a phone', async () => {
    await other.resize(phone);
    await other.press('A level on the pelvis');
    await other.press('one that tips back and comes again');
    await other.press('Simulated phone');
    await other.press('Set to zero');
    await other.press('Record the set');
    await other.until('it has tipped back', async () => /−1\d/.test(await other.text('[aria-label="The level"]')));
    await other.until('it has come again', async () =>
      /[+−][0-2]\./.test(await other.text('[aria-label="The level"]')),
    );
    await beside.findNothingToImprove('the level');
    await other.press('End the set');
    await other.press('Hand it over');
    await chrome.press('Watch');
    expect(await chrome.text('[data-level="simulatedPhone"]')).toMatch(
      /^By the simulated phone: tilt −1[5-7]° ± 1\.\d°/,
    );
  });

  test('let go, it says so', async () => {
    await openSheet();
    await chrome.press('Let it go');
    await other.sees('This device was let go');
  });

  test('a look takes the same: the phone’s set stands with what hands measured', async () => {
    await chrome.go(`/clients/${client}/look`);
    await chrome.press('To the pictures');
    await chrome.isAt(/looks\//);
    await chrome.press('By hand');
    await chrome.press('Join a phone');
    await joinOn((await (await chrome.find(By.css('[data-code]'))).getAttribute('data-code')) ?? '');
    await other.press('A level on the pelvis');
    await other.press('Simulated phone');
    await other.press('Set to zero');
    await other.press('Record the set');
    await other.until('it has drifted', async () => /\+[4-9]\./.test(await other.text('[aria-label="The level"]')));
    await other.press('End the set');
    await other.press('Hand it over');
    expect(await chrome.text('[data-level="simulatedPhone"]')).toMatch(/tilt \+[3-9]\.\d° ± 1\.\d°/);
  });
});
