import { sendDay } from '@/features/floor/exchange';

export async function GET(request: Request): Promise<Response> {
  return sendDay(request);
}
