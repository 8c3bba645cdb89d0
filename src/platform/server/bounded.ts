// Bodies read no further than they may be long.

/** A request's body, undefined as soon as it is longer than `most` bytes: the rest is not read. */
export async function readBounded(request: Request, most: number): Promise<Uint8Array<ArrayBuffer> | undefined> {
  if (Number(request.headers.get('content-length') ?? 0) > most) return undefined;
  const reader = request.body?.getReader();
  if (!reader) return new Uint8Array();
  const parts: Uint8Array[] = [];
  let length = 0;
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    length += value.byteLength;
    if (length > most) {
      await reader.cancel().catch(() => undefined);
      return undefined;
    }
    parts.push(value);
  }
  const whole = new Uint8Array(length);
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.byteLength;
  }
  return whole;
}
