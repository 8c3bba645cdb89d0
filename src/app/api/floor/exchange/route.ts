import { exchange } from '@/features/floor/exchange';

export async function POST(request: Request): Promise<Response> {
  return exchange(request);
}
