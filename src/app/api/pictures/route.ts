import { receivePicture } from '@/platform/server/pictures';

export async function POST(request: Request): Promise<Response> {
  const result = await receivePicture(request);
  return Response.json(result, { status: result.ok ? 200 : 422 });
}
