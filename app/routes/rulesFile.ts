import { ruleBook } from '../../server/store/ruleBooks.ts';
import { withIntake } from '../../server/views/rules/editRules.ts';
import { requestedCodebase } from './requests.ts';
import type { Route } from './+types/rulesFile';

/** The rules, with what was decided of intake, as a file to put into the codebase. */
export function loader({ params }: Route.LoaderArgs): Response {
  const { runtime, codebase } = requestedCodebase(params);
  return new Response(withIntake(ruleBook(runtime.store, codebase.id).text, codebase.rules), {
    headers: {
      'Content-Type': 'application/yaml; charset=utf-8',
      'Content-Disposition': 'attachment; filename="yletope.yaml"',
    },
  });
}
