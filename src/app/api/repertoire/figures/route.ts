import { sendFigures } from '@/features/repertoire/figures';

export async function GET(request: Request): Promise<Response> {
  return sendFigures(request);
}
