import { makeDemoSeason } from '../index.ts';

/** The demo season, planted once for all tests of a process. */
export const demoSeason = makeDemoSeason();
