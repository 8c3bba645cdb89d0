import { sendWhole } from '@/features/client/whole';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  return sendWhole((await params).id);
}
