import { sendPicture } from '@/platform/server/pictures';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return sendPicture((await params).id);
}
