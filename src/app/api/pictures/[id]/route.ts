import { sendPicture } from '@/platform/server/pictures';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return sendPicture(request, (await params).id);
}
