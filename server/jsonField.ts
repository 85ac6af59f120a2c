import { z } from 'zod';

/** A field of a form that holds JSON; what is none is a fault of the form, not of whoever reads it. */
export const jsonField = z.string().transform((text, context): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    context.addIssue({ code: 'custom', message: 'no JSON' });
    return z.NEVER;
  }
});
