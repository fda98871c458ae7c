/** @sendero/core: all computation and judgement. The simulated world is `@sendero/core/simulation`. */
export * from './stats/index.ts';
export * from './units/index.ts';
export * from './crops/index.ts';
export * from './targets/index.ts';
export * from './stand/index.ts';
export * from './spacing/index.ts';
export * from './depth/index.ts';
export * from './planter/index.ts';
export * from './emergence/index.ts';
export * from './season/index.ts';
export * from './weather/index.ts';
export * from './belowGround/index.ts';
export * from './geo/index.ts';
export * from './records/index.ts';
export * from './calendar/index.ts';
export * from './readings/index.ts';
export * from './waymarks/index.ts';
