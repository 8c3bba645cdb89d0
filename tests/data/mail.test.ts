// Letters: by a mail server of ours, laid aside where none is set, told where one refuses.
import { mkdtempSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { SMTPServer } from 'smtp-server';
import { post } from '@/platform/server/mail';

const letter = {
  to: 'odile@quay.example',
  subject: 'Level Spine, Weir House',
  text: 'This link lets you in:\n\nhttp://x/join/a',
};
const before = { ...process.env };
afterEach(() => {
  process.env = { ...before };
});

/** A mail server that keeps what comes, or refuses whom it is for. */
async function mailServer(refuses = false) {
  const came: { to: string[]; text: string }[] = [];
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['STARTTLS'],
    onRcptTo: (_, __, done) => done(refuses ? new Error('550 nobody here') : null),
    onData(stream, session, done) {
      let text = '';
      stream.on('data', (part: Buffer) => (text += part.toString()));
      stream.on('end', () => {
        came.push({ to: session.envelope.rcptTo.map(({ address }) => address), text });
        done();
      });
    },
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.server.address();
  const port = typeof address === 'object' && address ? address.port : 0;
  return {
    came,
    url: `smtp://127.0.0.1:${port}`,
    close: () => new Promise<void>((resolve) => server.close(() => resolve())),
  };
}

test('where a mail server is set, the letter comes to whom it is for, whole', async () => {
  const server = await mailServer();
  process.env.SMTP_URL = server.url;
  expect(await post(letter)).toBe('sent');
  await server.close();
  expect(server.came.map(({ to }) => to)).toEqual([['odile@quay.example']]);
  expect(server.came[0]?.text).toContain('http://x/join/a');
  expect(server.came[0]?.text).toContain('Subject: Level Spine, Weir House');
});

test('a server that refuses, or is not there, is told, and nothing is thrown', async () => {
  const server = await mailServer(true);
  process.env.SMTP_URL = server.url;
  expect(await post(letter)).toBe('failed');
  await server.close();
  expect(await post(letter)).toBe('failed');
});

test('where none is set, the letter lies in a folder that only its owner reads; a line in an address makes no second one', async () => {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'spine-mail-'));
  delete process.env.SMTP_URL;
  process.env.MAIL_FOLDER = path.join(folder, 'mail');
  expect(await post(letter)).toBe('aside');
  await post({ ...letter, to: 'odile@quay.example\r\nBcc: all@quay.example' });
  const files = readdirSync(process.env.MAIL_FOLDER).map((name) => path.join(folder, 'mail', name));
  expect(files.length).toBeGreaterThan(0);
  for (const file of files) {
    expect(statSync(file).mode & 0o077).toBe(0);
    expect(readFileSync(file, 'utf8')).not.toMatch(/^Bcc:/im);
  }
  rmSync(folder, { recursive: true });
});
