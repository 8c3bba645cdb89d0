'use server';

import { revalidatePath } from 'next/cache';
import type { Result } from '@/core/result';
import { setContacts, signPaper, writePaperText, writeReport } from '@/data/stores/papers';
import { act } from '@/platform/server/act';
import { contactsForm, reportForm, signForm, textForm } from './form';

async function about(client: string, work: Promise<Result<null>>): Promise<Result<null>> {
  const result = await work;
  if (result.ok) revalidatePath(`/clients/${client}`, 'layout');
  return result;
}

/** Keeps what a client signed, or that she did not agree. */
export async function keepPaper(input: unknown): Promise<Result<null>> {
  return act('keepPaper', signForm, input, (who, { id, clientId, ...paper }) =>
    about(clientId, signPaper(who, clientId, paper, id)),
  );
}

export async function keepContacts(input: unknown): Promise<Result<null>> {
  return act('keepContacts', contactsForm, input, (who, { clientId, contacts, revision }) =>
    about(clientId, setContacts(who, clientId, contacts, revision)),
  );
}

export async function keepReport(input: unknown): Promise<Result<null>> {
  return act('keepReport', reportForm, input, (who, { id, clientId, stopId, report, revision }) =>
    about(clientId, writeReport(who, { id, clientId, stopId }, report, revision)),
  );
}

/** New words for a kind of paper; who signed older ones is asked anew. */
export async function keepPaperText(input: unknown): Promise<Result<null>> {
  return act('keepPaperText', textForm, input, async (who, { id, kind, words, version }) => {
    const result = await writePaperText(who, kind, words, version, id);
    if (result.ok) revalidatePath('/studio/papers');
    return result;
  });
}
