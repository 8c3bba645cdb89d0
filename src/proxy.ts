import { NextResponse } from 'next/server';
import type { NextRequest } from 'next/server';

/** Pages that are made once and kept on the tablet carry no number of their own. */
const madeOnce = /^\/floor(\/|$)/;

/** Pages that lie over the Floor in a frame of our own; the same are named in next.config.ts for older browsers. */
const framed = /^\/(clients\/[^/]+(\/look)?|looks\/[^/]+)$/;

/**
 * What a page may load and run: our own files, and of scripts in the page itself those that carry this answer's number. Styles
 * are written by the components as they draw.
 */
function policyFor(path: string, nonce: string): string {
  const inline = madeOnce.test(path) ? "'unsafe-inline'" : `'nonce-${nonce}' 'strict-dynamic'`;
  return [
    "default-src 'self'",
    `script-src 'self' ${inline}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:", // the calendar's own signs
    "media-src 'self' blob:",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    `frame-ancestors ${framed.test(path) ? "'self'" : "'none'"}`,
  ].join('; ');
}

/** An address that is no text leads nowhere, before anything tries to read it; every page says what it may load and run. */
export function proxy(request: NextRequest): NextResponse {
  const path = request.nextUrl.pathname;
  try {
    decodeURIComponent(path);
  } catch {
    return new NextResponse('This address can’t be read.', { status: 400 });
  }
  if (process.env.NODE_ENV !== 'production') return NextResponse.next(); // the development server evaluates what it reloads
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = policyFor(path, nonce);
  const headers = new Headers(request.headers);
  headers.set('content-security-policy', policy); // where the framework finds the number for its own scripts
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

export const config = { matcher: ['/((?!api/|_next/|offline/|icon).*)'] };
