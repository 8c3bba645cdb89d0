import { databaseAnswers } from '@/platform/server/health';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  const database = await databaseAnswers();
  return Response.json(
    { app: true, database },
    { status: database ? 200 : 503, headers: { 'cache-control': 'no-store' } },
  );
}
