import { exchangeFormat } from '../../server/export/exchangeFormat.ts';
import { nameOf } from '../../server/source/address.ts';
import { withSurvey, write } from '../surveying.ts';
import type { Terminal } from '../terminal.ts';

/** Writes a survey in the exchange format. */
export async function surveyCommand(
  terminal: Terminal,
  typed: string,
  options: { json: string; ref?: string },
): Promise<void> {
  await withSurvey(terminal, typed, options, (result, { origin, commit }) => {
    const head = {
      name: nameOf(origin),
      root: origin.address,
      ...(commit === undefined ? {} : { commit }),
      surveyedAt: new Date().toISOString(),
    };
    return write(terminal, exchangeFormat(result.survey, result.leftOut, head), options.json);
  });
}
