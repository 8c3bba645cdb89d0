// A device beside: on the instructor's own, the code and what is heard; on the other, what is to be watched and what is said.
import { v7 as newId } from 'uuid';
import * as v from 'valibot';
import { isRecord } from '@/core/keyed';
import { isWants } from '@/core/knowledge/beside-wants';
import type { BesideWants } from '@/core/knowledge/beside-wants';
import { besideMessage } from '@/core/progression/beside';
import type { BesideMessage } from '@/core/progression/beside';

const patienceMs = 8000;
const hearEveryMs = 900;
const readEveryMs = 1500;

type Answer =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly code: string; readonly message: string };

/** What the server answers; undefined where it doesn't. */
async function ask(address: string, body: object): Promise<Answer | undefined> {
  try {
    const response = await fetch(address, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(patienceMs),
    });
    const answer: unknown = await response.json();
    if (!isRecord(answer)) return undefined;
    if (answer.ok === true) return { ok: true, value: answer.value };
    const error = isRecord(answer.error) ? answer.error : {};
    return { ok: false, code: String(error.code ?? ''), message: String(error.message ?? '') };
  } catch {
    return undefined;
  }
}

abstract class Told<State> {
  protected abstract state: State;
  private readonly listeners = new Set<() => void>();
  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly now = (): State => this.state;
  protected set(change: Partial<State>): void {
    this.state = { ...this.state, ...change };
    for (const listener of this.listeners) listener();
  }
}

export type OwnerState = {
  readonly code?: string;
  readonly joined: boolean;
  readonly trouble?: string;
};

export type OnSaid = (body: BesideMessage, agoMs: number) => void;

const heard = v.object({
  joined: v.boolean(),
  said: v.array(v.object({ n: v.number(), agoMs: v.number(), body: v.unknown() })),
});

/** The instructor's side of one link. */
export class BesideOwner extends Told<OwnerState> {
  protected state: OwnerState = { joined: false };
  private readonly id = newId();
  private after = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isOver = false;

  constructor(private readonly onSaid: OnSaid) {
    super();
  }

  /** A new code; whoever had joined by the last is let go. */
  async open(wants: BesideWants): Promise<void> {
    const answer = await ask('/api/beside/link', { do: 'open', id: this.id, wants });
    if (this.isOver) return;
    const code = answer?.ok && isRecord(answer.value) ? answer.value.code : undefined;
    if (typeof code !== 'string')
      return this.set({
        trouble: answer && !answer.ok ? answer.message : 'No answer from the studio’s server. Try again.',
      });
    this.state = { joined: false, code };
    this.set({});
    this.listen();
  }

  async tell(wants: BesideWants): Promise<void> {
    if (this.state.code) await ask('/api/beside/link', { do: 'wants', id: this.id, wants });
  }

  close(): void {
    this.isOver = true;
    clearTimeout(this.timer);
    if (this.state.code) void ask('/api/beside/link', { do: 'close', id: this.id });
  }

  private listen(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.hear(), hearEveryMs);
  }

  private async hear(): Promise<void> {
    const answer = await ask('/api/beside/link', { do: 'hear', id: this.id, after: this.after });
    if (this.isOver) return;
    if (answer?.ok) {
      const told = v.safeParse(heard, answer.value);
      if (told.success) this.take(told.output);
    } else if (answer) this.set({ trouble: answer.message });
    this.listen();
  }

  private take({ joined, said }: v.InferOutput<typeof heard>): void {
    const { trouble: _, ...rest } = this.state;
    this.state = { ...rest, joined };
    this.set({});
    for (const { n, agoMs, body } of said) {
      if (n <= this.after) continue;
      this.after = n;
      const message = v.safeParse(besideMessage, body);
      if (message.success) this.onSaid(message.output, agoMs);
    }
  }
}

export type DeviceState = {
  readonly stage: 'code' | 'joining' | 'joined' | 'letGo';
  readonly wants?: BesideWants;
  readonly trouble?: string;
  /** Said, and not with the server yet. */
  readonly waiting: number;
  readonly isOffline: boolean;
};

/** The joined device's side. */
export class BesideDevice extends Told<DeviceState> {
  protected state: DeviceState = { stage: 'code', waiting: 0, isOffline: false };
  private readonly token = `${newId()}${newId()}`;
  private readonly queue: { readonly id: string; readonly body: BesideMessage; readonly saidAt: number }[] = [];
  private timer: ReturnType<typeof setTimeout> | undefined;
  private isSending = false;
  private isOver = false;

  async join(code: string): Promise<void> {
    this.state = { stage: 'joining', waiting: 0, isOffline: false };
    this.set({});
    const answer = await ask('/api/beside', { do: 'join', code, token: this.token });
    if (this.isOver) return;
    if (answer?.ok && this.takeWants(answer.value)) return this.again();
    this.set({
      stage: 'code',
      trouble: answer && !answer.ok ? answer.message : 'No answer from the studio’s server. Try again.',
    });
  }

  private takeWants(value: unknown): boolean {
    const wants = isRecord(value) ? value.wants : undefined;
    if (!isWants(wants)) return false;
    const isSame = JSON.stringify(wants) === JSON.stringify(this.state.wants);
    if (!isSame || this.state.stage !== 'joined' || this.state.isOffline)
      this.set({ stage: 'joined', isOffline: false, ...(isSame ? {} : { wants }) });
    return true;
  }

  /** Kept until the server has it; said again as often as it takes. */
  say(body: BesideMessage): void {
    this.queue.push({ id: newId(), body, saidAt: Date.now() });
    this.set({ waiting: this.queue.length });
    void this.send();
  }

  close(): void {
    this.isOver = true;
    clearTimeout(this.timer);
  }

  private again(): void {
    clearTimeout(this.timer);
    if (!this.isOver && this.state.stage === 'joined') this.timer = setTimeout(() => void this.read(), readEveryMs);
  }

  private async read(): Promise<void> {
    await this.send();
    const answer = await ask('/api/beside', { do: 'read', token: this.token });
    if (this.isOver) return;
    this.heed(answer);
    if (answer?.ok) this.takeWants(answer.value);
    this.again();
  }

  /** What an answer says of the line: none, or that this device was let go. */
  private heed(answer: Answer | undefined): void {
    if (!answer) this.set({ isOffline: true });
    else if (!answer.ok && answer.code === 'letGo') this.set({ stage: 'letGo', trouble: answer.message });
  }

  private async send(): Promise<void> {
    if (this.isSending) return;
    this.isSending = true;
    for (let next = this.queue[0]; next; next = this.queue[0]) {
      const { id, body, saidAt } = next;
      const agoMs = Math.min(3_600_000, Math.max(0, Date.now() - saidAt));
      const answer = await ask('/api/beside', { do: 'say', token: this.token, id, body, agoMs });
      this.heed(answer);
      if (!answer || (!answer.ok && answer.code === 'letGo')) break;
      this.queue.shift(); // taken, or never will be
      this.set({ waiting: this.queue.length, isOffline: false });
    }
    this.isSending = false;
  }
}
