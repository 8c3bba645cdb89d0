export const dynamic = 'force-dynamic';

/** The server lives; whether it can work is for /api/health to say. */
export async function GET(): Promise<Response> {
  return Response.json({ app: true }, { headers: { 'cache-control': 'no-store' } });
}
