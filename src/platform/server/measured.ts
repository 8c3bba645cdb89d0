// What a server tells of itself to those who watch it: counted answers, and a line of log for each that is asked for.
import { timingSafeEqual } from 'node:crypto';
import type { Result } from '@/core/result';
import { databaseAnswers } from '@/data/database';
import { metrics } from '@/data/metrics';
import { currentAsking } from './asking';
import { log } from './log';

/** Counts and times an action or a route; its name and how it went, and nothing of what was sent. */
export async function measured<T>(what: string, work: () => Promise<Result<T>>): Promise<Result<T>> {
  const from = performance.now();
  const result = await work();
  const seconds = (performance.now() - from) / 1000;
  const how = result.ok ? 'ok' : result.error.code;
  metrics().answers.inc({ what, how });
  metrics().seconds.observe({ what }, seconds);
  log.info({ what, how, ms: Math.round(seconds * 1000) });
  return result;
}

/** Who may read the figures: this machine itself, or whoever shows METRICS_TOKEN. */
async function mayRead(request: Request): Promise<boolean> {
  const wanted = process.env.METRICS_TOKEN;
  if (!wanted) return (await currentAsking()).isLocal;
  const given = Buffer.from(request.headers.get('authorization') ?? '');
  const known = Buffer.from(`Bearer ${wanted}`);
  return given.length === known.length && timingSafeEqual(given, known);
}

/** The figures as Prometheus reads them. */
export async function sendMetrics(request: Request): Promise<Response> {
  if (!(await mayRead(request))) return new Response('Not found', { status: 404 });
  const { registry, database } = metrics();
  database.set((await databaseAnswers()) ? 1 : 0);
  return new Response(await registry.metrics(), {
    headers: { 'content-type': registry.contentType, 'cache-control': 'no-store' },
  });
}
