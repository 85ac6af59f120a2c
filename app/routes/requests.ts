import { data, redirect } from 'react-router';
import type { z } from 'zod';
import type { Store } from '../../server/store/database.ts';
import { asProblem } from '../../server/failure.ts';
import { Problem, type ProblemCode } from '../../server/problem.ts';
import { runtime, type Runtime } from '../../server/work/runtime.ts';
import { codebase, type Codebase } from '../../server/store/codebases.ts';
import type { Answer, Given, Part, ViewName } from '../../server/views/table.ts';

/** Turns a problem into a response that says it in one sentence. */
export function answering<T>(work: () => T): T {
  try {
    return work();
  } catch (error) {
    const problem = asProblem(error);
    if (!problem) throw error;
    const { code, message, nearest } = problem;
    throw data(nearest === null ? message : { message, nearest }, { status: statuses[code] ?? 400 });
  }
}

const statuses: Partial<Record<ProblemCode, number>> = { notFound: 404, disk: 507 };

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

/** What lives as long as the server; a response that says why where its database cannot be opened. */
export function running(): Runtime {
  return answering(runtime);
}

export function requestedCodebase(params: { codebaseId: string }): { runtime: Runtime; codebase: Codebase } {
  const current = running();
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
  return running().asker.ask(asked, request.signal);
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

/** So long an edit may take to be worked out; ordinary ones take a hundredth of it. */
const LONGEST_EDIT_MS = 30_000;

/** The same for an edit, which needs a survey, and is given up where it takes too long. Throws a Problem. */
export async function inTime<Name extends ViewName>(
  view: Name,
  { request, params }: ViewArguments,
  given?: Given<Name>,
): Promise<NonNullable<Answer<Name>>> {
  const asked = { view, codebaseId: Number(params.codebaseId), search: new URL(request.url).search, given };
  const late = AbortSignal.timeout(LONGEST_EDIT_MS);
  const { asker } = running();
  const answer = await asker.ask(asked, AbortSignal.any([request.signal, late])).catch((error: unknown) => {
    if (late.aborted) throw new Problem('badRequest', 'This took over 30 seconds, and was given up.');
    throw error;
  });
  if (answer === null) throw new Problem('badRequest', 'This codebase has not been surveyed yet.');
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
    return told(error);
  }
}

/** A Problem as a page says it in its own place; any other failure is thrown on. */
function told(error: unknown): { problem: string } {
  const problem = asProblem(error);
  if (!problem) throw error;
  return { problem: problem.message };
}

/** What work gives, or its Problem as a page says it. */
export async function orProblem<T>(work: () => T | Promise<T>): Promise<T | { problem: string }> {
  try {
    return await work();
  } catch (error) {
    return told(error);
  }
}

/** What a form holds, by name. What is no form is refused. */
export async function formOf(request: Request): Promise<Record<string, FormDataEntryValue>> {
  try {
    return Object.fromEntries(await request.formData());
  } catch {
    throw data('This is not a form that can be read.', { status: 400 });
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
  const { runtime, codebase } = requestedCodebase(params);
  const sent = form.safeParse(await formOf(request));
  if (!sent.success) return { problem: refusal };
  return orProblem(() => make(sent.data, { store: runtime.store, codebase }));
}
