// A stranger's first day, on a network: the lock, the first page, a colleague invited, passwords, a lost tablet.
import { X509Certificate } from 'node:crypto';
import { spawnSync } from 'node:child_process';
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import https from 'node:https';
import JSZip from 'jszip';
import { Secret, TOTP } from 'otpauth';
import path from 'node:path';
import { By, openChrome, phone } from './chrome';
import type { Chrome } from './chrome';
import { handsOn } from './hands';
import { openHouse, ownFolder } from './house';
import type { House } from './house';

let house: House;
let chrome: Chrome;
let hers: Chrome;
const { findNothingToImprove } = handsOn(() => chrome);
const folder = path.join(path.dirname(ownFolder), 'own');
const elsewhere = path.join(path.dirname(ownFolder), 'own-again');
const [password, other, third] = [
  'lantern gravel seven otter',
  'brass kettle under winter',
  'violet anchor maybe Thursday',
];

beforeAll(async () => {
  for (const one of [folder, elsewhere]) rmSync(one, { recursive: true, force: true });
  house = await openHouse({ HOST: '0.0.0.0', SPINE_FOLDER: folder });
  [chrome, hers] = [await openChrome(house.address), await openChrome(house.address, phone)];
});
afterAll(async () => {
  await chrome?.close();
  await hers?.close();
  await house?.end('SIGINT');
  for (const one of [folder, elsewhere]) rmSync(one, { recursive: true, force: true });
});

const plain = () => house.address.replace('https:', 'http:');

/** Asks over the lock, trusting one authority alone; how it went. */
const asked = (ca: string | undefined, headers: Readonly<Record<string, string>> = {}) =>
  new Promise<string>((resolve) => {
    const request = https.get(new URL('/sign-in', house.address), { ca, headers }, (response) => {
      response.resume();
      resolve(`${response.statusCode} ${response.headers.location ?? ''}`.trim());
    });
    request.on('error', (error: NodeJS.ErrnoException) => resolve(error.code ?? error.message));
  });

const newPassword = async (on: Chrome, text: string) => {
  await on.type('New password', text);
  await on.type('The same again', text);
};

describe('the lock', () => {
  test('plain HTTP says where to go and hands out the authority, and nothing else', async () => {
    const page = await fetch(plain());
    expect(await page.text()).toContain(`${house.address}/`);
    const file = await fetch(new URL('/authority.crt', plain()));
    const authority = new X509Certificate(Buffer.from(await file.arrayBuffer()));
    expect(house.said()).toContain(authority.fingerprint256);
    expect(await asked(authority.toString())).toBe('307 /first');
    expect(await asked(undefined)).toMatch(/UNABLE_TO_VERIFY|SELF_SIGNED/);
    for (const to of ['/api/health', '/sign-in', '/api/clients'])
      expect(await (await fetch(new URL(to, plain()))).text()).toContain(
        'This unlocked page shows nothing but the way',
      );
    expect((await fetch(new URL('/api/floor/exchange', plain()), { method: 'POST', body: '{}' })).status).toBe(405);
  });
  test('nobody says that she sits at the machine itself', async () => {
    const ca = new X509Certificate(
      Buffer.from(await (await fetch(new URL('/authority.crt', plain()))).arrayBuffer()),
    ).toString();
    const claims = { 'x-forwarded-for': '127.0.0.1', 'x-forwarded-host': 'localhost', host: 'localhost' };
    expect(await asked(ca, claims)).toBe('307 /first'); // no demo, no sign-in of it
  });
});

describe('the first day', () => {
  test('the first page makes a studio and its lead, with the code of the start command', async () => {
    await chrome.go('/');
    await chrome.isAt(/\/first$/);
    await chrome.sees('A studio of your own');
    await findNothingToImprove('first page');
    await chrome.press('Make the studio');
    await chrome.sees('A studio needs a name.');
    await chrome.type('Name of the studio', 'Weir House');
    await chrome.choose('Time zone', 'Europe/Oslo');
    await chrome.type('Your name', 'Bryn Sluice');
    await chrome.type('E-mail address', 'bryn@weir.example');
    await newPassword(chrome, 'brynsluice2026');
    await chrome.type('Code of the start command', 'aaaa-bbbb-cccc');
    await chrome.press('Make the studio');
    await chrome.sees('This is not the code');
    await chrome.type('Code of the start command', /the code (\S+)/.exec(house.said())?.[1] ?? '');
    await chrome.press('Make the studio');
    await chrome.sees('This would be guessed too soon');
    await newPassword(chrome, password);
    await chrome.press('Make the studio');
    await chrome.seesExactly('Today', 'h1');
    await chrome.sees('Nobody is on the books yet');
    await findNothingToImprove('first steps');
    const place = await chrome.driver.executeScript(
      'return [isSecureContext, Boolean(crypto.subtle), document.cookie]',
    );
    expect(place).toEqual([true, true, '']); // what locks the Floor is there; the session is no script's
    expect((await chrome.driver.manage().getCookie('spine-session'))?.secure).toBe(true);
  });
  test('a page runs no script but its own, and stands in nobody’s frame', async () => {
    const policy = async (to: string) => {
      const answer = await chrome.driver.executeAsyncScript<string>(
        `fetch(arguments[0]).then((one) => arguments[1](one.headers.get('content-security-policy')))`,
        to,
      );
      return { whole: answer, nonce: /'nonce-([^']+)'/.exec(answer)?.[1] };
    };
    const [one, two] = [await policy('/studio'), await policy('/studio')];
    expect(one.nonce).toBeTruthy();
    expect(one.nonce).not.toBe(two.nonce);
    expect(one.whole).toContain("frame-ancestors 'none'");
    expect((await policy('/clients/x/look')).whole).toContain("frame-ancestors 'self'");
    const ran = await chrome.driver.executeAsyncScript<boolean>(
      `const done = arguments[0];
       document.body.insertAdjacentHTML('beforeend', '<img src="data:," onerror="window.isForeign = true">');
       const made = document.createElement('p');
       made.innerHTML = '<svg onload="window.isForeign = true"></svg>';
       document.body.append(made);
       setTimeout(() => done(Boolean(window.isForeign)), 300);`,
    );
    expect(ran).toBe(false);
    const told = await chrome.complaints();
    expect(told.some((line) => line.includes('Content Security Policy'))).toBe(true);
    expect(told.filter((line) => !/Content Security Policy|clients\/x\/look|ERR_INVALID_URL/.test(line))).toEqual([]);
  });
  test('a colleague comes in by a link that works once', async () => {
    await chrome.go('/studio');
    await chrome.press('People');
    await chrome.press('Invite a colleague');
    await chrome.type('Name', 'Odile Sandbar');
    await findNothingToImprove('invitation');
    await chrome.press('Make the link');
    const link = new URL(await chrome.text('[data-link]'));
    await findNothingToImprove('people');
    await chrome.refresh();
    expect(await chrome.has(By.css('[data-link]'))).toBe(false); // shown once
    await chrome.sees('to come in as instructor');
    await hers.go(link.pathname);
    await hers.type('E-mail address', 'odile@weir.example');
    await newPassword(hers, other);
    await hers.press('Come in');
    await hers.seesExactly('Today', 'h1');
    await chrome.refresh();
    await chrome.find(By.css('[data-person="Odile Sandbar"]'));
    expect(await chrome.has(By.css('[aria-label="Open links"]'))).toBe(false);
    await chrome.go(link.pathname);
    await chrome.sees('This link leads nowhere');
    await findNothingToImprove('a used link');
    await hers.go('/studio/people');
    await hers.sees('A lead instructor can change these.');
    expect(await hers.has(By.xpath("//button[.='Invite a colleague']"))).toBe(false);
  });
  test('her own password is changed; a lost tablet is shut out; a forgotten password is set anew', async () => {
    await hers.go('/me');
    await hers.sees('this one');
    await hers.type('Password now', 'not this one');
    await newPassword(hers, third);
    await hers.press('Set the new password');
    await hers.sees('This is not your password.');
    await hers.type('Password now', other);
    await hers.press('Set the new password');
    await hers.sees('The new password holds.');
    await chrome.go('/me');
    await findNothingToImprove('one’s own account');
    await chrome.go('/studio/people');
    await chrome.press('Sign out Odile Sandbar everywhere');
    await chrome.press('Sign out everywhere');
    await chrome.sees('signed in nowhere');
    await hers.go('/clients');
    await hers.isAt(/sign-in/);
    await hers.type('E-mail address', 'odile@weir.example');
    await hers.type('Password', third);
    await hers.press('Sign in');
    await hers.seesExactly('Today', 'h1');
    await chrome.press('New password');
    const link = new URL(await chrome.text('[data-link]'));
    await hers.go(link.pathname);
    await newPassword(hers, other);
    await hers.press('Set it and sign in');
    await hers.seesExactly('Today', 'h1');
  });
  test('who leaves opens nothing any more, and the last lead stays', async () => {
    await chrome.choose('Role of Bryn Sluice', 'instructor');
    await chrome.sees('A studio has at least one lead');
    await chrome.press('Odile Sandbar leaves');
    await chrome.press('Let go');
    await chrome.find(By.css('[aria-label="Worked here"]'));
    await hers.go('/');
    await hers.isAt(/sign-in/);
    await hers.type('E-mail address', 'odile@weir.example');
    await hers.type('Password', other);
    await hers.press('Sign in');
    await hers.sees('That address and password do not go together.');
    expect((await chrome.complaints()).filter((line) => !line.includes('/join/'))).toEqual([]);
  });
});

describe('whom it is shown to', () => {
  let client = '';
  test('a guest reads what is shared with her for a time, and changes nothing', async () => {
    await chrome.go('/clients/new');
    await chrome.type('Name', 'Perrin Lock');
    await chrome.press('Keep client');
    await chrome.seesExactly('Perrin Lock', 'h1');
    client = new URL(await chrome.driver.getCurrentUrl()).pathname;
    await chrome.go('/studio/people');
    await chrome.press('Invite a colleague');
    await chrome.type('Name', 'Fenn Mooring');
    await chrome.choose('As', 'guest');
    await chrome.press('Make the link');
    await hers.go(new URL(await chrome.text('[data-link]')).pathname);
    await hers.sees('You join as a guest.');
    await hers.type('E-mail address', 'fenn@weir.example');
    await newPassword(hers, third);
    await hers.press('Come in');
    await hers.seesExactly('Clients', 'h1');
    await hers.sees('Nobody is shared with you');
    await hers.go(client);
    await hers.seesExactly('Not found', 'h1');
    await chrome.go(`${client}/seen-by`);
    await chrome.sees('Bryn Sluice');
    await findNothingToImprove('who sees a client');
    await chrome.press('Share');
    await chrome.find(By.css('[data-shared="Fenn Mooring"]'));
    await hers.go('/clients');
    await hers.pressOn(By.linkText('Perrin Lock'));
    await hers.seesExactly('Perrin Lock', 'h1');
    for (const name of ['Stop sign', 'Change', 'Look', 'Teach'])
      expect(await hers.has(By.xpath(`//*[self::a or self::button][normalize-space()='${name}']`))).toBe(false);
    await hers.go(`${client}/edit`);
    await hers.seesExactly('You are a guest here', 'h1');
    await chrome.press('Share with Fenn Mooring no longer');
    await chrome.sees('With nobody.');
    await hers.go('/clients');
    await hers.sees('Nobody is shared with you');
  });
  test('what she agreed to, and whom to call, are on paper and one tap away on the Floor', async () => {
    await chrome.go(`${client}/papers`);
    await findNothingToImprove('papers');
    await chrome.press('Touch: ask');
    await chrome.sees('My instructor may put a hand on me');
    await chrome.press('Agrees');
    await chrome.find(By.css('[data-paper="touch"][data-standing="agreed"]'));
    await chrome.press('Write somebody down');
    await chrome.type('Name', 'Odile Lock');
    await chrome.type('Number', 'ask the desk');
    await chrome.press('Keep');
    await chrome.sees('This is not a telephone number.');
    await chrome.type('Number', '+44 20 7946 0018');
    await chrome.press('Keep');
    await chrome.find(By.css('a[href="tel:+442079460018"]'));
    await chrome.go(`/floor?client=${client.split('/').at(-1) ?? ''}`);
    await chrome.press('Well');
    await chrome.press('Begin');
    await chrome.press('Whom to call');
    await chrome.sees('+44 20 7946 0018');
    await findNothingToImprove('whom to call');
  });
  test('a second factor: set up, asked for at every sign-in, a written code instead, and asked of everybody', async () => {
    await chrome.go('/second');
    await chrome.press('Set it up');
    const secret = Secret.fromBase32(
      (await (await chrome.find(By.css('[data-secret]'))).getAttribute('data-secret')) ?? '',
    );
    await findNothingToImprove('second factor');
    await chrome.type('The number', '000000');
    await chrome.press('Put it into force');
    await chrome.sees('This number does not fit');
    await chrome.type('The number', new TOTP({ secret }).generate());
    await chrome.press('Put it into force');
    const code = await chrome.text('[data-code]');
    await chrome.press('I have them');
    await chrome.seesExactly('Today', 'h1');
    await chrome.go('/studio/people');
    await chrome.press('a password and a second factor');
    await chrome.sees('it is set up at the next page that is opened');
    await hers.go('/clients');
    await hers.isAt(/\/second$/);
    await hers.sees('Your studio asks for a second factor');
    await chrome.press('a password');
    await chrome.sees('here has none yet.');
    await hers.go('/clients');
    await hers.isAt(/\/clients$/);
    await chrome.press('Sign out');
    await chrome.type('E-mail address', 'bryn@weir.example');
    await chrome.type('Password', password);
    await chrome.press('Sign in');
    await chrome.sees('one of the codes that you wrote down');
    await chrome.type('Second factor', 'aaaaa-bbbbb');
    await chrome.press('Sign in');
    await chrome.sees('This is none of your codes');
    await chrome.type('Second factor', code);
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    await chrome.go('/me');
    await chrome.sees('9 codes are left');
    await chrome.press('Do without');
    await chrome.type('Your password', password);
    await chrome.press('Take it away');
    await chrome.sees('a number that your phone shows');
  });
});

describe('what is the client’s', () => {
  test('everything is handed over in one file; the record tells who looked and who changed; erased, it is gone', async () => {
    await chrome.go('/clients/new');
    await chrome.type('Name', 'Ottilie Sandbank');
    await chrome.press('Keep client');
    await chrome.seesExactly('Ottilie Sandbank', 'h1');
    const at = new URL(await chrome.driver.getCurrentUrl()).pathname;
    await chrome.go(`${at}/edit`);
    await chrome.pressOn(By.linkText('What is kept of this client'));
    await chrome.sees('Hand over');
    await findNothingToImprove('what is kept');
    const bytes = await chrome.driver.executeAsyncScript<string>(
      `const done = arguments[1];
       fetch('/api' + arguments[0]).then((sent) => sent.arrayBuffer()).then((held) => {
         let text = ''; for (const one of new Uint8Array(held)) text += String.fromCharCode(one); done(btoa(text)); });`,
      at,
    );
    const zip = await JSZip.loadAsync(Buffer.from(bytes, 'base64'));
    expect(JSON.parse((await zip.file('json/client.json')?.async('text')) ?? '')).toMatchObject({
      name: 'Ottilie Sandbank',
    });
    expect((await zip.file('summary.pdf')?.async('text'))?.slice(0, 5)).toBe('%PDF-');
    await chrome.press('Who looked, who changed');
    await chrome.sees('took out everything that is kept');
    await chrome.sees('written down');
    await findNothingToImprove('the record');
    await chrome.go(`${at}/kept`);
    await chrome.press('Erase Ottilie Sandbank');
    await chrome.type('The name: Ottilie Sandbank', 'Ottilie');
    await chrome.press('Erase for good');
    await chrome.sees('This is not the client’s name');
    await findNothingToImprove('erasing');
    await chrome.type('The name: Ottilie Sandbank', 'Ottilie Sandbank');
    await chrome.press('Erase for good');
    await chrome.isAt(/\/clients$/);
    expect(await chrome.has(By.linkText('Ottilie Sandbank'))).toBe(false);
    await chrome.go('/studio/record?kind=erased');
    await chrome.sees('a client was erased');
  });
});

describe('yesterday', () => {
  const command = (name: string, args: readonly string[], at: string) => {
    const { status, stdout, stderr } = spawnSync(process.execPath, [`scripts/${name}.mjs`, ...args], {
      encoding: 'utf8',
      env: { ...process.env, SPINE_FOLDER: at, DATABASE_URL: '' },
    });
    return { status, said: stdout + stderr };
  };
  test('is written away and proven while the studio goes on, told on its page, and brought back on another machine', async () => {
    await chrome.go('/clients/new');
    await chrome.type('Name', 'Ansel Towpath');
    await chrome.press('Keep client');
    await chrome.seesExactly('Ansel Towpath', 'h1');
    const made = command('backup', [], folder);
    expect(made).toMatchObject({ status: 0 });
    expect(made.said).toContain('restored into a database of its own, and equal');
    const file =
      /\S+\.backup\.gz/.exec(made.said.split('\n').findLast((line) => line.startsWith('  /')) ?? '')?.[0] ?? '';
    await chrome.go('/studio');
    await chrome.sees('The last one that was read back and proven is from');
    await findNothingToImprove('studio');
    expect(command('restore', [file, '--replace'], folder).said).toContain('stop it first');
    await house.end('SIGINT');
    expect(command('restore', [file], folder).said).toContain('there is a studio in this database');
    const cut = `${file}.cut`;
    writeFileSync(cut, readFileSync(file).subarray(0, 900));
    expect(command('restore', [cut], elsewhere)).toMatchObject({ status: 1 });
    expect(command('restore', [file], elsewhere)).toMatchObject({ status: 0 });
    house = await openHouse({ SPINE_FOLDER: elsewhere });
    await chrome.close();
    chrome = await openChrome(house.address);
    await chrome.go('/sign-in');
    await chrome.type('E-mail address', 'bryn@weir.example');
    await chrome.type('Password', password);
    await chrome.press('Sign in');
    await chrome.seesExactly('Today', 'h1');
    await chrome.go('/clients');
    await chrome.sees('Ansel Towpath');
  });
});
