// What a failure is to whoever asks a route by HTTP.
import type { Failure } from '@/core/result';

const statuses: Readonly<Record<string, number>> = {
  signedOut: 401,
  otherOrigin: 403,
  notAllowed: 403,
  tooLarge: 413,
  fileTooLarge: 413,
  unreachable: 503,
};

/** 422 for all that is wrong with what was sent. */
export const statusOf = ({ code }: Failure): number => statuses[code] ?? 422;
