/** A record's data under its id. */
export type Held<Data> = { id: string; data: Data };
