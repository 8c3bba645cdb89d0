import { sendCalendar } from '@/features/book/feed';

export async function GET(_: Request, { params }: { params: Promise<{ token: string }> }): Promise<Response> {
  return sendCalendar((await params).token);
}
