import { afterAll, beforeAll, expect } from 'vitest';
import { startInstrument, type Instrument } from './instrument.ts';

/** Yletope with the demo surveyed, for all tests of a file; the pages must report no failure of their own. */
export interface SurveyedDemo {
  readonly instrument: Instrument;
  /** Goes to a view of the demo and waits until it has loaded. */
  open(path: string): Promise<void>;
  /** A parameter of the address at hand. */
  parameter(name: string): string | null;
}

export function surveyedDemo(): SurveyedDemo {
  let instrument: Instrument;
  beforeAll(async () => {
    instrument = await startInstrument({ surveyed: true });
  });
  afterAll(async () => {
    const { errors } = instrument;
    await instrument.close();
    expect(errors).toEqual([]);
  });
  return {
    get instrument() {
      return instrument;
    },
    async open(path) {
      await instrument.page.goto(`${instrument.url}/codebases/1/${path}`, { waitUntil: 'networkidle2' });
    },
    parameter: (name) => new URL(instrument.page.url()).searchParams.get(name),
  };
}
