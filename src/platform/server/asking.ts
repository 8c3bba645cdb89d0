// Where a request comes from, as far as can be told.
import Bowser from 'bowser';
import { headers } from 'next/headers';
import type { Asking } from '@/data/stores/sessions';

const isLoopback = (host: string): boolean =>
  /^(localhost|127(\.\d{1,3}){3}|::1|\[::1\]|::ffff:127(\.\d{1,3}){3})$/.test(host.trim().toLowerCase());

const nameOf = (host: string): string => host.replace(/:\d+$/, '');

/**
 * The server tells its own address in SPINE_HOST (scripts/app.mjs). Only one bound to this machine can say that a request
 * came from it; a proxy in front names who it speaks for.
 */
export async function currentAsking(): Promise<Asking> {
  const given = await headers();
  const through = (given.get('x-forwarded-for') ?? '')
    .split(',')
    .map((one) => one.trim())
    .filter(Boolean);
  const hosts = [given.get('host'), given.get('x-forwarded-host')].flatMap((host) => (host ? [nameOf(host)] : []));
  const isLocal =
    isLoopback(process.env.SPINE_HOST ?? '127.0.0.1') && through.every(isLoopback) && hosts.every(isLoopback);
  return { place: through[0] ?? 'here', isLocal, device: deviceOf(given.get('user-agent') ?? '') };
}

/** The address that people here open, for links in letters: as set, else as the page that asks was opened. */
export async function ownAddress(): Promise<string> {
  if (process.env.PUBLIC_ADDRESS) return new URL(process.env.PUBLIC_ADDRESS).origin;
  const given = await headers();
  const host = given.get('x-forwarded-host') ?? given.get('host') ?? 'localhost';
  return `${given.get('x-forwarded-proto') ?? 'http'}://${host}`;
}

/** “Chrome, macOS, tablet”, as far as the browser says so. */
function deviceOf(agent: string): string {
  if (!agent) return 'unknown';
  const known = Bowser.getParser(agent);
  const parts = [known.getBrowserName(), known.getOSName(), known.getPlatformType()];
  return parts.filter(Boolean).join(', ').slice(0, 120) || 'unknown';
}

/** Whether a request that changes something was made by a page of ours: a browser says which page asked. */
export function isOwnOrigin(request: Request): boolean {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return false;
  if (origin === null) return true; // not a browser's page: the session's cookie is then not sent by anyone's page either
  const hosts = [request.headers.get('x-forwarded-host'), request.headers.get('host')];
  return URL.canParse(origin) && hosts.includes(new URL(origin).host);
}
