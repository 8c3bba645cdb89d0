// What the browser tests do again and again: sign in, send a picture, read a figure, ask what could be improved.
import AxeBuilder from '@axe-core/webdriverjs';
import { mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { demoSignIn } from '@/data/demo/world';
import { By, openChrome } from './chrome';
import type { Chrome } from './chrome';
import { openHouse } from './house';
import type { House } from './house';

export const setUp = 'Leg float · set-up';
export const top = 'Leg float · top, uncorrected';
export const better = 'Leg float · top, after “breathe out first”';

const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-pictures-'));

/** A file on disk to choose from. */
export function file(name: string, content: Buffer | string): string {
  const at = path.join(folder, name);
  writeFileSync(at, content);
  return at;
}

export const number = (text: string): number => Number(text.replace('−', '-').replace(/[^\d.+-]/g, ''));

/** Hands on whichever browser is open when they are used. */
export function handsOn(chrome: () => Chrome) {
  return {
    signIn: async (password: string = demoSignIn.password) => {
      await chrome().go('/sign-in');
      await chrome().type('E-mail address', demoSignIn.email);
      await chrome().type('Password', password);
      await chrome().press('Sign in');
    },
    send: async (at: string) => (await chrome().driver.findElement(By.css('input[type=file]'))).sendKeys(at),
    allKept: () => chrome().find(By.css('[data-keeping="kept"]')),
    cell: (measure: string, column: number) =>
      chrome().text(`tr[data-measure="${measure}"] td:nth-of-type(${column}) .numeral`),
    complaintsBut: async (...expected: RegExp[]) =>
      (await chrome().complaints()).filter((line) => !expected.some((one) => one.test(line))),
    findNothingToImprove: async (where: string) => {
      const { violations } = await new AxeBuilder(chrome().driver)
        .setLegacyMode() // our pages hold no frames of others
        .options({ resultTypes: ['violations'] })
        .analyze();
      expect(violations.map(({ id, nodes }) => `${where}: ${id} at ${nodes[0]?.target.join(' ')}`)).toEqual([]);
    },
  };
}

/** A house and a browser for a file of tests, signed in before the first of them. */
export function atHome(onOpen: (house: House, chrome: Chrome) => void): void {
  let house: House | undefined;
  let chrome: Chrome | undefined;
  beforeAll(async () => {
    house = await openHouse();
    const opened = await openChrome(house.address);
    chrome = opened;
    await handsOn(() => opened).signIn();
    await opened.seesExactly('Today', 'h1');
    onOpen(house, opened);
  });
  afterAll(async () => {
    await chrome?.close();
    await house?.end('SIGINT');
  });
}
