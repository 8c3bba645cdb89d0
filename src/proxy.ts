import { NextResponse } from 'next/server';
import type { NextRequest } from 'next/server';

/** An address that is no text leads nowhere, before anything tries to read it. */
export function proxy(request: NextRequest): NextResponse {
  try {
    decodeURIComponent(request.nextUrl.pathname);
    return NextResponse.next();
  } catch {
    return new NextResponse('This address can’t be read.', { status: 400 });
  }
}

export const config = { matcher: ['/((?!api/|_next/|offline/|icon).*)'] };
