import { sendClients } from '@/features/client/export';

export async function GET(): Promise<Response> {
  return sendClients();
}
