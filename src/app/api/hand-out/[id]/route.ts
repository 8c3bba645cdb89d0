import { sendHandOut } from '@/features/hand-out/files';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return sendHandOut(request, (await params).id);
}
