// Headless Chromium as an instructor's hands and eyes: true window sizes, waiting by what stands on the screen.
import { mkdtempSync, rmSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { By, Key } from 'selenium-webdriver';
import type { WebElement } from 'selenium-webdriver';
import chrome from 'selenium-webdriver/chrome';

export type Size = { readonly width: number; readonly height: number };
export const desk: Size = { width: 1280, height: 800 };
export const tablet: Size = { width: 768, height: 1024 };
export const phone: Size = { width: 390, height: 844 };

/** How long something may take to stand on the screen. No measure of speed: a busy machine may lose its cores for a while. */
const patienceMs = 60_000;
const flags = [
  '--headless=new',
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--hide-scrollbars',
  '--force-color-profile=srgb',
  '--lang=en-GB',
];

export type Chrome = Awaited<ReturnType<typeof openChrome>>;

/** `camera`: a film (Y4M) that Chromium takes for a camera. */
export async function openChrome(address: string, size: Size = desk, camera?: string) {
  const profile = mkdtempSync(path.join(os.tmpdir(), 'spine-chrome-'));
  const eyes = camera
    ? [
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-video-capture=${camera}`,
      ]
    : [];
  // A certificate made here is held against its authority elsewhere (tests/house): a fresh profile trusts none.
  const locked = address.startsWith('https:') ? ['--ignore-certificate-errors'] : [];
  const options = new chrome.Options().addArguments(...flags, ...eyes, ...locked, `--user-data-dir=${profile}`);
  options.setBinaryPath('/usr/bin/chromium');
  options.setLoggingPrefs({ browser: 'SEVERE' });
  const driver = chrome.Driver.createSession(options, new chrome.ServiceBuilder('/usr/bin/chromedriver').build());
  const send = (command: string, params: object) => driver.sendDevToolsCommand(command, params);
  const resize = ({ width, height }: Size) =>
    send('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  await resize(size);

  /** Waits for what stands on the screen; where it never does, the complaint tells what stood there instead. */
  const wait = async <T>(holds: () => Promise<T>, otherwise: string): Promise<NonNullable<T>> => {
    try {
      return await (driver.wait(holds, patienceMs) as Promise<NonNullable<T>>);
    } catch (error) {
      if (!(error instanceof Error) || error.name !== 'TimeoutError') throw error;
      const shown = await driver
        .executeScript<string>(
          'return `${location.href}\n${document.body.innerText.slice(0, 1500).replace(/\\s*\\n\\s*/g, " | ")}`',
        )
        .catch(String);
      const logged = await driver
        .manage()
        .logs()
        .get('browser')
        .then(
          (all) => all.slice(-5).map(({ message }) => message),
          () => [],
        );
      throw new Error(`${otherwise}\n${error.message}\nwhat stood there: ${shown}\n${logged.join('\n')}`);
    }
  };
  const byText = (text: string, tag = '*') => By.xpath(`//${tag}[normalize-space(.)=${quote(text)}]`);
  const holding = (text: string, tag = '*') => By.xpath(`//${tag}[contains(normalize-space(.), ${quote(text)})]`);
  /** The first that fits, once it can be seen: found and judged in one breath, as React may put another in its place. */
  const find = (locator: By) =>
    wait(
      () => driver.executeScript<WebElement | null>(`${firstSeen}; return seen`, ...told(locator)),
      `nothing to be seen for ${String(locator)}`,
    );
  const read = (locator: By) =>
    wait(
      () => driver.executeScript<string>(`${firstSeen}; return seen?.innerText.trim()`, ...told(locator)),
      `nothing to be read at ${String(locator)}`,
    );
  /** A page is there to be pressed once React has taken over its markup. */
  const awake = () =>
    wait(
      () =>
        driver.executeAsyncScript<boolean>(`
      const done = arguments[0];
      const main = document.querySelector('main');
      if (!main || !Object.keys(main).some((key) => key.startsWith('__react'))) return done(false);
      requestAnimationFrame(() => requestAnimationFrame(() => done(true)));`),
      'the page never came alive',
    );
  const named = (name: string) =>
    `//*[self::button or self::a or @role='button' or @role='tab'][normalize-space(.)=${quote(name)} or @aria-label=${quote(name)}]`;
  const button = (name: string) => find(By.xpath(named(name)));
  /**
   * A press waits for what can be pressed, as a hand does. Where React puts another in its place between finding and pressing,
   * nothing was pressed: the driver says so, and the hand goes to the one that stands there now.
   */
  const pressOn = async (locator: By): Promise<void> => {
    await wait(
      async () => {
        const found = await find(locator);
        try {
          await driver.executeScript('arguments[0].scrollIntoView({block:"center"})', found);
          await found.click();
          return true;
        } catch (error) {
          if (error instanceof Error && error.name === 'StaleElementReferenceError') return false;
          throw error;
        }
      },
      `nothing to press at ${String(locator)}`,
    );
  };
  const pressAt = (locator: string) => pressOn(By.xpath(`(${locator})[not(@disabled)]`));
  const field = (label: string) =>
    find(
      By.xpath(
        `//label[normalize-space(.)=${quote(label)}]/following-sibling::*/descendant-or-self::*[self::input or self::textarea or self::button]`,
      ),
    );

  return {
    driver,
    resize,
    find,
    button,
    field,
    go: async (to: string) => {
      await driver.get(new URL(to, address).href);
      await awake();
    },
    refresh: async () => {
      await driver.navigate().refresh();
      await awake();
    },
    /** What makes the page load itself anew, and the new one alive. */
    anew: async (act: () => Promise<void>) => {
      await driver.executeScript('window.isBefore = true');
      await act();
      await wait(() => driver.executeScript<boolean>('return !window.isBefore'), 'not read anew');
      await awake();
    },
    press: (name: string) => pressAt(named(name)),
    pressOn,
    /** Opens a list of choices by its label, and takes the one with these words, else the first that holds them. */
    choose: async (label: string, option: string) => {
      const own = quote(label);
      await pressAt(
        `//*[(self::span or self::label) and normalize-space(.)=${own}]/following-sibling::button | //button[contains(@aria-label, ${own})] | //*[@aria-label=${own}]//button`,
      );
      const exact = `//*[@role='option'][normalize-space(.)=${quote(option)}]`;
      const loose = `//*[@role='option'][contains(normalize-space(.), ${quote(option)})][not(${exact})]`;
      await pressOn(By.xpath(`${exact} | ${loose}`));
      await wait(
        async () => (await driver.findElements(By.css('[role=option]'))).length === 0,
        'the list never closed',
      );
    },
    sees: (text: string, tag?: string) => find(holding(text, tag)),
    seesExactly: (text: string, tag?: string) => find(byText(text, tag)),
    has: async (locator: By) => (await driver.findElements(locator)).length > 0,
    type: async (label: string, text: string) => {
      const found = await field(label);
      await found.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE);
      await found.sendKeys(text);
    },
    text: (css: string) => read(By.css(css)),
    isAt: (pattern: RegExp) =>
      wait(async () => pattern.test(await driver.getCurrentUrl()), `not at ${String(pattern)}`),
    until: (what: string, holds: () => Promise<boolean>) => wait(holds, `never came true: ${what}`),
    /** The page as base64 PNG. */
    picture: async () =>
      (
        (await driver.sendAndGetDevToolsCommand('Page.captureScreenshot', { format: 'png' })) as unknown as {
          data: string;
        }
      ).data,
    /** What the browser complained of since it was last asked. */
    complaints: async () => (await driver.manage().logs().get('browser')).map(({ message }) => message),
    cookies: async () => (await driver.manage().getCookies()).map(({ name, value }) => `${name}=${value}`).join('; '),
    prefersDark: (dark: boolean) =>
      send('Emulation.setEmulatedMedia', {
        features: [
          { name: 'prefers-color-scheme', value: dark ? 'dark' : 'light' },
          { name: 'prefers-reduced-motion', value: 'reduce' },
        ],
      }),
    close: async () => {
      await driver.quit();
      rmSync(profile, { recursive: true, force: true });
    },
  };
}

const told = (locator: By) => {
  const { using, value } = locator as unknown as { using: string; value: string };
  return [using, value];
};

const firstSeen = `
  const [using, value] = arguments;
  const first =
    using === 'xpath'
      ? document.evaluate(value, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE).singleNodeValue
      : using === 'css selector'
        ? document.querySelector(value)
        : [...document.querySelectorAll('a')].find((one) => one.innerText.trim() === value);
  const box = first?.getBoundingClientRect();
  const seen =
    box?.width && box.height && first.checkVisibility({ checkOpacity: true, checkVisibilityCSS: true }) ? first : null`;

const quote = (text: string) => (text.includes("'") ? `concat('${text.split("'").join(`',"'",'`)}')` : `'${text}'`);

export { By, Key };
