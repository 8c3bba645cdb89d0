// One instructor's way through the house, on real input, in a real browser; and what happens when things go wrong on it.
import { spawnSync } from 'node:child_process';
import { connect, createServer } from 'node:net';
import path from 'node:path';
import sharp from 'sharp';
import { renderPicture } from '@/data/demo/render';
import { demoSignIn } from '@/data/demo/world';
import { By, Key, openChrome, phone, tablet } from './chrome';
import type { Chrome } from './chrome';
import { databasePid, databasePort, databaseUrl, openHouse } from './house';
import type { House } from './house';
import { file, handsOn, number, setUp, top, better } from './hands';
import { layMarks, markAt, nudgeTo, takeDemoPicture, truthOf, wantedMarks } from './marking';

let house: House;
let chrome: Chrome;
let clientPage = '';
let openLook = '';

const { signIn, send, allKept, cell, complaintsBut, findNothingToImprove } = handsOn(() => chrome);

beforeAll(async () => {
  house = await openHouse();
  chrome = await openChrome(house.address);
});
afterAll(async () => {
  await chrome?.close();
  await house?.end('SIGINT');
});

describe('signing in', () => {
  test('the demo instructor’s sign-in is shown, and a wrong password says the same as an unknown address', async () => {
    await chrome.go('/');
    await chrome.isAt(/sign-in$/);
    await chrome.sees(demoSignIn.email, 'strong');
    await findNothingToImprove('sign-in');
    await signIn('not-the-password');
    await chrome.sees('That address and password do not go together.');
    await chrome.type('E-mail address', 'nobody@boathouse.example');
    await chrome.press('Sign in');
    await chrome.sees('That address and password do not go together.');
  });
  test('fields say what is wrong under themselves, and keep what was typed', async () => {
    await chrome.type('E-mail address', 'not an address');
    await chrome.press('Sign in');
    await chrome.sees('This is not an e-mail address.');
    expect(await (await chrome.field('E-mail address')).getAttribute('value')).toBe('not an address');
  });
  test('the right one leads to Today', async () => {
    await signIn();
    await chrome.isAt(/\/$/);
    await chrome.seesExactly('Today', 'h1');
    await findNothingToImprove('today');
  });
});

describe('from a picture of a leg float to a dose, kept', () => {
  let lookPage = '';

  test('Today lists the day’s clients with cautions and what to watch; one opens', async () => {
    const rows = await chrome.driver.findElements(By.css('[data-client]'));
    expect(rows.length).toBeGreaterThanOrEqual(5);
    const maren = await chrome.text('[data-client="Maren Tolleck"]');
    expect(maren).toContain('neck pain or neck surgery');
    expect(maren).toContain('the chin lifting');
    await chrome.pressOn(By.linkText('Maren Tolleck'));
    await chrome.seesExactly('Maren Tolleck', 'h1');
    clientPage = await chrome.driver.getCurrentUrl();
    await chrome.sees('physician or physiotherapist and local rules of practice come first');
    await chrome.seesExactly('Own neutral', 'h2');
    expect(await chrome.text('[data-standing="march"]')).toContain('To tabletop');
    await findNothingToImprove('client');
    await chrome.pressOn(By.linkText('Ladders'));
    expect(await chrome.text('ol[aria-label="March: levels"] [aria-current]')).toContain('To tabletop');
  });

  test('she picks leg float from the side and takes a demo picture for the set-up', async () => {
    await chrome.press('Look');
    await chrome.isAt(/clients\/.*\/look$/);
    await findNothingToImprove('before the bench');
    await chrome.press('To the pictures');
    await chrome.isAt(/looks\//);
    lookPage = await chrome.driver.getCurrentUrl();
    await takeDemoPicture(chrome, setUp);
    await layMarks(chrome, wantedMarks(truthOf(setUp), { lines: true }), ['ASIS', 'PS']);
    expect(await cell('pelvicTilt', 1)).toMatch(/°$/);
    await chrome.type('Known length in mm', '1000');
    expect(await chrome.text('tr[data-measure="pelvicTilt"] .error')).toMatch(/± [5-8]\.\d°/); // absolute tilt is blunt
    expect(await chrome.text('[data-block="pelvis"]')).toContain('own neutral');
    await findNothingToImprove('bench');
  });

  test('arrows move a mark by one pixel, with Shift by ten; undo takes it back; a loupe shows the spot', async () => {
    const before = await markAt(chrome, 'CH');
    if (!before) throw new Error('no chin');
    await nudgeTo(chrome, 'CH', [before[0] + 1, before[1]]);
    expect(await markAt(chrome, 'CH')).toEqual([before[0] + 1, before[1]]);
    const canvas = await chrome.find(By.css('svg.sheet'));
    await canvas.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_DOWN));
    expect(await markAt(chrome, 'CH')).toEqual([before[0] + 1, before[1] + 10]);
    await chrome.find(By.css('.loupe'));
    await canvas.sendKeys(Key.chord(Key.CONTROL, 'z'));
    await canvas.sendKeys(Key.chord(Key.CONTROL, 'z'));
    expect(await markAt(chrome, 'CH')).toEqual(before);
  });

  test('at the top, the figures come out within their error of the truth that the picture was drawn with', async () => {
    await chrome.press('Now the top');
    await takeDemoPicture(chrome, top);
    await layMarks(chrome, wantedMarks(truthOf(top), { lines: false }), ['ASIS', 'PS']);
    const [drift, flare] = [number(await cell('pelvicTilt', 1)), number(await cell('ribFlare', 1))];
    expect(Math.abs(drift - 11)).toBeLessThan(2); // 13° at the top less 2° at rest; ± 1.6°
    expect(Math.abs(flare - 7)).toBeLessThan(2);
    expect(number(await cell('legElevation', 2))).toBeCloseTo(90, -1);
    // 6° beyond, of which some 2° are error over half a tolerance: by hand marks that is slight.
    expect(await chrome.text('[data-block="pelvis"]')).toMatch(/slight: an arch/);
  });

  test('the screen’s figures are the shell’s figures', async () => {
    const landmarks: Record<string, unknown> = {};
    for (const mark of ['ASIS', 'PS', 'SN', 'LR', 'GT', 'LK', 'LM', 'FH', 'CH'])
      landmarks[mark] = await markAt(chrome, mark);
    const matLine = [await markAt(chrome, 'mat1'), await markAt(chrome, 'mat2')];
    const scale = { points: [await markAt(chrome, 'known1'), await markAt(chrome, 'known2')], mm: 1000 };
    const { status, stdout } = spawnSync('npm', ['run', '-s', 'core', '--', 'measure'], {
      cwd: path.resolve(__dirname, '../..'),
      encoding: 'utf8',
      input: JSON.stringify({ position: 'supine', view: 'side', headEnd: 'left', matLine, scale, landmarks }),
    });
    expect(status).toBe(0);
    const { measures } = JSON.parse(stdout);
    expect(number(await cell('pelvicTilt', 2))).toBeCloseTo(measures.pelvicTilt.value, 0);
    expect(number(await chrome.text('tr[data-measure="pelvicTilt"] td:nth-of-type(2) .error'))).toBeCloseTo(
      measures.pelvicTilt.seBetween,
      1,
    );
    expect(number(await cell('tabletopError', 2))).toBeCloseTo(measures.tabletopError.value, 1);
  });

  test('findings name the arch first, with probability, target, whose it is, and why', async () => {
    await chrome.press('See findings');
    const worst = await chrome.text('li[data-verdict="out"]');
    expect(worst).toMatch(/an arch/);
    expect(worst).toMatch(/−5…\+5° \(Even keel: neutral/);
    expect(worst).toMatch(/% sure/);
    await findNothingToImprove('findings');
  });

  test('corrections: two cues, a prop with its placement, a change and a step back; she picks one', async () => {
    const kinds = await Promise.all(
      (await chrome.driver.findElements(By.css('[data-kind]'))).map((one) => one.getAttribute('data-kind')),
    );
    expect(kinds.filter((kind) => kind === 'verbal' || kind === 'image').length).toBeGreaterThanOrEqual(2);
    expect(kinds).toEqual(expect.arrayContaining(['prop', 'modification', 'stepBack']));
    expect(await chrome.text('[data-kind="prop"]')).toContain('under the low back');
    await (await chrome.sees('Breathe out first, then let the knee come.', 'span')).click();
    await chrome.press('Retest with this');
  });

  test('the retest is better by more than the least real change, before and after side by side', async () => {
    await takeDemoPicture(chrome, better);
    await layMarks(chrome, wantedMarks(truthOf(better), { lines: false }), ['ASIS', 'PS']);
    expect(await chrome.text('[data-verdict="better"]')).toMatch(/Better[\s\S]*least real change/);
    await chrome.find(By.css('[aria-label^="Before: levels"]'));
    await chrome.find(By.css('[aria-label^="After: levels"]'));
    await findNothingToImprove('retest');
  });

  test('leaving and coming back, every mark is where it was', async () => {
    await allKept();
    const before = await markAt(chrome, 'LR');
    await chrome.go(lookPage);
    await chrome.press('4Retest');
    expect(await markAt(chrome, 'LR')).toEqual(before);
  });

  test('the dose is computed as typed: 5 of 16 s each side make 165 s; nonsense is told under its field', async () => {
    await chrome.press('5Dose');
    await chrome.type('Repetitions', 'lots');
    await chrome.sees('Type a number, 1 to 100.');
    await chrome.type('Repetitions', '5');
    await chrome.type('Breath', 'in 4 ready, out 4 lift, in 4 stay, out 4 lower');
    await chrome.until('165 s', async () => (await chrome.text('[data-time="set"]')) === '2 min 45 s');
    expect(await chrome.text('[data-time="work"]')).toBe('5 min 30 s');
    expect(await chrome.text('[data-time="breaths"]')).toBe('7.5');
    await chrome.press('3Findings');
    await chrome.press('5Dose');
    expect(await (await chrome.field('Repetitions')).getAttribute('value')).toBe('5'); // looking elsewhere loses nothing typed
    await findNothingToImprove('dose');
    await chrome.press('Keep look and dose');
    await chrome.isAt(/clients\//);
  });

  test('the client’s page shows the observation: picture, finding, correction and its result, dose', async () => {
    await chrome.sees('2 min 45 s a set');
    const look = await chrome.text('[data-look]');
    expect(look).toMatch(/an arch/);
    expect(look).toContain('Breathe out first, then let the knee come.');
    expect(look).toMatch(/better/);
    expect(look).toMatch(/5 each side; in 4 ready, out 4 lift, in 4 stay, out 4 lower/);
    const loaded = await chrome.driver.executeAsyncScript(
      'const done = arguments[0]; fetch(document.querySelector("[data-look] image").getAttribute("href")).then((r) => done(r.headers.get("content-type")))',
    );
    expect(loaded).toBe('image/webp');
    await chrome.go(lookPage); // a kept look is closed: its address leads to the client
    await chrome.isAt(/clients\/.*#history$/);
  });

  test('stopped with Ctrl-C and started again, all is there; so it is after a kill', async () => {
    for (const signal of ['SIGINT', 'SIGKILL'] as const) {
      const code = await house.end(signal);
      if (signal === 'SIGINT') expect([code, house.said()]).toEqual([0, expect.stringContaining('everything is kept')]);
      house = await openHouse();
      await chrome.refresh();
      await chrome.sees('2 min 45 s a set');
      expect(await chrome.text('[data-look]')).toContain('5 each side');
    }
    expect(await complaintsBut(/Failed to load resource|ERR_CONNECTION/)).toEqual([]);
  });
});

describe('her own picture', () => {
  test('is turned upright by its EXIF, measured in its own pixels, and wrong marks are named', async () => {
    await chrome.go('/');
    await chrome.pressOn(By.css('a[aria-label="Look at Tamsin Eddystrom"]'));
    await chrome.press('To the pictures');
    await chrome.isAt(/looks\//);
    openLook = await chrome.driver.getCurrentUrl();
    const truth = truthOf(top);
    const photo = await sharp(await renderPicture(truth.svg, 5))
      .rotate(-90)
      .jpeg({ quality: 90 })
      .withMetadata({ orientation: 6 })
      .toBuffer();
    await send(file('my own.jpg', photo));
    await chrome.sees('my own.jpg · 2400 × 1200 px');
    await layMarks(chrome, wantedMarks(truth, { lines: true }), ['ASIS', 'PS']);
    expect(Math.abs(number(await cell('pelvicTilt', 1)) - 13)).toBeLessThan(3);
    await chrome.sees('millimetres and the error between set-ups are not known'); // the length is not typed yet
    const ps = await markAt(chrome, 'PS');
    await nudgeTo(chrome, 'ASIS', ps ?? [0, 0]);
    await chrome.sees('ASIS lies on top of PS');
    expect(await chrome.text('button[data-wrong]')).toContain('ASIS');
    const canvas = await chrome.find(By.css('svg.sheet'));
    await canvas.sendKeys(...Array.from({ length: 12 }, () => Key.chord(Key.SHIFT, Key.ARROW_RIGHT)));
    await chrome.sees('look swapped');
    await canvas.sendKeys(Key.DELETE);
    await chrome.sees('needs ASIS');
  });
  test('a mat line without length is told, and the picture stays', async () => {
    const one = await markAt(chrome, 'mat1');
    await nudgeTo(chrome, 'mat2', one ?? [0, 0]);
    await chrome.sees('The mat line has no length');
    await chrome.find(By.css('svg.sheet'));
  });
  test('what is not a picture, or has 81 megapixels, is refused where it was sent; the picture that was there stays', async () => {
    await chrome.press('Another picture');
    await send(file('letter.png', 'Dear studio, this is no picture.'));
    await chrome.sees('not a picture that can be read');
    await send(
      file(
        'poster.png',
        await sharp({ create: { width: 9000, height: 9000, channels: 3, background: '#456' } })
          .png()
          .toBuffer(),
      ),
    );
    await chrome.sees('81 megapixels');
    await chrome.press('Keep the picture that is here');
    expect(await markAt(chrome, 'CH')).toBeDefined();
  });
  test('marks set while the server is away reach it when it is back', async () => {
    await allKept();
    const { port } = new URL(house.address);
    await house.end('SIGKILL');
    process.kill(databasePid(), 'SIGKILL');
    await nudgeTo(chrome, 'CH', [(await markAt(chrome, 'CH'))?.[0] ?? 0, ((await markAt(chrome, 'CH'))?.[1] ?? 0) + 7]);
    const moved = await markAt(chrome, 'CH');
    await chrome.find(By.css('[data-keeping="waiting"]'));
    house = await openHouse({ PORT: port });
    expect(house.address).toContain(port); // what the kill left behind gave its port back
    await allKept();
    await chrome.refresh();
    expect(await markAt(chrome, 'CH')).toEqual(moved);
    await chrome.complaints();
  });
});

describe('clients', () => {
  test('one is written down: mistakes are told at their fields, nothing typed is lost, and she is kept', async () => {
    await chrome.go('/clients/new');
    await chrome.type('Name', 'Wilmot Sluice the Very Long-Named of Lower Sallow Reach and Ferry');
    await chrome.type('Height, cm', '17');
    await chrome.type('Year of birth', 'long ago');
    await chrome.press('Keep client');
    await chrome.sees('Type a number from 60 to 250 cm.');
    await chrome.sees('Type a number, 1900 to');
    expect(await (await chrome.field('Name')).getAttribute('value')).toContain('Wilmot');
    await chrome.type('Height, cm', '172,5');
    await chrome.type('Year of birth', '1990');
    await (await chrome.sees('pregnancy', 'label')).click();
    await findNothingToImprove('new client');
    await chrome.press('Keep client');
    await chrome.sees('Wilmot Sluice', 'h1');
    await chrome.sees('born 1990 · 173 cm');
    await chrome.sees('no lying flat for long');
    await chrome.sees('On no ladder yet');
    await chrome.pressOn(By.linkText('Looks'));
    await chrome.sees('No look yet.');
    await chrome.go('/clients?find=sluice');
    await findNothingToImprove('clients');
    expect((await chrome.driver.findElements(By.css('ul[aria-label="Clients"] li'))).length).toBe(1);
    await chrome.go('/clients?find=nobody-at-all');
    await chrome.sees('Nobody called “nobody-at-all”');
  });
  test.each(['/clients/01a1ff8b-0000-7000-8000-000000000000', '/looks/not-even-an-id', '/nowhere'])(
    '%s is not found',
    async (address) => {
      await chrome.go(address);
      await chrome.seesExactly('Not found', 'h1');
      await chrome.complaints();
    },
  );
  test.each([
    ['an upright tablet', tablet],
    ['a phone', phone],
  ])('on %s and in the dark nothing runs out of the page', async (_, size) => {
    await chrome.resize(size);
    await chrome.prefersDark(true);
    for (const address of ['/', '/clients', '/clients/new', clientPage, `${clientPage}?part=looks`, openLook]) {
      await chrome.go(address);
      const overflow = await chrome.driver.executeScript('return document.documentElement.scrollWidth - innerWidth');
      expect([address, overflow]).toEqual([address, 0]);
      await findNothingToImprove(`${address} in the dark`);
    }
    await chrome.resize({ width: 1280, height: 800 });
    await chrome.prefersDark(false);
  });
});

describe('when things are in the way', () => {
  test('a database that stops while running: a page says so, and goes on by itself', async () => {
    await chrome.go('/clients');
    process.kill(databasePid(), 'SIGSTOP');
    try {
      await chrome.driver.navigate().refresh();
      await chrome.sees('The studio’s records can’t be reached');
    } finally {
      process.kill(databasePid(), 'SIGCONT');
    }
    await chrome.seesExactly('Clients', 'h1');
    await chrome.complaints();
  });
  test('a taken port: the next free one, said aloud; two at once share the database', async () => {
    const { port } = new URL(house.address);
    const second = await openHouse({ PORT: port });
    expect(second.said()).toContain(`port ${port} is taken; using`);
    expect(second.said()).toContain('already running, shared');
    expect((await fetch(`${second.address}/api/health`)).status).toBe(200);
    await second.end('SIGINT');
    expect((await fetch(`${house.address}/api/health`)).status).toBe(200);
  });
  test('a database that is down at the start: the address is served and says so, and goes on when it comes up', async () => {
    const port = await freeOne();
    const own = await openHouse({ PORT: '3290', DATABASE_URL: databaseUrl(port) });
    expect(own.said()).toContain('tried again every 5 seconds');
    expect((await fetch(`${own.address}/api/health`)).status).toBe(503);
    await chrome.driver.get(own.address);
    await chrome.sees('The studio’s records can’t be reached');
    const link = createServer((socket) => {
      const onward = connect(databasePort(), '127.0.0.1');
      for (const [end, other] of [
        [socket, onward],
        [onward, socket],
      ] as const)
        end.on('error', () => undefined).on('close', () => other.destroy());
      socket.pipe(onward).pipe(socket);
    }).listen(port, '127.0.0.1');
    await chrome.seesExactly('Today', 'h1'); // still signed in, and nobody pressed anything
    await chrome.until('the tables are prepared', async () => own.said().includes('database: prepared'));
    await own.end('SIGINT');
    link.close();
    await chrome.complaints();
  });
  test('signing out ends the session, and leaves nothing of the clients in the browser', async () => {
    const cookies = await chrome.cookies();
    await chrome.go('/');
    await chrome.press('Sign out');
    await chrome.isAt(/sign-in$/);
    expect(await chrome.driver.executeScript('return Object.keys(localStorage)')).toEqual([]); // shelves: see the Floor's tests
    const again = await fetch(`${house.address}/clients`, { headers: { cookie: cookies }, redirect: 'manual' });
    expect(again.status).toBe(307);
    expect(again.headers.get('location')).toContain('/sign-in');
  });
});

const freeOne = () =>
  new Promise<number>((resolve) => {
    const server = createServer().listen(0, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : 0));
    });
  });
