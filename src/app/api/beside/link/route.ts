import { answerOwner } from '@/features/beside/answer';

export async function POST(request: Request): Promise<Response> {
  return answerOwner(request);
}
