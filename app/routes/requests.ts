import { data, redirect } from 'react-router';
import type { z } from 'zod';
import type { Store } from '../../server/store/database.ts';
import { Problem } from '../../server/problem.ts';
import { runtime, type Runtime } from '../../server/work/runtime.ts';
import { codebase, type Codebase } from '../../server/store/codebases.ts';
import type { Answer, Given, Part, ViewName } from '../../server/views/table.ts';

/** Turns a problem into a response that says it in one sentence. */
export function answering<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    const told = error.nearest === null ? error.message : { message: error.message, nearest: error.nearest };
    throw data(told, { status: error.code === 'notFound' ? 404 : 400 });
  }
}

/** The same for work that takes its time. */
export async function answeringAsync<T>(work: Promise<T>): Promise<T> {
  try {
    return await work;
  } catch (error) {
    return answering(() => {
      throw error;
    });
  }
}

export function requestedCodebase(params: { codebaseId: string }): { runtime: Runtime; codebase: Codebase } {
  const current = runtime();
  return { runtime: current, codebase: answering(() => codebase(current.store, Number(params.codebaseId))) };
}

/** Has a view worked out for the address of a request; null while the codebase has no finished survey. Throws a Problem. */
export function askFor<Name extends ViewName>(
  view: Name,
  { request, params }: ViewArguments,
  given?: Given<Name>,
): Promise<Answer<Name> | null> {
  const search = new URL(request.url).search;
  const asked = { view, codebaseId: Number(params.codebaseId), search, given };
  return runtime().asker.ask(asked, request.signal);
}

export interface ViewArguments {
  request: Request;
  params: { codebaseId: string };
}

/** The same for a page: a Problem becomes a response, and without a survey one is led to where it is made. */
export async function pageOf<Name extends ViewName>(view: Name, args: ViewArguments): Promise<Answer<Name>> {
  const answer = await answeringAsync(askFor(view, args));
  if (answer === null) throw redirect(`/codebases/${args.params.codebaseId}`);
  return answer;
}

/** The same for a part of a page, which says a Problem in its own place. */
export async function partOf<Name extends ViewName>(
  view: Name,
  args: ViewArguments,
  given?: Given<Name>,
): Promise<Part<Name>> {
  try {
    const answer = await askFor(view, args, given);
    return answer === null ? { problem: 'There is no survey to look it up in.' } : { answer };
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}

/**
 * Makes an edit that a page has sent, once it is known to be one of ours. What was not understood is answered with `refusal`, and
 * a Problem of `make` with its sentence, as `{ problem }`.
 */
export async function makeEdit<Edit, Made>(
  { request, params }: ViewArguments,
  { form, refusal }: { form: z.ZodType<Edit>; refusal: string },
  make: (edit: Edit, at: { store: Store; codebase: Codebase }) => Made | Promise<Made>,
): Promise<Made | { problem: string }> {
  requireSameOrigin(request);
  const { runtime, codebase } = requestedCodebase(params);
  const sent = form.safeParse(Object.fromEntries(await request.formData()));
  if (!sent.success) return { problem: refusal };
  try {
    return await make(sent.data, { store: runtime.store, codebase });
  } catch (error) {
    if (error instanceof Problem) return { problem: error.message };
    throw error;
  }
}

/** State may only be changed from Yletope's own pages. */
export function requireSameOrigin(request: Request): void {
  const origin = request.headers.get('origin');
  const site = request.headers.get('sec-fetch-site');
  const isForeign =
    site !== null
      ? site !== 'same-origin'
      : origin !== null && new URL(origin).host !== new URL(request.url).host;
  if (isForeign) throw data('This request came from another site and was refused.', { status: 403 });
}
