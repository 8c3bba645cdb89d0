import { receivePiece } from '@/platform/server/films';
import { statusOf } from '@/platform/server/status';

type Params = { params: Promise<{ id: string; n: string }> };

export async function PUT(request: Request, { params }: Params): Promise<Response> {
  const { id, n } = await params;
  const result = await receivePiece(request, id, n);
  return Response.json(result, { status: result.ok ? 200 : statusOf(result.error) });
}
