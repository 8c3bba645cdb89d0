import { sendMetrics } from '@/platform/server/measured';

export const dynamic = 'force-dynamic';

export async function GET(request: Request): Promise<Response> {
  return sendMetrics(request);
}
