import { z } from 'zod';

const flag = z
  .literal('1')
  .nullable()
  .catch(null)
  .transform((value) => value !== null);

const schema = z.object({
  q: z.string().max(1_000).catch(''),
  pattern: flag,
  word: flag,
  case: flag,
  glob: z.string().max(500).catch(''),
});

/** A search in texts, as it stands in the address. */
export interface TextState {
  text: string;
  isPattern: boolean;
  wholeWord: boolean;
  matchCase: boolean;
  /** Which files: `*.ts, tolls`; empty for all. */
  glob: string;
}

export function textQuery(params: URLSearchParams): TextState {
  const found = schema.parse(
    Object.fromEntries(Object.keys(schema.shape).map((name) => [name, params.get(name)])),
  );
  return {
    text: found.q,
    isPattern: found.pattern,
    wholeWord: found.word,
    matchCase: found.case,
    glob: found.glob,
  };
}
