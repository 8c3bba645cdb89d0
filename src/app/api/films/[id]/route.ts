import { sendFilm } from '@/platform/server/films';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return sendFilm((await params).id);
}
