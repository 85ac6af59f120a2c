import { afterAll, beforeAll, expect } from 'vitest';
import { followLink, goTo, type Instrument } from './instrument.ts';
import { startInstrument } from './startInstrument.ts';

/** Yletope for all tests of a file; the pages must report no failure of their own. */
export interface Running {
  readonly instrument: Instrument;
}

/** The same with the demo surveyed. */
export interface SurveyedDemo extends Running {
  /** Goes to a view of the demo, as by a link where a page of it is open, and waits until it is quiet. */
  open(path: string): Promise<void>;
  /** The same by its address: the page is loaded anew. */
  load(path: string): Promise<void>;
  /** A parameter of the address at hand. */
  parameter(name: string): string | null;
}

export function running(surveyed: boolean): Running {
  let instrument: Instrument;
  beforeAll(async () => {
    instrument = await startInstrument({ surveyed });
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
  };
}

export function surveyedDemo(): SurveyedDemo {
  const demo = running(true);
  const addressOf = (path: string): string => `${demo.instrument.url}/codebases/1/${path}`;
  return {
    get instrument() {
      return demo.instrument;
    },
    open: (path) => followLink(demo.instrument.page, addressOf(path)),
    load: async (path) => void (await goTo(demo.instrument.page, addressOf(path))),
    parameter: (name) => new URL(demo.instrument.page.url()).searchParams.get(name),
  };
}
