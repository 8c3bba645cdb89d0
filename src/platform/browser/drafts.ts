// Marks that the server has not acknowledged yet, kept in this browser so that a closed tab loses nothing.
const prefix = 'spine-draft:';
const keyOf = (lookId: string, role: string): string => `${prefix}${lookId}:${role}`;

export function keepDraft(lookId: string, role: string, text: string): void {
  try {
    localStorage.setItem(keyOf(lookId, role), text);
  } catch {
    // a full or forbidden store: the page still holds the marks and goes on sending them
  }
}

export const forgetDraft = (lookId: string, role: string): void => localStorage.removeItem(keyOf(lookId, role));

/** What was held, as whatever it parses to; undefined when there is nothing, or nothing readable. */
export function readDraft(lookId: string, role: string): unknown {
  try {
    return JSON.parse(localStorage.getItem(keyOf(lookId, role)) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/** At sign-out nothing of the clients stays in the browser. */
export function forgetAllDrafts(): void {
  for (const key of Object.keys(localStorage)) if (key.startsWith(prefix)) localStorage.removeItem(key);
}
