import { receivePicture } from '@/platform/server/pictures';
import { statusOf } from '@/platform/server/status';

export async function POST(request: Request): Promise<Response> {
  const result = await receivePicture(request);
  return Response.json(result, { status: result.ok ? 200 : statusOf(result.error) });
}
