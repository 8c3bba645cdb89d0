import { sendStrip } from '@/features/look/strip-file';

export async function POST(request: Request): Promise<Response> {
  return sendStrip(request);
}
