import { answerDevice } from '@/features/beside/answer';

export async function POST(request: Request): Promise<Response> {
  return answerDevice(request);
}
