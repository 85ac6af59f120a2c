import { dependenciesOf } from './surveyText.ts';

/**
 * What `use.ts` uses of `types.ts`, one line a use without what stands for files: `call Gate.open inferred`. Uses of types are left
 * out.
 */
export async function scriptUses(source: string, types: string): Promise<string[]> {
  const lines = await dependenciesOf({ 'types.ts': types, 'use.ts': source });
  return lines
    .filter((line) => /^(call|read|write|construct) use\.ts/.test(line) && line.includes('→ types.ts#'))
    .map((line) => line.replace(/ use\.ts\S* → types\.ts#/, ' '));
}
