// Letters: by the studio's own mail server (SMTP_URL, MAIL_FROM), else into files of a folder, where somebody hands them on.
import { randomUUID } from 'node:crypto';
import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import nodemailer from 'nodemailer';
import { log } from './log';

export type Letter = { readonly to: string; readonly subject: string; readonly text: string };
/** What became of it: sent, laid aside in a file because no mail server is set, or refused by the one that is. */
export type Posted = 'sent' | 'aside' | 'failed';

const patienceMs = 10_000;
const from = () => process.env.MAIL_FROM ?? 'Level Spine <level-spine@localhost>';

/** Where letters lie that nothing sends. */
export const asideFolder = (): string =>
  process.env.MAIL_FOLDER ?? path.join(process.env.SPINE_FOLDER ?? path.join(process.cwd(), '.private'), 'mail');

/** Sends a letter, or lays it aside; never throws: what was done before it stands, and she is told. */
export async function post(letter: Letter): Promise<Posted> {
  const url = process.env.SMTP_URL;
  try {
    if (url) {
      const waits = { connectionTimeout: patienceMs, greetingTimeout: patienceMs, socketTimeout: patienceMs };
      const transport = nodemailer.createTransport({ url, ...waits });
      try {
        await transport.sendMail({ from: from(), ...letter });
      } finally {
        transport.close();
      }
      return 'sent';
    }
    const written = nodemailer.createTransport({ streamTransport: true, buffer: true });
    const { message } = await written.sendMail({ from: from(), ...letter });
    await mkdir(asideFolder(), { recursive: true, mode: 0o700 });
    const name = `${new Date().toISOString().replace(/[:.]/g, '-')}-${randomUUID().slice(0, 8)}.eml`;
    await writeFile(path.join(asideFolder(), name), message.toString(), { mode: 0o600, flag: 'wx' });
    return 'aside';
  } catch (error) {
    // Whom it was for is nobody's business in a log.
    log.warn({ mail: error instanceof Error && 'code' in error ? error.code : 'not sent' });
    return 'failed';
  }
}
