import { sendRepertoire } from '@/features/repertoire/export';

export async function GET(request: Request): Promise<Response> {
  return sendRepertoire(request);
}
