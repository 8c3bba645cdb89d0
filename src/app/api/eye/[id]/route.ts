import { sendPhoto } from '@/platform/server/pictures';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return sendPhoto(request, (await params).id);
}
